/**
 * Plans so small that a test can ask every question about them: with tabs, with a flag and no tabs, with screens that
 * need something.
 */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import type { Branch, Claim, Plan, Screen } from '../../src/core/plan/model';
import type { VariantReach } from '../../src/core/reach/verdicts/reach';
import { walkLabels, type Tap } from '../../src/core/walk/tap';
import { toEnd } from '../../src/core/base/slices';
import { deciding } from '../../src/core/reach/properties/claims';
import { revealedWithoutNeeds } from '../../src/core/reach/properties/leaks';
import { walkOutOfReach } from '../../src/core/reach/properties/out-of-reach';
import { isStuck } from '../../src/core/reach/properties/no-return';
import { suspecting } from '../../src/core/reach/properties/suspects';
import { WaysByTaps } from '../../src/core/reach/properties/ways-by-taps';
import { activeStack, keyOf } from '../../src/core/walk/configuration';
import { isBranching } from '../../src/core/walk/event';
import { Walker } from '../../src/core/walk/walker';
import { allConfigurations, breaks, compare, insideOf, leaksIn, neverAfter, replay, shownLater } from './brute-force';
import { withFlagsOpen } from './flags-open';
import { smallPlanArbitrary } from './plans';
import { forAll } from './property';
import { Walked } from './walked';

describe.each([
  ['tabs that share nothing', 'tabs'],
  ['a flag and no tabs', 'flag'],
  ['needs', 'needs'],
] as const)('plans with %s', (_name, kind) => {
  test('the analysis agrees with every configuration by brute force, and its walks replay', () => {
    let exact = 0;
    forAll(
      fc.property(smallPlanArbitrary(kind), (text) => void (exact += compare(text))),
      100,
    );
    expect(exact).toBeGreaterThan(45);
  });

  test('every rule of two screens is decided, and every trap found, as looking at all configurations does; the walks replay', () => {
    const counts = new Map<string, number>();
    const count = (what: string): void => void counts.set(what, (counts.get(what) ?? 0) + 1);
    forAll(
      fc.property(smallPlanArbitrary(kind), (text) => {
        const { plan, reach } = check(withRules(text));
        const [variant] = reach.variants as [VariantReach];
        if (variant.kind !== 'exact') return;
        const { name, stacks } = variant;
        const graph = allConfigurations(plan, name, 300);
        if (!graph) return;
        const judge = new Judge(plan, name, graph);
        for (const claim of plan.claims) {
          const about = `${claim.title} of\n${text}`;
          const answer = toEnd(deciding(stacks, claim));
          const broken = judge.isBroken(claim);
          expect(answer === 'holds' ? answer : typeof answer, about).toBe(broken ? 'object' : 'holds');
          count(`${claim.node.claim} ${broken ? 'broken' : 'holds'}`);
          if (typeof answer === 'object')
            expect(judge.breaks(claim, answer), `${walkLabels(answer).join(', ')} for ${about}`).toBe(true);
        }
        const start = plan.start!.target!;
        const toStart = toEnd(stacks.predecessorsOf(start));
        const inside = insideOf(plan, name, graph);
        expect(stacks.outcomes(), `what can be tapped in\n${text}`).toEqual(judge.outcomes(inside));
        const leaks = [...leaksIn(plan, name, graph)].map(({ label }) => label).sort();
        expect(
          [...revealedWithoutNeeds(stacks)].flatMap((leak) => (leak ? [leak[0].label] : [])).sort(),
          `what is shown without what it needs in\n${text}`,
        ).toEqual(leaks);
        leaks.forEach(() => count('leaks'));
        variant.verdicts.forEach(({ byEvent }) => byEvent && count('by event'));
        for (const screen of plan.screens) {
          const stuck = stacks.shownOn(screen, stacks.inside).some(({ head }) => stacks.staysAsItIs(head));
          expect(stuck, `whether ${screen.label} is a dead end in\n${text}`).toBe(judge.isDeadEnd(screen, inside));
          count(`dead end ${stuck}`);
          const trapped = [...inside].some(
            ([key, { configuration }]) => activeStack(configuration)!.screen === screen && judge.never.from(key, start),
          );
          const walk = toEnd(walkOutOfReach(stacks, stacks.inside, toStart, stacks.shownOn(screen, stacks.inside)));
          expect(walk !== null, `nothing leads back from ${screen.label} in\n${text}`).toBe(trapped);
          if (walk)
            expect(
              replay(plan, name, walk).some(
                (each) => activeStack(each)!.screen === screen && judge.never.from(keyOf(each), start),
              ),
              text,
            ).toBe(true);
          count(`trap ${trapped}`);
        }
      }),
      140,
    );
    for (const what of [
      'always reach broken',
      'always reach holds',
      'never after broken',
      'never after holds',
      'never beneath broken',
      'always beneath broken',
      'trap true',
      'trap false',
      'dead end true',
      'dead end false',
    ])
      expect(counts.get(what), what).toBeGreaterThan(10);
    expect(counts.get('by event')).toBeGreaterThan(3);
    if (kind === 'needs') expect(counts.get('leaks')).toBeGreaterThan(2);
  });
});

test.each([
  [
    'tabs that share a flag',
    ['tabs', 'shared'],
    'told apart',
    { broken: 110, holds: 110, proved: 110, trapped: 2, leaks: 1, stranded: 5 },
  ],
  [
    'flags that are left open',
    ['flag', 'shared', 'needs'],
    'left open',
    { broken: 110, holds: 110, proved: 30, trapped: 2, leaks: 1, stranded: 5 },
  ],
] as const)('%s: where all configurations are known, everything is decided by them', (_name, kinds, flags, least) => {
  const counts = { broken: 0, holds: 0, proved: 0, trapped: 0, leaks: 0, stranded: 0 };
  forAll(
    fc.property(fc.oneof(...kinds.map(smallPlanArbitrary)), (text) => {
      const { plan, reach, quick } = check(withRules(text));
      const variant = flags === 'left open' ? withFlagsOpen(plan, quick.variants[0]!, () => true) : reach.variants[0]!;
      if (variant?.kind !== 'bounded') return;
      const graph = allConfigurations(plan, variant.name, 300);
      if (!graph) return;
      const judge = new Judge(plan, variant.name, graph);
      const tops = new Set(Array.from(graph.values(), ({ configuration }) => activeStack(configuration)!.screen));
      for (const screen of plan.screens) {
        expect(variant.verdicts[screen.index]!.reachable, `${screen.label} in\n${text}`).toBe(
          tops.has(screen) ? 'yes' : 'no',
        );
        if (!tops.has(screen)) counts.stranded++;
        expect(variant.back(screen).whole, `what Back reveals under ${screen.label} in\n${text}`).toBe(true);
      }
      const { claims, trapped, revealed, cycles } = toEnd(suspecting(plan, variant));
      for (const claim of plan.claims) {
        const about = `${claim.title} of\n${text}`;
        const walk = claims.get(claim);
        // A proof that needs no look at all configurations, as for apps that have too many.
        const isProved =
          claim.node.claim === 'always reach' &&
          toEnd(new WaysByTaps(variant.upperBound, claim.second!).leadFrom(claim.first!));
        if (isProved) counts.proved++;
        if (!judge.isBroken(claim)) {
          expect(walk, about).toBeUndefined();
          counts.holds++;
          continue;
        }
        counts.broken++;
        expect(isProved, `a proof of ${about}`).toBe(false);
        expect(walk, about).toBeTruthy();
        expect(judge.breaks(claim, walk!), `${walkLabels(walk!).join(', ')} for ${about}`).toBe(true);
      }
      expect(cycles.size, `no stack grows in\n${text}`).toBe(0);
      expect(new Set(revealed.keys()), `what is shown without what it needs in\n${text}`).toEqual(
        leaksIn(plan, variant.name, graph),
      );
      for (const [screen, walk] of revealed) {
        counts.leaks++;
        expect(walk, `${screen.label} in\n${text}`).not.toBeNull();
      }
      const start = plan.start!.target!;
      const inside = [...insideOf(plan, variant.name, graph)];
      const caught = plan.screens.filter(
        (screen) =>
          screen !== start &&
          inside.some(
            ([key, { configuration }]) =>
              activeStack(configuration)!.screen === screen &&
              judge.never.from(key, start) &&
              !isStuck(judge.walker, configuration),
          ),
      );
      expect([...trapped.keys()], `nothing leads back from in\n${text}`).toEqual(caught);
      for (const [screen, walk] of trapped) {
        counts.trapped++;
        expect(
          replay(plan, variant.name, walk).some(
            (each) => activeStack(each)!.screen === screen && judge.never.from(keyOf(each), plan.start!.target!),
          ),
          text,
        ).toBe(true);
      }
    }),
    140,
  );
  for (const what of ['broken', 'holds', 'proved', 'trapped', 'leaks', 'stranded'] as const)
    expect(counts[what], what).toBeGreaterThan(least[what]);
});

/** A plan with every rule of every two screens. */
function withRules(text: string): string {
  const names = ['s0', 's1', 's2', 's3', 's4'];
  const claims = names.flatMap((a) =>
    names.flatMap((b) => [
      ...(a === b ? [] : [`from ${a} always reach ${b}`, `never ${a} after ${b}`]),
      `never ${a} beneath ${b}`,
      `always ${a} beneath ${b}`,
    ]),
  );
  return `${text}\n${claims.map((claim) => `rule "${claim}" ${claim}`).join('\n')}\n`;
}

/** Answers from all configurations. */
class Judge {
  readonly never: ReturnType<typeof neverAfter>;
  private readonly later: ReturnType<typeof shownLater>;
  readonly walker: Walker;
  private readonly asksForFlags: boolean;

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
    private readonly graph: NonNullable<ReturnType<typeof allConfigurations>>,
  ) {
    this.never = neverAfter(graph);
    this.later = shownLater(graph, variant);
    this.walker = new Walker(plan, variant);
    this.asksForFlags =
      plan.screens.some(({ needs }) => needs.length > 0) ||
      [...plan.screens.flatMap(({ transitions }) => transitions), ...plan.events].some(({ branches }) =>
        branches.some(({ condition }) => condition),
      );
  }

  /** The branches that some of the configurations take. */
  outcomes(among: typeof this.graph): Set<Branch> {
    const taken = [...among.values()].flatMap(({ configuration }) =>
      this.walker
        .allEvents(configuration)
        .flatMap((event) =>
          isBranching(event) ? this.walker.outcomesBy(configuration, event).map(({ branch }) => branch) : [],
        ),
    );
    return new Set(taken);
  }

  isDeadEnd(screen: Screen, among: typeof this.graph): boolean {
    return [...among.values()].some(({ configuration }) => {
      const top = activeStack(configuration)!;
      return (
        top.screen === screen &&
        top.below === null &&
        this.walker
          .events(configuration)
          .every((event) =>
            this.walker
              .after(configuration, event)
              .every(
                (next) =>
                  keyOf(next) ===
                  keyOf({ ...configuration, flags: this.asksForFlags ? configuration.flags : next.flags }),
              ),
          )
      );
    });
  }

  isBroken({ node: { claim }, title, first, second }: Claim): boolean {
    return claim === 'always reach'
      ? this.never(first!, second!)
      : claim === 'never after'
        ? this.later(second!).has(first!)
        : breaks(this.graph, this.variant, title, first!, second!);
  }

  /** Whether the end of a walk breaks a rule. */
  breaks(claim: Claim, walk: readonly Tap[]): boolean {
    return new Walked(this.plan, this.variant, walk).breaks(claim, (from) =>
      this.never.from(keyOf(from), claim.second!),
    );
  }
}
