/** Runs that show one screen and later another one, and what must hold meanwhile. */
import type { Condition, Plan, Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { activeStack, type Configuration } from '../../walk/configuration';
import { isInSight } from '../../walk/in-sight';
import { mayHold } from '../../walk/conditions';
import { Walker } from '../../walk/walker';
import type { Work } from '../../base/slices';
import { Exploration, followed, fromNothing, walkOf, type ExploredNode } from '../explicit';
import { saturateInterfering } from '../post-star';
import { walkTo } from '../queries';
import { knownStacks, type VariantReach } from '../verdicts';

export interface Between {
  readonly first: Screen;
  /** What holds when the first screen is shown; null for nothing. */
  readonly when: Condition | null;
  readonly later: Screen;
  /** The screen that is not shown from the first to the later one; null for none. */
  readonly without: Screen | null;
}

/** A walk from a cold start, cut where the first screen is shown. */
export interface CutWalk {
  readonly before: readonly Tap[];
  readonly taps: readonly Tap[];
}

/** Nobody knows; a walk that shows the later screen and may be the beginning of one that is asked for. */
export interface Suspicion {
  readonly hint: readonly Tap[];
}

/** What has to hold of the configurations of a walk. */
export interface Judged {
  readonly begins: (configuration: Configuration) => boolean;
  readonly keeps: (configuration: Configuration) => boolean;
  readonly ends: (configuration: Configuration) => boolean;
}

/** Tells which configurations may stand at the beginning, in the middle and at the end. */
export function judging(plan: Plan, variant: string, { first, when, later, without }: Between): Judged {
  const shows = (screen: Screen | null, configuration: Configuration): boolean =>
    isInSight(screen, activeStack(configuration), variant);
  return {
    begins: (one) => shows(first, one) && (when === null || mayHold(plan, when, one.flags)),
    keeps: (one) => !shows(without, one),
    ends: (one) => shows(later, one),
  };
}

/**
 * A walk that shows one screen and later another one; null if no run does. The later screen may wait in one tab while
 * the first is seen in another, so tabs are taken together.
 */
export function* walkBetween(plan: Plan, variant: VariantReach, between: Between): Work<CutWalk | Suspicion | null> {
  const stacks = knownStacks(variant);
  if (!stacks) return { hint: [] };
  const { first, when, later, without } = between;
  const of = { plan, variant: variant.name, valuations: stacks.system.valuations };
  const monitored = { screen: first, when, until: without };
  const saturated = yield* saturateInterfering(of, stacks.budget, stacks, monitored);
  if (!saturated) return { hint: [] };
  const { runs } = saturated.saturation;
  const pathEdge = runs.shown.find(
    ({ head: { symbol, control } }) =>
      symbol.screen === later && control.seen && (without === null || symbol.beside !== without),
  );
  if (!pathEdge) return null;
  const hint = walkTo(runs, pathEdge);
  const judged = judging(plan, variant.name, between);
  const { keeps, ends } = judged;
  const walker = new Walker(plan, variant.name);
  const hinted = cut(walker, hint, judged);
  if (hinted) return hinted;
  const exploration = new Exploration(plan, walker, stacks.budget, monitored);
  const fits = ({ seen, configuration }: ExploredNode): boolean => seen && keeps(configuration) && ends(configuration);
  const walk = yield* exploration.find(fits);
  if (walk) return cut(walker, walk, judged) ?? { hint };
  return exploration.isWhole ? null : { hint };
}

/** Cuts a walk where it has last shown the first screen; null if it does not show what is asked for. */
function cut(walker: Walker, walk: readonly Tap[], judged: Judged): CutWalk | null {
  const { nodes, taps } = followed(walker, walk, fromNothing(walker, walk));
  if (taps < walk.length) return null;
  for (const node of nodes) {
    const beginning = beginningOf(node, judged);
    const before = beginning && walkOf(beginning).length;
    if (before !== null) return { before: walk.slice(0, before), taps: walk.slice(before) };
  }
  return null;
}

/** Where the walk to a node has last shown the first screen; null if it does not show what is asked for. */
function beginningOf(end: ExploredNode, { begins, keeps, ends }: Judged): ExploredNode | null {
  if (!ends(end.configuration) || !keeps(end.configuration)) return null;
  for (let at = end.before; at && keeps(at.configuration); at = at.before) if (begins(at.configuration)) return at;
  return null;
}
