import { prependToScreen } from '../../edit/body';
import { mayBeLeftOut, type Flag, type Plan, type Screen } from '../../plan/model';
import { eachStep } from '../../plan/steps';
import { branchesOf, isBranching } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import type { Fix } from '../parts/rule';

/**
 * Makes a screen require a condition, so that it no longer shows without it: one of the flags that the walk sets. Only
 * a new analysis can say whether that is enough.
 */
export function askFor({ start, tree }: Plan, screen: Screen, walk: readonly Tap[]): Fix[] {
  const otherwise =
    start?.target && start.target !== screen && start.target.parameters.every(mayBeLeftOut)
      ? `reset ${start.target.label}`
      : 'back';
  return flagsSetIn(walk).flatMap((flag) => {
    const conditions =
      flag.values.join() === 'false,true'
        ? [flag.name, `not ${flag.name}`]
        : flag.values.map((value) => `${flag.name} is ${value}`);
    return conditions.map((condition): Fix => ({
      label: `Let ${screen.label} need ${condition}`,
      onTrial: true,
      edits: [prependToScreen(tree.text, screen.node, `needs ${condition} else ${otherwise}`)],
    }));
  });
}

/** The flags that the triggers, menu items and events of a walk set, the last first. */
function flagsSetIn(walk: readonly Tap[]): Flag[] {
  const flags = new Set<Flag>();
  for (const tap of walk.toReversed()) {
    for (const { steps } of isBranching(tap) ? branchesOf(tap) : [])
      for (const step of eachStep(steps)) if (step.kind === 'sets' && step.flag) flags.add(step.flag);
  }
  return [...flags];
}
