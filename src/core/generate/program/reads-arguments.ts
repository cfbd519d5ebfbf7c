import type { Action, Test } from './program';

/** Whether some tests or actions read an argument of the screen on top, or of one that arrives. */
export const readsArguments = (
  parts: readonly { readonly test: Test | null; readonly actions: readonly Action[] }[],
): boolean =>
  JSON.stringify(
    parts.map(({ test, actions }) => [test, actions]),
    withoutPlan,
  ).includes('"kind":"argument"');

/** Leaves out the parts of the plan that tests and actions name. */
const withoutPlan = (key: string, value: unknown): unknown =>
  ['screen', 'flag', 'parameter', 'asks', 'type'].includes(key) ? undefined : value;
