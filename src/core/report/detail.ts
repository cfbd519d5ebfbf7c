/** All that is shown of one screen, as plain data. */
import type { Check } from '../check';
import type { Step, Transition } from '../plan/model';
import { showType } from '../plan/types';
import { showValue, type Cell, type SupplyStatus, type WayIn } from '../supply/supply';
import { findingsByScreen } from './overview';
import { indexWays } from './way-index';
import { brokenArguments, doubtfulArguments, toneOfWay, type WayTone } from './tone';

export interface ParameterCard {
  readonly name: string;
  readonly type: string;
  readonly initial: string | null;
}

export interface CellCard {
  readonly name: string;
  readonly status: SupplyStatus;
  readonly value: string | null;
}

export interface WayInCard {
  /** Index of the screen that it comes from; null for the start. */
  readonly screen: number | null;
  readonly trigger: string;
  readonly step: string;
  /** Where it stands in the text. */
  readonly at: number;
  readonly tone: WayTone;
  readonly cells: readonly CellCard[];
}

export interface StepCard {
  readonly kind: Step['kind'];
  /** Index of the screen that it opens; null where it opens none or names none. */
  readonly target: number | null;
  /** What is written after the step: a screen's name, or what the app is left for. */
  readonly name: string;
  /** Names of arguments that fail, and of those that may. */
  readonly broken: readonly string[];
  readonly doubtful: readonly string[];
}

export interface WayOutCard {
  readonly trigger: string;
  readonly at: number;
  readonly steps: readonly StepCard[];
}

export interface WalkStep {
  readonly label: string;
  readonly back: boolean;
  /** Index of the screen that is on top afterwards. */
  readonly shows: number;
}

export interface ScreenDetail {
  readonly index: number;
  readonly label: string;
  readonly doc: string | null;
  readonly private: boolean;
  readonly parameters: readonly ParameterCard[];
  /** The shortest walk; null where there is none. */
  readonly walk: readonly WalkStep[] | null;
  readonly waysIn: readonly WayInCard[];
  readonly waysOut: readonly WayOutCard[];
  readonly links: readonly { readonly pattern: string; readonly at: number }[];
  /** Places in the overview's findings: those about this screen or within its text. */
  readonly findings: readonly number[];
}

/** The detail of the screen with that label, in one variant (by default the first); null where there is none. */
export function detail(check: Check, label: string | null, variant = 0): ScreenDetail | null {
  const { plan, reach, findings } = check;
  const screen = plan.screens.find((one) => one.label === label);
  if (!screen) return null;
  const { into, byStep } = indexWays(check);
  const { walk } = reach.variants[variant]!.verdicts[screen.index]!;
  return {
    index: screen.index, label: screen.label, doc: screen.node.doc, private: screen.private,
    parameters: screen.parameters.map(({ name, type, initial }) => ({ name, type: showType(type), initial: initial && showValue(initial) })),
    walk: walk?.map((tap): WalkStep => ({
      label: tap.kind === 'back' ? 'Back' : tap.transition.trigger, back: tap.kind === 'back', shows: tap.shows.index,
    })) ?? null,
    waysIn: into[screen.index]!.map(wayInCard),
    waysOut: screen.transitions.map((transition) => wayOutCard(transition, byStep)),
    links: screen.links.map((link) => ({ pattern: link.pattern?.text ?? '', at: link.from })),
    findings: findingsByScreen(plan.screens, findings)[screen.index]!,
  };
}

const cellCard = (cell: Cell): CellCard => ({ name: cell.parameter.name, status: cell.status, value: cell.value && showValue(cell.value) });

function wayInCard(wayIn: WayIn): WayInCard {
  const { site, call, cells } = wayIn;
  const transition = site.kind === 'transition' ? site.transition : null;
  return {
    screen: transition?.screen.index ?? null,
    trigger: transition?.trigger ?? 'Cold start',
    step: site.kind === 'transition' ? site.step.kind : 'start',
    at: transition ? transition.node.from : call.reference.from,
    tone: toneOfWay(wayIn),
    cells: cells.map(cellCard),
  };
}

function wayOutCard(transition: Transition, byStep: ReadonlyMap<Step, WayIn>): WayOutCard {
  return {
    trigger: transition.trigger,
    at: transition.node.from,
    steps: transition.steps.map((step): StepCard => {
      if (step.kind === 'back') return { kind: step.kind, target: null, name: '', broken: [], doubtful: [] };
      if (step.kind === 'leave') return { kind: step.kind, target: null, name: step.what, broken: [], doubtful: [] };
      const reference = step.call?.reference;
      const name = reference ? (reference.module ? `${reference.module.text}.` : '') + reference.name.text : '';
      const wayIn = byStep.get(step);
      return {
        kind: step.kind, target: step.call?.target?.index ?? null, name,
        broken: wayIn ? brokenArguments(wayIn) : [], doubtful: wayIn ? doubtfulArguments(wayIn) : [],
      };
    }),
  };
}
