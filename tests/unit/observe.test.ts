/** What Back does in plans whose stacks are not known exactly, seen in walks: held against all configurations. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { observe } from '../../src/core/reach/explicit';
import { activeStack } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { allConfigurations } from './brute-force';
import { smallPlanArbitrary } from './plans';
import { forAll } from './property';

test('what is seen around walks happens, and is more than the nearest levels show', () => {
  const counts = { near: 0, around: 0 };
  forAll(
    fc.property(smallPlanArbitrary('shared'), (text) => {
      const { plan, reach } = check(text);
      const [variant] = plan.variants as [string];
      const graph = allConfigurations(plan, variant, 300);
      if (!graph) return;
      const walker = new Walker(plan, variant);
      const happens = new Set<string>();
      for (const { configuration } of graph.values()) {
        const top = activeStack(configuration)!.screen.label;
        const back = walker.after(configuration, { kind: 'back' });
        if (back.length === 0) happens.add(`${top} leaves`);
        for (const after of back) happens.add(`${top} reveals ${activeStack(after)!.screen.label}`);
      }
      const walks = reach.variants[0]!.verdicts.flatMap(({ walk }) => (walk ? [walk] : []));
      const near = observe(plan, variant, [], 2);
      const around = observe(plan, variant, walks, 2);
      for (const screen of plan.screens) {
        for (const other of around.reveals[screen.index]!)
          expect(happens, text).toContain(`${screen.label} reveals ${other.label}`);
        if (around.leaves.has(screen)) expect(happens, text).toContain(`${screen.label} leaves`);
        counts.near += near.reveals[screen.index]!.size;
        counts.around += around.reveals[screen.index]!.size;
      }
      if (around.whole) expect(graph.size).toBeLessThanOrEqual(2);
    }),
    150,
  );
  expect(counts.around, JSON.stringify(counts)).toBeGreaterThan(2 * counts.near);
});
