/** Triggers, menu items and events of a plan as what the app tells the code. */
import {
  isIn,
  type Branch,
  type Only,
  type Parameter,
  type Plan,
  type Screen,
  type Transition,
} from '../../plan/model';
import { sameType } from '../../plan/types';
import { scopeOfTransition } from '../../supply/site';
import type { ActionReader } from './read-actions';
import type { Bindings } from './read-expression';
import { partsOf } from './read-expression';
import type { Action, BranchCode, Brought, EventCode, Expression } from './program';
import { isUsable } from './usable';

/** A statement of the plan with branches. */
export interface Statement {
  readonly part: EventCode['parts'][number];
  readonly only: Only;
  readonly branches: readonly Branch[];
  /** The values that a branch can name. */
  readonly bindings: (branch: Branch) => Bindings;
}

/** A statement on one line, as the plan has it. */
export const sourceOf = ({ tree }: Plan, { from, to }: { readonly from: number; readonly to: number }): string =>
  tree.text
    .slice(from, to)
    .replace(/\s*#.*$/gm, '')
    .replace(/\s+/g, ' ')
    .trim();

/**
 * One event of the app, from statements that users cannot tell apart.
 *
 * @param place as messages call it
 */
export function readEvent(
  plan: Plan,
  reader: ActionReader,
  label: string,
  place: string,
  statements: readonly Statement[],
): EventCode {
  const brought = new Map<string, Brought>();
  const missing = (wanted: Parameter, by: Screen): Brought => {
    const known = brought.get(wanted.name);
    const name =
      known && !sameType(known.type, wanted.type)
        ? `${by.name}${wanted.name[0]!.toUpperCase()}${wanted.name.slice(1)}`
        : wanted.name;
    const one: Brought = brought.get(name) ?? { name, type: wanted.type, as: 'missing' };
    brought.set(name, one);
    return one;
  };
  // Values that the plan names come first, in the plan's order; a missing argument must not take the name of one.
  for (const { branches, bindings } of statements)
    for (const branch of branches) for (const each of namedIn(bindings(branch))) brought.set(each.name, each);
  const outcomes = new Set<string>();
  const needed = new Set<string>();
  const note = (expression: Expression): void => {
    if (expression.kind === 'brought') needed.add(expression.path[0]!.name);
  };
  const branches = statements.flatMap(({ only, branches: own, bindings }) =>
    own.map((branch): BranchCode => {
      const bound = bindings(branch);
      const test = branch.condition && reader.test({ ...bound, label: place }, branch.condition, branch.node);
      for (const part of test ? partsOf(test) : []) {
        if (part.kind === 'outcome') outcomes.add(part.text);
        else note(part.value);
      }
      const actions = reader.actions({ ...bound, label: place, bring: missing }, branch.steps);
      for (const action of actions) expressionsIn(action).forEach(note);
      return { only, test, actions };
    }),
  );
  return {
    label,
    parts: statements.map(({ part }) => part),
    source: statements.map(({ part }) => sourceOf(plan, part.node)),
    brought: [...brought.values()].filter(({ name }) => needed.has(name)),
    outcomes: [...outcomes],
    only: statements.some(({ only }) => only === null)
      ? null
      : new Set(statements.flatMap(({ only }) => [...(only ?? [])])),
    branches,
  };
}

/** The values that only the app has: the row of a loop, and what the screen holds. */
function namedIn({ scope, screen }: Bindings): Brought[] {
  const row = scope.variable && isUsable(scope.variable.type) ? [scope.variable] : [];
  const held = screen?.holds.filter(({ name, type }) => name !== scope.variable?.name && isUsable(type)) ?? [];
  return [
    ...row.map(({ name, type }): Brought => ({ name, type, as: 'row' })),
    ...held.map(({ name, type }): Brought => ({ name, type, as: 'held' })),
  ];
}

function expressionsIn(action: Action): Expression[] {
  if ('opens' in action) return action.opens.values.map(({ value }) => value);
  if (action.kind === 'resume') return action.or ? expressionsIn(action.or) : [];
  return 'result' in action && action.result ? [action.result.value] : [];
}

/** Transitions of a screen that users cannot tell apart, in the order of the text. */
export function groupTriggers({ transitions }: Screen, { variants }: Plan): Transition[][] {
  const groups: Transition[][] = [];
  for (const transition of transitions) {
    const group = groups.find(([first]) => first!.trigger === transition.trigger && isSameRow(first!, transition));
    // What stands behind a branch that always happens would never happen: such a trigger stays one of its own.
    if (group && !group.some((earlier) => alwaysHappens(earlier) && meet(earlier.only, transition.only, variants)))
      group.push(transition);
    else groups.push([transition]);
  }
  return groups;
}

const isSameRow = ({ loop: a }: Transition, { loop: b }: Transition): boolean =>
  a && b ? a.variable.text === b.variable.text && sameType(a.type, b.type) : a === b;

const alwaysHappens = ({ branches }: Transition): boolean => branches.some(({ condition }) => condition === null);

const meet = (a: Only, b: Only, variants: readonly string[]): boolean =>
  variants.some((variant) => isIn(a, variant) && isIn(b, variant));

export const statementOf = (plan: Plan, transition: Transition): Statement => ({
  part: transition,
  only: transition.only,
  branches: transition.branches,
  bindings: (branch) => ({
    scope: scopeOfTransition(transition, branch, plan),
    screen: transition.screen,
    flags: plan.flags,
  }),
});
