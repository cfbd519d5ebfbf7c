import fc from 'fast-check';
import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { walkRevealing } from '../../src/core/reach';
import { activeStack } from '../../src/core/walk/configuration';
import { walkLabels } from '../../src/core/walk/tap';
import { Walker } from '../../src/core/walk/walker';
import { planArbitrary, smallPlanArbitrary } from './plans';
import { forAll } from './property';
import { Walked } from './walked';

test('a walk that is given as evidence of Back shows it', () => {
  const counts = { within: 0, firstTab: 0, none: 0 };
  forAll(
    fc.property(fc.oneof(planArbitrary(5), smallPlanArbitrary('tabs')), (text) => {
      const { plan, reach } = check(text);
      for (const variant of reach.variants) {
        if (variant.kind !== 'exact') continue;
        const walker = new Walker(plan, variant.name);
        for (const screen of plan.screens) {
          const { reveals, within } = variant.back(screen);
          for (const other of reveals) {
            const walk = walkRevealing(variant, screen, other);
            counts[!walk ? 'none' : within.includes(other) ? 'within' : 'firstTab']++;
            if (!walk) {
              expect(within).not.toContain(other);
              continue;
            }
            const { after, isBounded } = new Walked(plan, variant.name, walk);
            const shown = after
              .filter((end) => activeStack(end)!.screen === screen)
              .flatMap((end) => walker.after(end, { kind: 'back' }).map((next) => activeStack(next)!.screen));
            const about = `${walkLabels(walk).join(', ')}, and Back to ${other.label} of\n${text}`;
            if (!isBounded) expect(shown, about).toContain(other);
          }
        }
      }
    }),
    60,
  );
  expect(counts.within).toBeGreaterThan(50);
  expect(counts.firstTab).toBeGreaterThan(2);
});
