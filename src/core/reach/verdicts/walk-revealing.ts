import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { walkTo } from '../queries';
import type { VariantReach } from './reach';

/**
 * A walk to a screen on which Back reveals another one. Null if there is none, or if the stacks are not known exactly:
 * what was then seen kept no walks.
 */
export function walkRevealing(reach: VariantReach, screen: Screen, revealed: Screen): readonly Tap[] | null {
  if (reach.kind !== 'exact') return null;
  const found = reach.stacks.revealed(screen).get(revealed);
  return found ? walkTo(reach.stacks.all, found.transition, found.beneath) : null;
}
