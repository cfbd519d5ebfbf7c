import type { Screen } from '../../plan/model';
import { branchesOf, isBranching } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import type { Fix } from '../parts/rule';

/**
 * Takes a screen off the stack before the step that ends a walk puts another one above it. Only a new analysis can say
 * whether the screen is always there.
 */
export function goPast(walk: readonly Tap[], beneath: Screen, top: Screen): Fix[] {
  const last = walk.at(-1);
  if (!last || !isBranching(last) || beneath === top) return [];
  const steps = branchesOf(last).flatMap((branch) => branch.steps);
  const opens = steps.filter((step) => (step.kind === 'push' || step.kind === 'present') && step.call?.target === top);
  if (opens.length === 0) return [];
  return [
    {
      label: `Go back past ${beneath.label} first`,
      onTrial: true,
      edits: opens.map(({ range: { from } }) => ({ from, to: from, insert: `back past ${beneath.label} then ` })),
    },
  ];
}
