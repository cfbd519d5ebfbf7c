import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Budget } from '../../src/core/base/budget';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import type { Plan } from '../../src/core/plan/model';
import { Explored } from '../../src/core/reach/explicit';
import { walkOf } from '../../src/core/reach/explicit/node';
import { walkTo } from '../../src/core/reach/queries';
import { activeStack } from '../../src/core/walk/configuration';
import { walkLabels, type Tap } from '../../src/core/walk/tap';
import { withFlagsOpen } from './flags-open';
import { planArbitrary, smallPlanArbitrary } from './plans';
import { forAll } from './property';
import { Walked } from './walked';

/** A walk by labels, in the manner of which a screen is sought; null if there is none. */
function found(plan: Plan, labels: readonly string[]): readonly string[] | null {
  const taps = labels.map((label): Tap => {
    const transition = plan.screens.flatMap(({ transitions }) => transitions).find(({ trigger }) => trigger === label)!;
    const call = transition.branches[0]!.steps.find((step) => 'call' in step)!.call!;
    return { kind: 'trigger', transition, shows: call.target };
  });
  const goal = taps.at(-1)!.shows;
  const { detours } = new Explored(plan, plan.variants[0]!, new Budget(1_000_000));
  const end = toEnd(detours.find(taps, ({ configuration }) => activeStack(configuration)!.screen === goal));
  return end && walkLabels(walkOf(end));
}

/** A vault behind a door, whose key and lamp are elsewhere. */
const vault = (asks: string, lamp = 'on "Take lamp" sets lamp = true'): Plan =>
  check(
    `start home
flag key
flag lamp
screen home { on "Door" when ${asks} push vault on "Shed" push shed }
screen shed { on "Cellar" push cellar on "Take key" sets key = true }
screen cellar { ${lamp} }
screen vault {}
`.replaceAll(' on "', '\n  on "'),
  ).plan;

describe('a walk of the upper bound', () => {
  test('is taken as it is, where nothing stops it', () => {
    expect(found(vault('not lamp'), ['Door'])).toEqual(['Door']);
  });

  test('sets the flag that it needs elsewhere, comes back, and goes on', () => {
    expect(found(vault('key'), ['Door'])).toEqual(['Shed', 'Take key', 'Back', 'Door']);
  });

  test('sets two flags, if one is not enough', () => {
    const walk = found(vault('key and lamp'), ['Door'])!;
    expect(walk.filter((label) => label.startsWith('Take')).sort()).toEqual(['Take key', 'Take lamp']);
    expect(walk.at(-1)).toBe('Door');
  });

  test('finds no way where nothing sets the flag, or only another value of it', () => {
    expect(found(vault('lamp', ''), ['Door'])).toBeNull();
    expect(found(vault('lamp', 'on "Drop lamp" sets lamp = false'), ['Door'])).toBeNull();
  });

  test('with or without detours can be walked, to the screen that it is for', () => {
    const counts = { straight: 0, detours: 0 };
    forAll(
      fc.property(fc.oneof(planArbitrary(5), smallPlanArbitrary('flag')), (text) => {
        const { plan, quick } = check(text);
        for (const known of quick.variants) {
          const variant = withFlagsOpen(plan, known, () => true);
          if (!variant) continue;
          const { detours } = variant.explored;
          for (const edge of variant.upperBound.all.shown) {
            const { screen } = edge.head.symbol;
            const hint = walkTo(variant.upperBound.all, edge);
            const end = toEnd(detours.find(hint, ({ configuration }) => activeStack(configuration)!.screen === screen));
            if (!end) continue;
            const walk = walkOf(end);
            counts[walk.length === hint.length ? 'straight' : 'detours']++;
            const walked = new Walked(plan, known.name, walk);
            const about = `${walkLabels(walk).join(', ')} to ${screen.label} of\n${text}`;
            expect(walked.isPossible || walked.isBounded, about).toBe(true);
            expect(activeStack(end.configuration)!.screen, about).toBe(screen);
          }
        }
      }),
      60,
    );
    expect(counts.straight).toBeGreaterThan(50);
    expect(counts.detours).toBeGreaterThan(2);
  });
});
