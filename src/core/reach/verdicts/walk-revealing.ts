import type { Screen } from '../../plan/model';
import { activeStack } from '../../walk/configuration';
import { Ends } from '../../walk/ends';
import type { Tap } from '../../walk/tap';
import { Walker } from '../../walk/walker';
import { walkTo } from '../queries';
import type { VariantReach } from './reach';

/**
 * A walk to a screen on which Back reveals another one. Null if there is none, or none at hand: the stacks are not
 * known exactly, or the other screen lies on top of the first tab, which the walk leaves otherwise.
 */
export function walkRevealing(reach: VariantReach, screen: Screen, revealed: Screen): readonly Tap[] | null {
  if (reach.kind !== 'exact') return null;
  const { plan, all } = reach.stacks;
  const found = reach.stacks.revealed(screen).get(revealed);
  if (!found) return null;
  const walk = walkTo(all, found.transition, found.beneath);
  if (found.beneath.length > 0) return walk;
  const walker = new Walker(plan, reach.name);
  const after = new Ends(walker).of(walk).flatMap((end) => walker.after(end, { kind: 'back' }));
  return after.some((next) => activeStack(next)!.screen === revealed) ? walk : null;
}
