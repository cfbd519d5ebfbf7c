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

test('a walk leaves a screen on the first tab, which Back on the last frame of another one reveals', () => {
  const { plan, reach } = check(`app "A"
start home
tabs {
  "Home" home
  "List" list
}
screen home "Home" {
  on "Hut" push hut
}
screen hut "Hut" {}
screen list "List" {
  on "Map" push map
}
screen map "Map" {}
`);
  const [, hut, list, map] = plan.screens;
  const [variant] = reach.variants;
  expect(walkLabels(walkRevealing(variant!, list!, hut!)!)).toEqual(['Hut', 'List']);
  expect(walkRevealing(variant!, map!, hut!)).toBeNull();
});

test('a walk that is given as evidence of Back shows it', () => {
  const counts = { within: 0, firstTab: 0, bounded: 0 };
  const plans = { all: 0, exactUnwalked: new Set<string>(), boundedUnwalked: new Set<string>() };
  forAll(
    fc.property(
      fc.oneof(planArbitrary(5), smallPlanArbitrary('tabs'), smallPlanArbitrary('shared'), grammarPlan('tabs')),
      (text) => {
        const { plan, reach } = check(text);
        plans.all++;
        for (const variant of reach.variants) {
          if (variant.kind === 'undecided') continue;
          const walker = new Walker(plan, variant.name);
          for (const screen of plan.screens) {
            const { reveals, within } = variant.back(screen);
            for (const other of reveals) {
              const walk = walkRevealing(variant, screen, other);
              if (!walk) {
                plans[variant.kind === 'exact' ? 'exactUnwalked' : 'boundedUnwalked'].add(text);
                if (variant.kind === 'exact') expect(within).not.toContain(other);
                continue;
              }
              counts[variant.kind === 'bounded' ? 'bounded' : within.includes(other) ? 'within' : 'firstTab']++;
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
  const unwalked = { exact: plans.exactUnwalked.size, bounded: plans.boundedUnwalked.size };
  if (process.env.ANDANTE_TALLY) console.log(JSON.stringify({ ...counts, plans: plans.all, unwalked }));
  expect(counts.within).toBeGreaterThan(50);
  expect(counts.firstTab).toBeGreaterThan(2);
  expect(counts.bounded).toBeGreaterThan(10);
  // Of a screen that is revealed, the search may not find a run. Counted in plans: one may have many such screens.
  expect(unwalked.exact).toBeLessThan(plans.all / 20);
  expect(unwalked.bounded).toBeLessThan(plans.all / 20);
});
