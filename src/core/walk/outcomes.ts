import type { Branch } from '../plan/model';
import type { Assumptions } from './conditions';
import { keyOf, type Configuration } from './configuration';
import type { Values } from '../plan/value';
import type { Event } from './event';
import type { Walker } from './walker';

/** One thing that can come of an event. */
export interface Outcome {
  /** The branch that happens; null for events without branches. */
  readonly branch: Branch | null;
  /** Outcomes of quoted conditions that it requires. */
  readonly assumed: Assumptions;
  /**
   * Whether nothing else can come of it then. A condition may hold at one use and not at the next, and both may be in
   * one event: what needs that, no assumption tells.
   */
  readonly told: boolean;
  /** Null where the app is left. */
  readonly after: Configuration | null;
}

/** Beyond so many conditions in one event, the rest are not told apart. */
const mostConditions = 5;

/**
 * All that can come of an event, each with what conditions in quotes have to be for it. Costs O(2^k) runs of the event
 * for k conditions that matter.
 *
 * @param walker one with data: only that keeps what was undecided
 */
export function outcomesOfEvent(
  walker: Walker,
  configuration: Configuration,
  event: Event,
  given?: Values,
  assumed: Assumptions = new Map(),
): Outcome[] {
  const fired: { branch: Branch | null; after: readonly Configuration[] }[] =
    event.kind === 'trigger' || event.kind === 'item'
      ? walker.outcomesBy(configuration, event, assumed, given)
      : [{ branch: null, after: walker.after(configuration, event, assumed) }];
  const all = fired.flatMap(({ branch, after }) =>
    (after.length > 0 ? after : [null]).map((each): Outcome => ({ branch, assumed, told: true, after: each })),
  );
  const open = [...walker.undecided].find((text) => !assumed.has(text));
  if (open === undefined || assumed.size >= mostConditions)
    return all.length === 1 ? all : all.map((outcome) => ({ ...outcome, told: false }));
  const [held, failed] = [true, false].map((holds) =>
    outcomesOfEvent(walker, configuration, event, given, new Map([...assumed, [open, holds]])),
  );
  // A condition that changes nothing need not be told.
  if (signature(held!) === signature(failed!))
    return held!.map((outcome) => ({ ...outcome, assumed: without(outcome.assumed, open) }));
  const told = [...held!, ...failed!];
  const known = new Set(told.map(keyOfOutcome));
  return [
    ...told,
    ...all.filter((outcome) => !known.has(keyOfOutcome(outcome))).map((outcome) => ({ ...outcome, told: false })),
  ];
}

const keyOfOutcome = ({ branch, after }: Outcome): string => `${branch?.node.from} ${after && keyOf(after)}`;
const signature = (outcomes: readonly Outcome[]): string => outcomes.map(keyOfOutcome).join('|');

const without = (assumed: Assumptions, text: string): Assumptions =>
  new Map([...assumed].filter(([each]) => each !== text));
