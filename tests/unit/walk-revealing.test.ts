import fc from 'fast-check';
import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { walkRevealing } from '../../src/core/reach';
import { activeStack } from '../../src/core/walk/configuration';
import { walkLabels } from '../../src/core/walk/tap';
import { Walker } from '../../src/core/walk/walker';
import { grammarPlan } from './grammar-plans';
import { planArbitrary, smallPlanArbitrary } from './plans';
import { forAll } from './property';
import { Walked } from './walked';

test('a walk that is given as evidence of Back shows it', () => {
  const counts = { within: 0, firstTab: 0, none: 0, bounded: 0, unwalked: 0 };
  forAll(
    fc.property(
      fc.oneof(planArbitrary(5), smallPlanArbitrary('tabs'), smallPlanArbitrary('shared'), grammarPlan('tabs')),
      (text) => {
        const { plan, reach } = check(text);
        for (const variant of reach.variants) {
          if (variant.kind === 'undecided') continue;
          const walker = new Walker(plan, variant.name);
          for (const screen of plan.screens) {
            const { reveals, within } = variant.back(screen);
            for (const other of reveals) {
              const walk = walkRevealing(variant, screen, other);
              if (variant.kind === 'bounded') counts[walk ? 'bounded' : 'unwalked']++;
              else counts[!walk ? 'none' : within.includes(other) ? 'within' : 'firstTab']++;
              if (!walk) {
                if (variant.kind === 'exact') expect(within).not.toContain(other);
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
      },
    ),
    120,
  );
  if (process.env.ANDANTE_TALLY) console.log(JSON.stringify(counts));
  expect(counts.within).toBeGreaterThan(50);
  expect(counts.firstTab).toBeGreaterThan(2);
  expect(counts.bounded).toBeGreaterThan(10);
  // Of a screen that is revealed, the search may not find a run.
  expect(counts.none).toBeLessThan(counts.firstTab / 5);
  expect(counts.unwalked).toBeLessThan(counts.bounded / 20);
});
