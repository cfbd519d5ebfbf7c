import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { isIn, type Plan, type Screen, type Transition } from '../../src/core/plan/model';
import { activeStack, keyOf } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { mayReach } from '../../src/core/reach/explicit/over-approximation';
import { walkLabels, type Tap } from '../../src/core/walk/tap';
import { replay as replayed } from './brute-force';
import { grammarPlan } from './grammar-plans';
import { planText } from './plan-text';
import { planArbitrary } from './plans';
import { forAll } from './property';
import { Seen } from './seen';

/** The stack after a tap, step by step; null for an unknown name, after which nothing is known. */
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
  plan.screens.some((screen) =>
    screen.transitions.some(({ branches }) =>
      branches.some(({ steps }) => steps.filter((step) => step.kind === 'back').length > 1),
    ),
  );

describe('reach', () => {
  test('agrees with every stack by brute force, and its walks replay', () => {
    forAll(
      fc.property(planArbitrary(5, false), (text) => {
        const { plan, reach } = check(text);
        const verdicts = reach.variants[0]!.verdicts;
        const start = plan.start?.target;
        if (!start) {
          expect(verdicts.every((verdict) => verdict.reachable === 'undecided')).toBe(true);
          return;
        }
        // Brute force ends at an unknown name, and the search goes on behind it. So only known names count.
        fc.pre(
          plan.problems.every((problem) => problem.kind !== 'unknown-screen' && problem.kind !== 'ambiguous-screen'),
        );
        const truth = bruteForce(plan, 8);
        verdicts.forEach((verdict, index) => {
          expect(verdict.reachable, `${plan.screens[index]!.label} in\n${text}`).toBe(
            truth[index] === null ? 'no' : 'yes',
          );
          if (!skipsFrames(plan)) expect(verdict.taps, `${plan.screens[index]!.label} in\n${text}`).toBe(truth[index]);
          if (!verdict.walk) return;
          expect(verdict.walk.length).toBe(verdict.taps);
          const shown = replay(start, verdict.walk);
          expect(shown).toEqual(verdict.walk.map((tap) => tap.shows));
          expect(shown.at(-1) ?? start).toBe(plan.screens[index]);
        });
      }),
      200,
    );
  });

  test('a screen put beneath another is one Back further', () => {
    const { plan, reach } = check(
      'start a\nscreen a "A" { on "Go" push b then push c }\nscreen b "B" {}\nscreen c "C" {}\n',
    );
    const [a, b, c] = plan.screens.map((screen) => reach.variants[0]!.verdicts[screen.index]!);
    expect([a!.taps, b!.taps, c!.taps]).toEqual([0, 2, 1]);
    expect(walkLabels(b!.walk!)).toEqual(['Go', 'Back']);
  });

  test('leaving the app is no way on, and without a start nothing is decided', () => {
    const { reach } = check('start a\nscreen a "A" { on "Call" leave "b" }\nscreen b "B" {}\n');
    expect(reach.variants[0]!.verdicts.map((verdict) => verdict.reachable)).toEqual(['yes', 'no']);
    expect(check('screen a "A" {}').reach.variants[0]!.verdicts[0]!.reachable).toBe('undecided');
  });

  test('the quick analysis rules out no screen that a walk shows, whatever the productions of the language', () => {
    forAll(
      fc.property(fc.oneof(grammarPlan('tabs'), grammarPlan('none')), (text) => {
        const plan = resolve(parse(text));
        for (const variant of plan.variants) {
          const { whole, shown } = new Seen(plan, variant, 100);
          const may = mayReach(plan, variant);
          if (whole !== null)
            expect(
              [...shown].filter((screen) => !may.has(screen)).map(({ label }) => label),
              text,
            ).toEqual([]);
        }
      }),
      150,
    );
  });

  test('with the whole language: what any run shows is never called stranded, and every walk can be walked', () => {
    forAll(
      fc.property(planArbitrary(4), (text) => {
        const { plan, reach } = check(text);
        if (!plan.start?.target) return;
        for (const { name, verdicts } of reach.variants) {
          if (!isIn(plan.start.target.only, name)) continue;
          const walker = new Walker(plan, name);
          const outside = [
            ...plan.screens.flatMap((screen) => screen.links.map((link) => ({ kind: 'link', link }) as const)),
            ...plan.entries
              .filter((entry) => isIn(entry.only, name))
              .map((entry) => ({ kind: 'entry', entry }) as const),
          ];
          const queue = [...walker.coldStart(), ...outside.flatMap((event) => walker.open(event))];
          const seen = new Map(queue.map((configuration) => [keyOf(configuration), configuration]));
          for (const configuration of seen.values()) {
            if (seen.size > 300) break;
            for (const event of walker.events(configuration))
              for (const next of walker.after(configuration, event))
                if (!seen.has(keyOf(next))) seen.set(keyOf(next), next);
          }
          for (const configuration of seen.values()) {
            const { screen } = activeStack(configuration)!;
            expect(verdicts[screen.index]!.reachable, `${screen.label} in ${name} of\n${text}`).not.toBe('no');
          }
          // A walker that reached a limit cannot judge.
          if (walker.bounded) continue;
          verdicts.forEach(({ walk }, index) => {
            if (walk)
              expect(
                replayed(plan, name, walk).some((configuration) => activeStack(configuration)!.screen.index === index),
                `${plan.screens[index]!.label} in ${name} of\n${text}`,
              ).toBe(true);
          });
        }
      }),
      150,
    );
  });

  test('what was put off may be shown without what the steps do that come after', () => {
    const plan = resolve(
      parse(
        planText`
          start home
          screen home "Home" { on "Pay" push paid then back }
          screen paid "Paid" { needs "card accepted" else push ask then push help }
          screen ask "Ask" { on "Yes" resume }
          screen help "Help" {}
        `,
      ),
    );
    expect([...mayReach(plan, 'app')].map(({ label }) => label).sort()).toEqual(['ask', 'help', 'home', 'paid']);
  });

  test('a cold start does not depend on the walk before it', () => {
    const plan = resolve(
      parse(`start s1
screen s1 { needs lost else push s0 }
screen s2 { needs lost else push s0 then resume or back then push s0 }
screen s0 { needs lost else push s1 then push s0 }
entry widget "Next stay" opens s2
`),
    );
    const walker = new Walker(plan, 'app');
    const shown = (): number[] => walker.coldStart().map((configuration) => activeStack(configuration)!.screen.index);
    const first = shown();
    for (let round = 0; round < 5; round++) walker.open({ kind: 'entry', entry: plan.entries[0]! });
    expect(shown()).toEqual(first);
  });

  test('going back to a missing screen keeps the last frame, also in an else on an empty stack', () => {
    const { plan, reach } = check(
      planText`
        flag ready
        start a
        screen a "A" { link /a under b }
        screen b "B" { needs ready else push c then back to b }
        screen c "C" {}
      `,
    );
    expect(
      plan.screens.map((screen) => `${screen.label} ${reach.variants[0]!.verdicts[screen.index]!.reachable}`),
    ).not.toContain('c no');
  });

  test('Back reveals the first tab’s root whatever it needs', () => {
    const { plan, reach } = check(
      planText`
        flag ready
        start a
        tabs {
          "B" b
          "A" a
        }
        screen a "A" {}
        screen b "B" { needs ready else leave "Mail" }
      `,
    );
    const { reachable, walk } = reach.variants[0]!.verdicts[plan.screens.find((screen) => screen.name === 'b')!.index]!;
    expect([reachable, walkLabels(walk!)]).toEqual(['yes', ['Back']]);
  });
});
