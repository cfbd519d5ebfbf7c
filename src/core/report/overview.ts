/**
 * All that the views show, as plain data that a worker can post: places are offsets, screens are known by their index.
 * The views lay it out and decide nothing.
 */
import type { Check } from '../check';
import type { Screen, Step, Transition } from '../plan/model';
import { showType } from '../plan/types';
import { severities, type Finding, type Severity } from '../rules/rule';
import { showValue, type Cell, type SupplyStatus, type WayIn } from '../supply/supply';
import { countAll, type Counts } from './counts';
import { marginNotes, type MarginNote } from './margin';

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
  readonly cells: readonly CellCard[];
}

export interface StepCard {
  readonly kind: Step['kind'];
  /** Index of the screen that it opens; null where it opens none or names none. */
  readonly target: number | null;
  /** What is written after the step: a screen's name, or what the app is left for. */
  readonly name: string;
  /** Names of arguments that are missing, do not fit or are not taken, and of those that only may fail. */
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

export interface ScreenCard {
  readonly index: number;
  readonly label: string;
  readonly module: number | null;
  readonly title: string | null;
  readonly doc: string | null;
  readonly private: boolean;
  /** The whole declaration, and its name. */
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly parameters: readonly ParameterCard[];
  readonly reachable: 'yes' | 'no' | 'undecided';
  readonly taps: number | null;
  /** The shortest walk; null where there is none. */
  readonly walk: readonly WalkStep[] | null;
  readonly waysIn: readonly WayInCard[];
  readonly waysOut: readonly WayOutCard[];
  readonly links: readonly { readonly pattern: string; readonly at: number }[];
  /** Places in the overview's findings: those about this screen or within its text. */
  readonly findings: readonly number[];
  /** The gravest severity among them; null where there are none. */
  readonly worst: Severity | null;
}

export interface Overview {
  readonly app: string | null;
  readonly doc: string | null;
  readonly start: number | null;
  readonly counts: Counts;
  readonly modules: readonly { readonly name: string; readonly owner: string | null }[];
  readonly screens: readonly ScreenCard[];
  readonly findings: readonly Finding[];
  readonly margin: readonly MarginNote[];
}

const broken: ReadonlySet<SupplyStatus> = new Set(['missing', 'wrong-type', 'unknown-value']);
const doubtful: ReadonlySet<SupplyStatus> = new Set(['may-be-absent', 'fixed-id']);

/** The overview of one variant (by default the first). Linear in the plan and its findings. */
export function overview(check: Check, variant = 0): Overview {
  const { plan, reach, supply, findings } = check;
  const verdicts = reach.variants[variant]!.verdicts;
  const waysIn: WayIn[][] = plan.screens.map(() => []);
  const byStep = new Map<Step, WayIn>();
  for (const wayIn of supply.waysIn) {
    waysIn[wayIn.target.index]!.push(wayIn);
    if (wayIn.site.kind === 'transition') byStep.set(wayIn.site.step, wayIn);
  }
  const moduleIndex = new Map(plan.modules.map((module, index) => [module, index]));
  const about = findingsByScreen(plan.screens, findings);
  const screens = plan.screens.map((screen): ScreenCard => {
    const verdict = verdicts[screen.index]!;
    return {
      index: screen.index, label: screen.label,
      module: screen.module ? moduleIndex.get(screen.module) ?? null : null,
      title: screen.title?.value ?? null, doc: screen.node.doc, private: screen.private,
      from: screen.node.from, to: screen.node.to, at: screen.nameNode.from,
      parameters: screen.parameters.map(({ name, type, initial }) => ({ name, type: showType(type), initial: initial && showValue(initial) })),
      reachable: verdict.reachable, taps: verdict.taps,
      walk: verdict.walk?.map((tap): WalkStep => ({
        label: tap.kind === 'back' ? 'Back' : tap.transition.trigger, back: tap.kind === 'back', shows: tap.shows.index,
      })) ?? null,
      waysIn: waysIn[screen.index]!.map(wayInCard),
      waysOut: screen.transitions.map((transition) => wayOutCard(transition, byStep)),
      links: screen.links.map((link) => ({ pattern: link.pattern?.text ?? '', at: link.from })),
      findings: about[screen.index]!,
      worst: severities.find((severity) => about[screen.index]!.some((index) => findings[index]!.severity === severity)) ?? null,
    };
  });
  return {
    app: plan.name, doc: plan.doc, start: plan.start?.target?.index ?? null,
    counts: countAll(check),
    modules: plan.modules.map(({ name, owner }) => ({ name, owner })),
    screens, findings,
    margin: marginNotes(check, verdicts, waysIn, byStep),
  };
}

/** For each screen the findings about it and those within its text, once each. */
function findingsByScreen(screens: readonly Screen[], findings: readonly Finding[]): number[][] {
  const byLabel = new Map(screens.map((screen) => [screen.label, screen.index]));
  const about: number[][] = screens.map(() => []);
  let at = 0;
  findings.forEach((finding, index) => {
    // Both come in the order of the text, so one pass over the screens suffices.
    while (at < screens.length && screens[at]!.node.to < finding.range.from) at++;
    const within = screens[at];
    const subject = finding.subject === null ? undefined : byLabel.get(finding.subject);
    const places = new Set<number>();
    if (subject !== undefined) places.add(subject);
    if (within && within.node.from <= finding.range.from) places.add(within.index);
    for (const place of places) about[place]!.push(index);
  });
  return about;
}

const cellCard = (cell: Cell): CellCard => ({ name: cell.parameter.name, status: cell.status, value: cell.value });

function wayInCard({ site, call, cells }: WayIn): WayInCard {
  const transition = site.kind === 'transition' ? site.transition : null;
  return {
    screen: transition?.screen.index ?? null,
    trigger: transition?.trigger ?? 'Cold start',
    step: site.kind === 'transition' ? site.step.kind : 'start',
    at: transition ? transition.node.from : call.reference.from,
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
      const named = (statuses: ReadonlySet<SupplyStatus>): string[] =>
        (wayIn?.cells ?? []).filter((cell) => statuses.has(cell.status)).map((cell) => cell.parameter.name);
      return {
        kind: step.kind, target: step.call?.target?.index ?? null, name,
        broken: [...named(broken), ...(wayIn?.surplus ?? []).map((surplus) => surplus.argument.name.text)],
        doubtful: named(doubtful),
      };
    }),
  };
}
