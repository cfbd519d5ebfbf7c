import type { Check } from '../check';
import type { Step } from '../plan/model';
import type { Supply, WayIn } from '../supply/supply';

/** The ways in of a plan, to be found by where they lead and by the step that they are. */
export interface WayIndex {
  /** By the index of the screen that is entered. */
  readonly into: readonly (readonly WayIn[])[];
  /** Only steps that open a known screen have one. */
  readonly byStep: ReadonlyMap<Step, WayIn>;
}

const made = new WeakMap<Supply, WayIndex>();

/** The index of a check's ways in, made once. Linear in the ways in. */
export function indexWays({ plan, supply }: Check): WayIndex {
  const known = made.get(supply);
  if (known) return known;
  const into: WayIn[][] = plan.screens.map(() => []);
  const byStep = new Map<Step, WayIn>();
  for (const wayIn of supply.waysIn) {
    into[wayIn.target.index]!.push(wayIn);
    if ('step' in wayIn.site) byStep.set(wayIn.site.step, wayIn);
  }
  const index = { into, byStep };
  made.set(supply, index);
  return index;
}
