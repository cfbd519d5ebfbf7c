import type { Condition, Flag } from '../plan/model';

/** One way to make a condition hold: values of flags, and outcomes of quoted conditions. */
export interface Assignment {
  readonly flags: ReadonlyMap<Flag, string>;
  readonly texts: ReadonlyMap<string, boolean>;
}

/** Safety limit for degenerate conditions: most ways kept at a time. */
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

/** Conjunction of two ways; null if they contradict each other. */
export function both(one: Assignment, other: Assignment): Assignment | null {
  for (const [flag, value] of other.flags) if (one.flags.has(flag) && one.flags.get(flag) !== value) return null;
  for (const [text, holds] of other.texts) if (one.texts.has(text) && one.texts.get(text) !== holds) return null;
  return { flags: new Map([...one.flags, ...other.flags]), texts: new Map([...one.texts, ...other.texts]) };
}
