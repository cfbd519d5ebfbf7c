/** Kept walks of the old plan that break at a step, or hold again. */
import type { WalkNode, WalkStepNode } from '../../language/syntax';
import type { Finding } from '../../rules/parts/rule';
import { replay, type Replayed } from '../../walk/replay';
import type { Check } from '../../check';
import type { WalkEffect } from './effect';
import type { Versions } from './versions';

/**
 * @param worded the old walks in names of the new plan, for those that it no longer keeps
 */
export function walkEffects(versions: Versions, worded: readonly WalkNode[], comes: readonly Finding[]): WalkEffect[] {
  const { old, now } = versions;
  const kept = new Map(now.plan.walks.map((walk) => [walk.from, walk]));
  return old.plan.walks.flatMap((walk, index): WalkEffect[] => {
    const part = versions.oldPartAt(walk.from);
    const other = part && versions.newPart(part);
    const node = other?.range ? (kept.get(other.range.from) ?? null) : null;
    const was = furthest(old, stepsOf(walk));
    const is = furthest(now, stepsOf(node ?? worded[index] ?? walk));
    if (was.outcome === is.outcome || was.outcome === 'undecided' || is.outcome === 'undecided') return [];
    return [
      {
        kind: 'walk',
        weight: is.outcome === 'holds' ? 'better' : node ? 'breaking' : 'worse',
        hurts: [],
        screen: null,
        module: null,
        variants: null,
        before: walk,
        after: node,
        evidence: [],
        title: (node ?? walk).title?.value ?? '',
        isKept: node !== null,
        breaks: is.outcome === 'broken' ? { step: is.step, because: is.because } : null,
        finding:
          comes.find(
            ({ rule, range }) => rule === 'walk/broken' && node && node.from <= range.from && range.to <= node.to,
          ) ?? null,
      },
    ];
  });
}

const stepsOf = ({ body }: WalkNode): readonly WalkStepNode[] => body?.items ?? [];

/** The replay in the variant in which a walk holds, or else gets furthest. */
function furthest({ plan }: Check, steps: readonly WalkStepNode[]): Replayed {
  const all = plan.variants.map((variant) => replay(plan, variant, steps));
  const holding = all.find(({ outcome }) => outcome !== 'broken');
  return holding ?? all.reduce((best, each) => (each.run.length > best.run.length ? each : best));
}
