/** All that is shown of one screen, as plain data. */
import type { Check } from '../check';
import { currentSignature, type WantedParameter } from '../edit/signature';
import type { TextRange } from '../language/range';
import type { Screen, Step, Transition } from '../plan/model';
import { showType } from '../plan/types';
import { labelOf } from '../walk/tap';
import { placeOf, screenOf, stepOf, type Site } from '../supply/site';
import { showValue, type Cell, type SupplyStatus, type WayIn } from '../supply/supply';
import { findingsByScreen } from './overview';
import { reachOf } from './variant';
import { brokenArguments, doubtfulArguments, toneOfWay, type WayTone } from './tone';

export interface ParameterCard {
  readonly name: string;
  readonly type: string;
  readonly initial: string | null;
  /** The module whose screens all take it, or null. */
  readonly module: string | null;
}

export interface CellCard {
  readonly name: string;
  readonly status: SupplyStatus;
  readonly value: string | null;
}

export interface WayInCard {
  /** Index of the screen that it comes from, or null. */
  readonly screen: number | null;
  /** The tapped or opened thing, in the app's words. */
  readonly trigger: string;
  /** The step that opens the screen, or the other kind of way in: a tab, an entry, the start. */
  readonly step: string;
  /** Offset in the text. */
  readonly at: number;
  readonly tone: WayTone;
  readonly cells: readonly CellCard[];
  /** The value that gets the screen's result; null if nobody asks there. */
  readonly gives: string | null;
}

export interface WayStepCard {
  readonly kind: Step['kind'];
  /** Whether the step opens a screen, or goes back to one: it then has a target unless it names none. */
  readonly opens: boolean;
  /** Index of that screen; null for an unknown name. */
  readonly target: number | null;
  /** Text after the step's word: a screen's name, a flag and its value, or the destination of `leave`. */
  readonly name: string;
  /** The value that gets the result of the screen that it opens; null if it does not ask. */
  readonly gives: string | null;
  /** Names of arguments that are broken, and of doubtful ones. */
  readonly broken: readonly string[];
  readonly doubtful: readonly string[];
}

export interface BranchCard {
  /** The condition as written, or null. */
  readonly when: string | null;
  readonly steps: readonly WayStepCard[];
  /** How the screen comes in; null for the app's own motion. */
  readonly motion: string | null;
}

export interface WayOutCard {
  readonly trigger: string;
  readonly at: number;
  /** The variants that have it; null for all. */
  readonly only: readonly string[] | null;
  readonly branches: readonly BranchCard[];
}

export interface NeedsCard {
  readonly condition: string;
  readonly at: number;
  readonly otherwise: readonly WayStepCard[];
}

export interface WalkStep {
  readonly label: string;
  readonly back: boolean;
  /** Whether it happens by itself. */
  readonly own: boolean;
  /** Index of the screen that is on top afterwards. */
  readonly shows: number;
}

/** Effect of Back here: see `Back` of the analysis. */
export interface BackCard {
  /** Indices of the screens that it can reveal in the same stack. */
  readonly within: readonly number[];
  readonly toFirstTab: boolean;
  /** Whether that is proved to be all. */
  readonly whole: boolean;
  readonly leaves: boolean | null;
  readonly arrow: 'always' | 'never' | 'sometimes' | null;
  /**
   * Maximum number of screens on a stack with this one on top; null without a bound, then with the cycle. Null as a
   * whole if it is unknown.
   */
  readonly deepest: { readonly frames: number | null; readonly cycle: readonly number[] } | null;
}

export interface ScreenDetail {
  readonly index: number;
  readonly label: string;
  readonly doc: string | null;
  readonly private: boolean;
  /** `sheet`, `dialog`; null for a plain screen. */
  readonly shape: string | null;
  readonly only: readonly string[] | null;
  /** The screen beside which it is shown, by index, and the variants in which it is (null for all); or null. */
  readonly beside: { readonly list: number; readonly only: readonly string[] | null } | null;
  readonly needs: readonly NeedsCard[];
  readonly parameters: readonly ParameterCard[];
  /** Arguments as written, to begin a change of them from. */
  readonly signature: readonly WantedParameter[];
  /** Whether the walk begins with a link or an entry. */
  readonly fromOutside: boolean;
  /** The type of what it hands back, and the offset of the statement; null if it returns nothing. */
  readonly returns: { readonly type: string; readonly at: number } | null;
  /** Whether, from inside, only walks with an event that happens by itself lead here. */
  readonly byEvent: boolean;
  /** Whether a proof shows that no walk is shorter; null before the whole analysis. */
  readonly isShortest: boolean | null;
  /** The shortest known walk, or null. */
  readonly walk: readonly WalkStep[] | null;
  readonly back: BackCard;
  readonly waysIn: readonly WayInCard[];
  readonly waysOut: readonly WayOutCard[];
  readonly links: readonly { readonly pattern: string; readonly at: number }[];
  /** Places in the overview's findings: findings about this screen or within its text. */
  readonly findings: readonly number[];
}

/** The detail of the screen with that label, in one variant (by default the first); null for an unknown label. */
export function detail(check: Check, label: string | null, variant: string | null = null): ScreenDetail | null {
  const { plan, findings } = check;
  const screen = plan.screens.find((one) => one.label === label);
  return screen ? screenDetail(check, screen, findingsByScreen(plan.screens, findings)[screen.index]!, variant) : null;
}

/**
 * The detail of a screen, for callers that show many of them.
 *
 * @param found places of its findings among those of the check (`findingsByScreen`)
 */
export function screenDetail(
  check: Check,
  screen: Screen,
  found: readonly number[],
  variant: string | null,
): ScreenDetail {
  const { plan } = check;
  const { verdicts, back } = reachOf(check, variant);
  const { walk, fromOutside, byEvent, isShortest } = verdicts[screen.index]!;
  const { within, toFirstTab, wholeWithin, leaves, arrow, deepest } = back(screen);
  const write = new StepWriter(check);
  return {
    index: screen.index,
    label: screen.label,
    doc: screen.node.doc,
    private: screen.private,
    shape: screen.shape,
    only: screen.only && [...screen.only],
    beside: screen.beside?.list
      ? { list: screen.beside.list.index, only: screen.beside.only && [...screen.beside.only] }
      : null,
    needs: screen.needs.map(({ node, otherwise }) => ({
      condition: textOf(check, node.condition),
      at: node.from,
      otherwise: write.steps(otherwise),
    })),
    parameters: screen.parameters.map(({ name, type, initial, module }) => ({
      name,
      type: showType(type),
      initial: initial && showValue(initial),
      module: module && module.name,
    })),
    signature: currentSignature(plan, screen),
    returns: screen.returns && { type: showType(screen.returns.type), at: screen.returns.node.from },
    fromOutside,
    byEvent,
    isShortest,
    walk:
      walk?.map((tap): WalkStep => ({
        label: labelOf(tap),
        back: tap.kind === 'back',
        own: tap.kind === 'event',
        shows: tap.shows!.index,
      })) ?? null,
    back: {
      within: within.map((other) => other.index),
      toFirstTab,
      whole: wholeWithin,
      leaves,
      arrow,
      deepest: deepest && { frames: deepest.frames, cycle: deepest.cycle.map(({ index }) => index) },
    },
    waysIn: check.supply.into[screen.index]!.map(wayInCard),
    waysOut: screen.transitions.map((transition) => wayOutCard(check, transition, write)),
    links: screen.links.map((link) => ({ pattern: link.pattern, at: link.node.from })),
    findings: found,
  };
}

const cellCard = (cell: Cell): CellCard => ({
  name: cell.parameter.name,
  status: cell.status,
  value: cell.value && showValue(cell.value),
});

function wayInCard(wayIn: WayIn): WayInCard {
  const { site, call, cells } = wayIn;
  return {
    screen: screenOf(site)?.index ?? null,
    trigger: nameOf(site),
    step: stepOf(site),
    at: placeOf(site, call),
    tone: toneOfWay(wayIn),
    cells: cells.map(cellCard),
    gives: site.kind === 'transition' ? (site.step.asks?.value.text ?? null) : null,
  };
}

/** The tapped or opened thing, in the app's words. */
export function nameOf(site: Site): string {
  switch (site.kind) {
    case 'start':
      return 'Cold start';
    case 'transition':
      return site.transition.trigger;
    case 'item':
      return `${site.item.menu.title}: ${site.item.label}`;
    case 'event':
      return site.event.title;
    case 'tab':
      return site.tab.label;
    case 'entry':
      return site.entry.label;
    case 'needs':
      return 'instead of it';
    case 'under':
      return site.link.pattern;
  }
}

const textOf = ({ text }: Check, range: TextRange | null): string => (range ? text.slice(range.from, range.to) : '');

function wayOutCard(check: Check, { trigger, node, only, branches }: Transition, write: StepWriter): WayOutCard {
  return {
    trigger,
    at: node.from,
    only: only && [...only],
    branches: branches.map((branch) => ({
      when: branch.condition ? textOf(check, branch.node.condition) : null,
      steps: write.steps(branch.steps),
      motion: branch.motion,
    })),
  };
}

class StepWriter {
  constructor(private readonly check: Check) {}

  steps(steps: readonly Step[]): WayStepCard[] {
    return steps.map((step) => this.step(step));
  }

  private step(step: Step): WayStepCard {
    const nothing = { kind: step.kind, opens: false, target: null, name: '', gives: null, broken: [], doubtful: [] };
    switch (step.kind) {
      case 'back':
      case 'close':
        return { ...nothing, name: step.result ? `with ${showValue(step.result.value)}` : '' };
      case 'leave':
        return { ...nothing, name: step.what };
      case 'sets':
        return { ...nothing, name: `${step.flag?.name ?? '?'} = ${step.value ?? '?'}` };
      case 'resume':
        return { ...nothing, name: step.or ? `or ${textOf(this.check, step.or.range)}` : '' };
      case 'back to':
      case 'back past':
        return { ...nothing, opens: true, target: step.target?.index ?? null, name: step.target?.label ?? '' };
      default: {
        const wayIn = this.check.supply.byStep.get(step);
        return {
          ...nothing,
          opens: true,
          target: step.call?.target?.index ?? null,
          name: textOf(this.check, step.call?.reference ?? null),
          gives: step.asks?.value.text ?? null,
          broken: wayIn ? brokenArguments(wayIn) : [],
          doubtful: wayIn ? doubtfulArguments(wayIn) : [],
        };
      }
    }
  }
}
