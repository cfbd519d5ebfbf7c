/** Tabs that share nothing: each with stacks of its own, all of them emptied at once. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { Predecessors } from '../../src/core/reach/predecessors';
import { walkLabels } from '../../src/core/reach/reach';
import { decide } from '../../src/core/rules/stack/claims';
import { walkOutOfReach } from '../../src/core/rules/stack/out-of-reach';
import { activeStack, keyOf, screensOf } from '../../src/core/walk/configuration';
import { allConfigurations, breaks, compare, insideOf, neverAfter, replay, shownLater } from './brute-force';
import { runs, tabPlanArbitrary } from './plans';

describe('tabs that share nothing', () => {
  test('the analysis agrees with every configuration by brute force, and its walks replay', () => {
    let exact = 0;
    fc.assert(fc.property(tabPlanArbitrary(), (text) => void (exact += compare(text))), runs(1200));
    expect(exact).toBeGreaterThan(600);
  });

  test('every rule of two screens is decided, and every trap found, as looking at all configurations does; the walks replay', () => {
    const counts = new Map<string, number>();
    const count = (what: string): void => void counts.set(what, (counts.get(what) ?? 0) + 1);
    fc.assert(fc.property(tabPlanArbitrary(), (text) => {
      const names = ['s0', 's1', 's2', 's3', 's4'];
      const claims = names.flatMap((a) => names.flatMap((b) => [...(a === b ? [] : [`from ${a} always reach ${b}`, `never ${a} after ${b}`]), `never ${a} beneath ${b}`, `always ${a} beneath ${b}`]));
      const { plan, reach } = check(`${text}\n${claims.map((claim) => `rule "${claim}" ${claim}`).join('\n')}\n`);
      const [{ name, stacks }] = reach.variants as [(typeof reach.variants)[0]];
      const graph = stacks && allConfigurations(plan, name, 300);
      if (!graph) return;
      const never = neverAfter(graph);
      const later = shownLater(graph);
      for (const claim of plan.claims) {
        const about = `${claim.title} of\n${text}`;
        const [a, b] = [claim.first!, claim.second!];
        const answer = decide(plan, name, stacks, claim);
        const { claim: kind } = claim.node;
        const broken = kind === 'always reach' ? never(a, b) : kind === 'never after' ? later(b).has(a) : breaks(graph, claim.title, a, b);
        expect(answer === 'holds' ? answer : typeof answer, about).toBe(broken ? 'object' : 'holds');
        count(`${kind} ${broken ? 'broken' : 'holds'}`);
        if (typeof answer === 'string') continue;
        expect(replay(plan, name, answer).some((each) => {
          const { screen, below } = activeStack(each)!;
          if (kind === 'always reach') return screen === a && never.from(keyOf(each), b);
          if (kind === 'never after') return screen === a && [plan.start!.target!, ...answer.slice(0, -1).map(({ shows }) => shows)].includes(b);
          return screen === b && [...screensOf(below)].includes(a) === (kind === 'never beneath');
        }), `${walkLabels(answer).join(', ')} for ${about}`).toBe(true);
      }
      const start = plan.start!.target!;
      const toStart = new Predecessors(stacks.saturation, start);
      const inside = [...insideOf(plan, name, graph)];
      for (const screen of plan.screens) {
        const trapped = inside.some(([key, { configuration }]) => activeStack(configuration)!.screen === screen && never.from(key, start));
        const walk = walkOutOfReach(stacks, stacks.inside, toStart, stacks.sightsOf(screen, stacks.inside));
        expect(walk !== null, `nothing leads back from ${screen.label} in\n${text}`).toBe(trapped);
        if (walk) expect(replay(plan, name, walk).some((each) => activeStack(each)!.screen === screen && never.from(keyOf(each), start)), text).toBe(true);
        count(`trap ${trapped}`);
      }
    }), runs(1200));
    for (const what of ['always reach broken', 'always reach holds', 'never after broken', 'never after holds', 'never beneath broken', 'always beneath broken', 'trap true', 'trap false']) expect(counts.get(what), what).toBeGreaterThan(300);
  });
});
