import fc from 'fast-check';
import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { labelOf } from '../../src/core/reach/reach';
import { activeStack } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { demo, planArbitrary, runs } from './plans';

/** Whether the walker can tap these labels one after the other from a cold start, or from outside, in one of the variants. */
function canBeWalked(text: string, labels: readonly string[], variant: string | null): boolean {
  const { plan } = check(text);
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

test('the walk of every finding can be walked, on the demo and on random plans', () => {
  let walks = 0;
  const every = (text: string): void => {
    for (const { rule, walk, variant } of check(text).findings) {
      if (!walk) continue;
      walks++;
      expect(canBeWalked(text, walk, variant), `${rule}: ${walk.join(' > ')} in ${variant} of\n${text}`).toBe(true);
    }
  };
  every(demo);
  fc.assert(fc.property(planArbitrary(5), every), runs(150));
  expect(walks).toBeGreaterThan(50);
});
