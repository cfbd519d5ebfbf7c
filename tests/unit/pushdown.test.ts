import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { activeStack, keyOf, type Configuration } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { toEnd } from '../../src/core/base/slices';
import { deciding } from '../../src/core/reach/properties/claims';
import { suspecting } from '../../src/core/reach/properties/suspects';
import { allConfigurations, breaks, compare, doorsOf, leaksIn, neverAfter, shownAfter } from './brute-force';
import type { Flag, Screen } from '../../src/core/plan/model';
import type { Tap } from '../../src/core/walk/tap';
import { withFlagsOpen } from './flags-open';
import { planArbitrary, smallPlanArbitrary } from './plans';
import { forAll } from './property';

/**
 * Asserts that the upper bound of a variant has every configuration that brute force finds; returns the number of
 * compared variants.
 *
 * @param flags `told apart` for tabs that share flags; `left open` for variants without their flags, or half of them
 */
function compareAbove(text: string, flags: 'told apart' | 'left open'): number {
  const { plan, reach, quick } = check(text);
  const isOpen = (flag: Flag): boolean => (text.length + plan.flags.indexOf(flag)) % 3 > 0;
  const variants =
    flags === 'told apart' ? reach.variants : quick.variants.map((known) => withFlagsOpen(plan, known, isOpen));
  let compared = 0;
  for (const variant of variants) {
    if (variant?.kind !== 'bounded') continue;
    const { name, verdicts, upperBound } = variant;
    compared++;
    const heads = new Set(
      upperBound.all.shown.map(
        ({ head: { control, symbol } }) =>
          `${control.valuation} ${control.stack} ${symbol.screen.index} ${symbol.last}`,
      ),
    );
    const { valuations } = upperBound.system;
    const walker = new Walker(plan, name);
    const doors = doorsOf(plan, name);
    const seen = new Map<string, Configuration>();
    const add = (all: readonly Configuration[]): void =>
      all.forEach((each) => seen.size < 400 && seen.set(keyOf(each), seen.get(keyOf(each)) ?? each));
    add([...walker.coldStart(), ...doors.flatMap((door) => walker.open(door))]);
    for (const configuration of seen.values()) {
      const { screen, below } = activeStack(configuration)!;
      const about = `${screen.label} in ${name} of\n${text}`;
      expect(verdicts[screen.index]!.reachable, about).not.toBe('no');
      const valuation = valuations.of((flag) => configuration.flags[plan.flags.indexOf(flag)]!);
      expect(heads, `${valuation} ${about}`).toContain(
        `${valuation} ${configuration.active} ${screen.index} ${below === null}`,
      );
      if (below)
        expect(
          [...upperBound.revealed(screen)]
            .filter(([, { beneath }]) => beneath.length > 0)
            .map(([other]) => other.label),
          about,
        ).toContain(below.screen.label);
      for (const event of [...walker.allEvents(configuration), ...doors]) add(walker.after(configuration, event));
    }
  }
  return compared;
}

/** Plans of all of the language, whose tabs seldom share flags, and small ones whose tabs often do. */
const sharing = fc.oneof(planArbitrary(5), smallPlanArbitrary('shared'));

describe('the analysis', () => {
  test('agrees with every configuration by brute force, and its walks replay', () => {
    let exact = 0;
    forAll(
      fc.property(planArbitrary(5), (text) => void (exact += compare(text))),
      100,
    );
    expect(exact).toBeGreaterThan(40);
  });

  test('of tabs that share flags has all that runs can do', () => {
    let compared = 0;
    forAll(
      fc.property(sharing, (text) => void (compared += compareAbove(text, 'told apart'))),
      60,
    );
    expect(compared).toBeGreaterThan(1);
  });

  test('of flags that are left open has all that runs can do', () => {
    let compared = 0;
    forAll(
      fc.property(
        fc.oneof(planArbitrary(5), smallPlanArbitrary('flag')),
        (text) => void (compared += compareAbove(text, 'left open')),
      ),
      60,
    );
    expect(compared).toBeGreaterThan(20);
  });

  test('of tabs that share flags no rule is held to be kept that some run breaks', () => {
    let broken = 0;
    forAll(
      fc.property(sharing, fc.nat(4), fc.nat(4), (text, first, second) => {
        const claims = [
          `never s${first} beneath s${second}`,
          `never s${first} after s${second}`,
          `always s${first} beneath s${second}`,
        ];
        const { plan, reach } = check(`${text}\n${claims.map((claim) => `rule "${claim}" ${claim}`).join('\n')}\n`);
        const [a, b] = [first, second].map((index) => plan.screens.find(({ name }) => name === `s${index}`));
        if (!a || !b) return;
        for (const variant of reach.variants) {
          if (variant.kind !== 'bounded') continue;
          const graph = allConfigurations(plan, variant.name, 250);
          if (!graph) continue;
          const suspected = toEnd(suspecting(plan, variant)).claims;
          for (const claim of plan.claims) {
            if (!claims.includes(claim.title) || !breaks(graph, variant.name, claim.title, a, b)) continue;
            broken++;
            expect(suspected.has(claim), `${claim.title} in ${variant.name} of\n${text}`).toBe(true);
          }
        }
      }),
      90,
    );
    expect(broken).toBeGreaterThan(4);
  });

  test('of tabs that share flags tells only of dead ends, traps and screens out of reach that are such', () => {
    let told = 0;
    forAll(
      fc.property(sharing, fc.nat(4), fc.nat(4), (text, first, second) => {
        const claim = `from s${first} always reach s${second}`;
        const { plan, reach } = check(`${text}\nrule "${claim}" ${claim}\n`);
        const start = plan.start?.target;
        if (!start) return;
        for (const variant of reach.variants) {
          if (variant.kind !== 'bounded') continue;
          const { deadEnds, trapped, claims } = toEnd(suspecting(plan, variant));
          const about = (what: string): string => `${what} in ${variant.name} of\n${text}`;
          const canMiss = (walk: readonly Tap[], on: Screen, without: Screen): boolean =>
            shownAfter(plan, variant.name, walk, on).some((shown) => !shown.has(without));
          for (const [screen, walk] of deadEnds)
            expect(
              shownAfter(plan, variant.name, walk, screen).some(({ size }) => size === 1),
              about(`${screen.label} is a dead end`),
            ).toBe(true);
          for (const [screen, walk] of trapped)
            expect(canMiss(walk, screen, start), about(`${screen.label} is a trap`)).toBe(true);
          for (const [{ title, first: from, second: goal }, walk] of claims)
            if (walk && title === claim) expect(canMiss(walk, from!, goal!), about(claim)).toBe(true);
          told +=
            deadEnds.size + trapped.size + [...claims].filter(([{ title }, walk]) => walk && title === claim).length;
        }
      }),
      60,
    );
    expect(told).toBeGreaterThan(0);
  });

  test('decides every rule as looking at all configurations does, where these can be counted', () => {
    let decided = 0;
    forAll(
      fc.property(planArbitrary(5), fc.nat(4), fc.nat(4), (text, first, second) => {
        const claims = [
          `never s${first} beneath s${second}`,
          `never s${first} after s${second}`,
          `always s${first} beneath s${second}`,
          `from s${first} always reach s${second}`,
        ];
        const whole = `${text}\n${claims.map((claim) => `rule "${claim}" ${claim}`).join('\n')}\n`;
        const { plan, reach, findings } = check(whole);
        const [a, b] = [first, second].map((index) => plan.screens.find(({ name }) => name === `s${index}`));
        if (!a || !b || plan.variants.length !== reach.variants.length) return;
        const broken = new Set<string>();
        const leaks = new Set<string>();
        for (const { name, kind } of reach.variants) {
          if (kind !== 'exact') return;
          const graph = allConfigurations(plan, name, 300);
          if (!graph) return;
          for (const claim of claims) if (breaks(graph, name, claim, a, b)) broken.add(claim);
          for (const screen of leaksIn(plan, name, graph)) leaks.add(screen.label);
        }
        decided++;
        const leaked = findings.filter(({ rule }) => rule === 'stack/guarded-revealed').map(({ subject }) => subject!);
        expect([...new Set(leaked)].sort(), whole).toEqual([...leaks].sort());
        const found = findings
          .filter(({ rule }) => rule === 'stack/rule-broken')
          .map(({ subject }) => subject!)
          .filter((subject) => claims.includes(subject));
        // Past the budget a rule stays undecided, and the check says so.
        const isSaid = findings.some(({ rule }) => rule === 'stack/undecided');
        expect(found.sort(), whole).toEqual([...broken].filter((claim) => !isSaid || found.includes(claim)).sort());
      }),
      50,
    );
    expect(decided).toBeGreaterThan(3);
  });

  test('decides of every two screens whether from the one the other can always be reached', () => {
    let decided = 0;
    forAll(
      fc.property(planArbitrary(5), (text) => {
        const names = [...text.matchAll(/^ *screen (\w+)/gm)].map(([, name]) => name!);
        const claims = names.flatMap((a) => names.flatMap((b) => (a === b ? [] : [`from ${a} always reach ${b}`])));
        const whole = `${text}\n${claims.map((claim) => `rule "${claim}" ${claim}`).join('\n')}\n`;
        const { plan, reach } = check(whole);
        for (const variant of reach.variants) {
          if (variant.kind !== 'exact') continue;
          const { name, stacks } = variant;
          const graph = allConfigurations(plan, name, 200);
          if (!graph) continue;
          const never = neverAfter(graph);
          for (const claim of plan.claims) {
            if (!claims.includes(claim.title) || !claim.first || !claim.second) continue;
            decided++;
            const answer = toEnd(deciding(stacks, claim));
            expect(answer === 'holds' ? answer : typeof answer, `${claim.title} in ${name} of\n${text}`).toBe(
              never(claim.first, claim.second) ? 'object' : 'holds',
            );
          }
        }
      }),
      90,
    );
    expect(decided).toBeGreaterThan(85);
  });
});
