import type { Condition, Flag } from '../plan/model';

/** What makes a condition hold: values of flags, and what conditions in quotes turn out to be. */
export interface Assignment {
  readonly flags: ReadonlyMap<Flag, string>;
  readonly texts: ReadonlyMap<string, boolean>;
}

/** So many ways are kept in between: conditions with more are none that anybody reads. */
const mostWays = 64;

/** The ways in which a condition can hold, or fail: its disjunctive normal form, without contradictions. */
export function waysToHold(condition: Condition, holds = true): Assignment[] {
  switch (condition.kind) {
    case 'flag': {
      const values = holds ? [condition.value] : condition.flag.values.filter((value) => value !== condition.value);
      return values.map((value) => ({ flags: new Map([[condition.flag, value]]), texts: new Map() }));
    }
    case 'maybe':
      return [{ flags: new Map(), texts: new Map([[condition.text, holds]]) }];
    case 'given':
      return [
        {
          flags: new Map(),
          texts: new Map([[`${condition.names.map(({ text }) => text).join('.')} is given`, holds]]),
        },
      ];
    case 'unknown':
      return [{ flags: new Map(), texts: new Map() }];
    case 'not':
      return waysToHold(condition.of, !holds);
    default: {
      const [left, right] = [waysToHold(condition.left, holds), waysToHold(condition.right, holds)];
      // By De Morgan's laws, and fails where either does.
      if ((condition.kind === 'or') === holds) return [...left, ...right].slice(0, mostWays);
      return left.flatMap((one) => right.flatMap((other) => both(one, other) ?? [])).slice(0, mostWays);
    }
  }
}

/** What holds where both do; null where they contradict one another. */
export function both(one: Assignment, other: Assignment): Assignment | null {
  for (const [flag, value] of other.flags) if (one.flags.has(flag) && one.flags.get(flag) !== value) return null;
  for (const [text, holds] of other.texts) if (one.texts.has(text) && one.texts.get(text) !== holds) return null;
  return { flags: new Map([...one.flags, ...other.flags]), texts: new Map([...one.texts, ...other.texts]) };
}
