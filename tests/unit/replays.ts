import { expect } from 'vitest';
import { check } from '../../src/core/check';
import type { Plan } from '../../src/core/plan/model';
import { labelOf } from '../../src/core/reach/reach';
import { activeStack } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';

/** Whether the walker can tap these labels one after the other from a cold start, or from outside, in one of the variants. */
function canBeWalked(plan: Plan, labels: readonly string[], variant: string | null): boolean {
  return plan.variants.some((name) => {
    if (variant !== null && variant !== name) return false;
    const walker = new Walker(plan, name);
    const doors = [
      ...plan.screens.flatMap((screen) => screen.links.map((link) => ({ kind: 'link', link }) as const)), ...plan.entries.map((entry) => ({ kind: 'entry', entry }) as const),
    ];
    let now = walker.coldStart();
    return labels.every((label, at) => {
      const next = now.flatMap((configuration) => [...walker.events(configuration), ...doors].filter((event) => labelOf(event) === label).flatMap((event) => walker.after(configuration, event)));
      if (at === 0) next.push(...doors.filter((door) => labelOf(door) === label).flatMap((door) => walker.open(door)));
      // Where many outcomes are possible, those that differ only in what lies far beneath are not all followed.
      now = next.slice(0, 3000);
      return now.every((configuration) => activeStack(configuration) !== null) && (now.length > 0 || at === labels.length - 1);
    });
  });
}
/** Expects that the walk of every finding can be walked; says how many there are. */
export function expectWalksToReplay(text: string, { plan, findings } = check(text)): number {
  let walks = 0;
  for (const { rule, walk, variant } of findings) {
    if (!walk) continue;
    walks++;
    expect(canBeWalked(plan, walk, variant), `${rule}: ${walk.join(' > ')} in ${variant} of\n${text}`).toBe(true);
  }
  return walks;
}
