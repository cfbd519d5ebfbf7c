import type { Condition, Flag, Needs, Plan, Screen } from '../plan/model';

/** Possible outcomes of a condition, given the flags. */
export interface Outcomes {
  readonly holds: boolean;
  readonly fails: boolean;
}

/** Assumed outcomes of quoted conditions, by their text. */
export type Assumptions = ReadonlyMap<string, boolean>;
const none: Assumptions = new Map();

/** Assumptions in words: `if “the card is accepted” and unless “…”`; empty without any. */
export const sayAssumptions = (assumed: Assumptions): string =>
  [...assumed].map(([text, holds]) => `${holds ? 'if' : 'unless'} “${text}”`).join(' and ');

/**
 * Whether a condition can hold and whether it can fail. Flags are exact. A part in quotes may turn out either way, and
 * so may `is given`; equal parts of one condition turn out equal. Costs O(2^k) for k such parts, up to eight; further
 * parts count as independent of one another.
 *
 * @param valueOf the value that a flag has
 * @param taken the assumed outcomes of conditions in quotes
 */
export function outcomesOf(condition: Condition, valueOf: (flag: Flag) => string, taken: Assumptions = none): Outcomes {
  const assumed = new Map<string, boolean>();
  for (const [text, holds] of taken) {
    assumed.set(quoted(text), holds);
    if (text.endsWith(isGiven)) assumed.set(text.slice(0, -isGiven.length), holds);
  }
  const open = [...new Set(openParts(condition))].filter((part) => !assumed.has(part));
  if (open.length > 8) {
    return independentOutcomes(condition, (flag, value) => {
      const holds = valueOf(flag) === value;
      return { holds, fails: !holds };
    });
  }
  let holds = false;
  let fails = false;
  for (let bits = 0; bits < 1 << open.length; bits++) {
    open.forEach((part, index) => assumed.set(part, (bits & (1 << index)) !== 0));
    if (evaluate(condition, valueOf, assumed)) holds = true;
    else fails = true;
    if (holds && fails) break;
  }
  return { holds, fails };
}

/**
 * Whether a condition can hold.
 *
 * @param flags their values, in the plan's order
 */
export const mayHold = (plan: Plan, condition: Condition, flags: readonly string[]): boolean =>
  outcomesOf(condition, (flag) => flags[plan.flags.indexOf(flag)]!).holds;

/**
 * The first thing that a screen needs and that cannot hold; undefined if there is none.
 *
 * @param flags their values, in the plan's order
 */
export const lackOf = (plan: Plan, { needs }: Screen, flags: readonly string[]): Needs | undefined =>
  needs.find(({ condition }) => !mayHold(plan, condition, flags));

const quoted = (text: string): string => `"${text}`;
const isGiven = ' is given';

/** The values that are taken not to be there: `season` of `unless "season is given"`. */
export const absentIn = (taken: Assumptions): string[] =>
  [...taken].flatMap(([text, holds]) => (!holds && text.endsWith(isGiven) ? [text.slice(0, -isGiven.length)] : []));

/** The parts of a condition that may go either way, as a walk names them: texts in quotes, and `season is given`. */
export const openTexts = (condition: Condition): string[] =>
  [...openParts(condition)].flatMap((part) =>
    part === '' ? [] : [part.startsWith('"') ? part.slice(1) : `${part}${isGiven}`],
  );

function partOf(condition: Condition): string | null {
  switch (condition.kind) {
    case 'maybe':
      return quoted(condition.text);
    case 'given':
      return condition.names.map((name) => name.text).join('.');
    case 'unknown':
      return '';
    default:
      return null;
  }
}

function* openParts(condition: Condition): Generator<string> {
  if (condition.kind === 'not') yield* openParts(condition.of);
  else if (condition.kind === 'and' || condition.kind === 'or') {
    yield* openParts(condition.left);
    yield* openParts(condition.right);
  } else {
    const part = partOf(condition);
    if (part !== null) yield part;
  }
}

function evaluate(
  condition: Condition,
  valueOf: (flag: Flag) => string,
  assumed: ReadonlyMap<string, boolean>,
): boolean {
  switch (condition.kind) {
    case 'flag':
      return valueOf(condition.flag) === condition.value;
    case 'not':
      return !evaluate(condition.of, valueOf, assumed);
    case 'and':
      return evaluate(condition.left, valueOf, assumed) && evaluate(condition.right, valueOf, assumed);
    case 'or':
      return evaluate(condition.left, valueOf, assumed) || evaluate(condition.right, valueOf, assumed);
    default:
      return assumed.get(partOf(condition)!)!;
  }
}

/**
 * Outcomes of a condition with each part taken by itself: an over-approximation where parts depend on each other.
 *
 * @param judge whether a flag can have a value, and whether it can have another one
 */
export function independentOutcomes(condition: Condition, judge: (flag: Flag, value: string) => Outcomes): Outcomes {
  switch (condition.kind) {
    case 'flag':
      return judge(condition.flag, condition.value);
    case 'not': {
      const { holds, fails } = independentOutcomes(condition.of, judge);
      return { holds: fails, fails: holds };
    }
    case 'and':
    case 'or': {
      const left = independentOutcomes(condition.left, judge);
      const right = independentOutcomes(condition.right, judge);
      return condition.kind === 'and'
        ? { holds: left.holds && right.holds, fails: left.fails || right.fails }
        : { holds: left.holds || right.holds, fails: left.fails && right.fails };
    }
    default:
      return { holds: true, fails: true };
  }
}
