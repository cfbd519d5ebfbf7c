import type { Branch } from '../plan/model';
import type { Assumptions } from './conditions';
import { keyOf, type Configuration } from './configuration';
import type { Values } from '../plan/value';
import { isBranching, type AppEvent } from './event';
import type { Walker } from './walker';

/** One thing that can come of an event. */
export interface Outcome {
  /** The branch that happens; null for events without branches. */
  readonly branch: Branch | null;
  /** Outcomes of quoted conditions that it requires. */
  readonly assumed: Assumptions;
  /**
   * Whether the assumptions determine the outcome. They do not if a condition has to hold at one use and fail at
   * another in one event.
   */
  readonly isDetermined: boolean;
  /** Null if the app is left. */
  readonly after: Configuration | null;
}

/** Maximum number of conditions in one event that are told apart. */
const mostConditions = 5;

/**
 * All outcomes of an event, each with the conditions in quotes that lead to it. Costs O(2^k) runs of the event for k
 * conditions that matter.
 *
 * @param walker one with data: only such a walker keeps the open conditions
 */
export function outcomesOfEvent(
  walker: Walker,
  configuration: Configuration,
  event: AppEvent,
  given?: Values,
  assumed: Assumptions = new Map(),
): Outcome[] {
  const fired: { branch: Branch | null; after: readonly Configuration[] }[] = isBranching(event)
    ? walker.outcomesBy(configuration, event, assumed, given)
    : [{ branch: null, after: walker.after(configuration, event, assumed) }];
  const all = fired.flatMap(({ branch, after }) =>
    (after.length > 0 ? after : [null]).map((each): Outcome => ({ branch, assumed, isDetermined: true, after: each })),
  );
  const open = [...walker.undecided].find((text) => !assumed.has(text));
  if (open === undefined || assumed.size >= mostConditions)
    return all.length === 1 ? all : all.map((outcome) => ({ ...outcome, isDetermined: false }));
  const [held, failed] = [true, false].map((holds) =>
    outcomesOfEvent(walker, configuration, event, given, new Map([...assumed, [open, holds]])),
  );
  // A condition that changes nothing is left out.
  const byAssumption =
    signature(held!) === signature(failed!)
      ? held!.map((outcome) => ({ ...outcome, assumed: without(outcome.assumed, open) }))
      : [...held!, ...failed!];
  const known = new Set(byAssumption.map(keyOfOutcome));
  return [
    ...byAssumption,
    ...all
      .filter((outcome) => !known.has(keyOfOutcome(outcome)))
      .map((outcome) => ({ ...outcome, isDetermined: false })),
  ];
}

const keyOfOutcome = ({ branch, after }: Outcome): string => `${branch?.node.from} ${after && keyOf(after)}`;
const signature = (outcomes: readonly Outcome[]): string => outcomes.map(keyOfOutcome).join('|');

const without = (assumed: Assumptions, text: string): Assumptions =>
  new Map([...assumed].filter(([each]) => each !== text));
