import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import type { Plan, Screen, Transition } from '../../src/core/plan/model';
import { walkLabels, type Tap } from '../../src/core/reach/reach';
import { planArbitrary, runs } from './plans';

/** What a tap makes of a stack, step by step; null where a name is unknown, so that nothing is known of the rest. */
function fire(stack: readonly Screen[], { branches }: Transition): Screen[] | null {
  let next = [...stack];
  for (const step of branches[0]?.steps ?? []) {
    if (step.kind === 'leave') continue;
    if (step.kind === 'back') {
      next.pop();
      continue;
    }
    const target = 'call' in step ? step.call?.target : null;
    if (!target) return null;
    if (step.kind === 'push') next.push(target);
    if (step.kind === 'replace') next.splice(-1, 1, target);
    if (step.kind === 'reset') next = [target];
  }
  return next;
}

/** Every stack up to a height, by brute force: for each screen the fewest taps after which it is on top. */
function bruteForce(plan: Plan, height: number): (number | null)[] {
  const taps: (number | null)[] = plan.screens.map(() => null);
  const start = plan.start?.target;
  if (!start) return taps;
  const seen = new Set<string>();
  let level: Screen[][] = [[start]];
  for (let depth = 0; level.length > 0; depth++) {
    const next: Screen[][] = [];
    for (const stack of level) {
      const key = stack.map((screen) => screen.index).join(',');
      const top = stack.at(-1);
      if (!top || stack.length > height || seen.has(key)) continue;
      seen.add(key);
      taps[top.index] ??= depth;
      next.push(stack.slice(0, -1));
      for (const transition of top.transitions) {
        const after = fire(stack, transition);
        if (after) next.push(after);
      }
    }
    level = next;
  }
  return taps;
}

/** Replays a walk on real stacks; returns the screens that it shows. */
function replay(start: Screen, walk: readonly Tap[]): Screen[] {
  let stack = [start];
  return walk.map((tap) => {
    if (tap.kind === 'trigger') {
      expect(tap.transition.screen).toBe(stack.at(-1));
      stack = fire(stack, tap.transition)!;
    } else {
      stack = stack.slice(0, -1);
    }
    return stack.at(-1)!;
  });
}

const skipsFrames = (plan: Plan): boolean =>
  plan.screens.some((screen) => screen.transitions.some(({ branches }) => branches.some(({ steps }) => steps.filter((step) => step.kind === 'back').length > 1)));

describe('reach', () => {
  test('agrees with every stack by brute force, and its walks replay', () => {
    fc.assert(fc.property(planArbitrary(5, false), (text) => {
      const { plan, reach } = check(text);
      const verdicts = reach.variants[0]!.verdicts;
      const start = plan.start?.target;
      if (!start) {
        expect(verdicts.every((verdict) => verdict.reachable === 'undecided')).toBe(true);
        return;
      }
      // An unknown name ends what brute force can follow; the search goes on behind it. Known names only, then.
      fc.pre(plan.problems.every((problem) => problem.kind !== 'unknown-screen' && problem.kind !== 'ambiguous-screen'));
      const truth = bruteForce(plan, 6);
      verdicts.forEach((verdict, index) => {
        expect(verdict.reachable, `${plan.screens[index]!.label} in\n${text}`).toBe(truth[index] === null ? 'no' : 'yes');
        if (!skipsFrames(plan)) expect(verdict.taps, `${plan.screens[index]!.label} in\n${text}`).toBe(truth[index]);
        if (!verdict.walk) return;
        expect(verdict.walk.length).toBe(verdict.taps);
        const shown = replay(start, verdict.walk);
        expect(shown).toEqual(verdict.walk.map((tap) => tap.shows));
        expect(shown.at(-1) ?? start).toBe(plan.screens[index]);
      });
    }), runs(600));
  });

  test('a screen put beneath another is one Back further', () => {
    const { plan, reach } = check('start a\nscreen a "A" { on "Go" push b then push c }\nscreen b "B" {}\nscreen c "C" {}\n');
    const [a, b, c] = plan.screens.map((screen) => reach.variants[0]!.verdicts[screen.index]!);
    expect([a!.taps, b!.taps, c!.taps]).toEqual([0, 2, 1]);
    expect(walkLabels(b!.walk!)).toEqual(['Go', 'Back']);
  });

  test('leaving the app is no way on, and without a start nothing is decided', () => {
    const { reach } = check('start a\nscreen a "A" { on "Call" leave "b" }\nscreen b "B" {}\n');
    expect(reach.variants[0]!.verdicts.map((verdict) => verdict.reachable)).toEqual(['yes', 'no']);
    expect(check('screen a "A" {}').reach.variants[0]!.verdicts[0]!.reachable).toBe('undecided');
  });
});
