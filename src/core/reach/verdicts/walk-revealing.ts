import type { Screen } from '../../plan/model';
import { activeStack } from '../../walk/configuration';
import type { Tap } from '../../walk/tap';
import { Walker } from '../../walk/walker';
import { followed } from '../explicit';
import { walkTo } from '../queries';
import type { VariantReach } from './reach';

/**
 * A walk to a screen on which Back reveals another one. Null if there is none, or none at hand: the stacks are not known
 * exactly, or the first tab has to be left with that screen on top before.
 */
export function walkRevealing(reach: VariantReach, screen: Screen, revealed: Screen): readonly Tap[] | null {
  if (reach.kind !== 'exact') return null;
  const { plan, all } = reach.stacks;
  const found = reach.stacks.revealed(screen).get(revealed);
  if (!found) return null;
  const walk = walkTo(all, found.transition, found.beneath);
  if (found.beneath.length > 0) return walk;
  const walker = new Walker(plan, reach.name);
  const from = walker.coldStart().map((configuration) => ({ configuration, by: null, before: null, seen: false }));
  const { nodes, taps } = followed(walker, walk, from);
  const isRevealed = nodes.some(({ configuration }) =>
    walker.after(configuration, { kind: 'back' }).some((next) => activeStack(next)!.screen === revealed),
  );
  return taps === walk.length && isRevealed ? walk : null;
}
