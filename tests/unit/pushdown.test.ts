import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { isIn, type Plan } from '../../src/core/plan/model';
import { resolve } from '../../src/core/plan/resolve';
import { Pushdown } from '../../src/core/reach/pushdown';
import type { Tap } from '../../src/core/reach/reach';
import { Saturation, tapsOf } from '../../src/core/reach/saturation';
import { revealedBy } from '../../src/core/reach/stacks';
import { walkTo } from '../../src/core/reach/witness';
import { activeStack, type Configuration } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { planArbitrary, runs } from './plans';

/** A configuration as one string, every frame of every stack included. */
const keyOf = ({ flags, active, stacks }: Configuration): string => `${flags.join()} ${active} ${stacks.map((stack) => {
  const frames: string[] = [];
  for (let frame = stack; frame; frame = frame.below) frames.push(`${frame.screen.index}${frame.modal ? 'm' : ''}${frame.putOff ? `g${frame.putOff.kind}${frame.putOff.screen.index}` : ''}`);
  return frames.join(',');
}).join(';')}`;

/** All configurations up to a number, level by level, by brute force; with the number of taps, and whether all were found. */
function bruteForce(plan: Plan, variant: string, most: number): { levels: Configuration[][]; whole: boolean } | null {
  const walker = new Walker(plan, variant);
  const seen = new Set<string>();
  const levels: Configuration[][] = [];
  let level = walker.coldStart();
  while (level.length > 0) {
    const fresh = level.filter((configuration) => {
      const key = keyOf(configuration);
      return !seen.has(key) && seen.add(key);
    });
    levels.push(fresh);
    if (walker.bounded) return null;
    if (seen.size > most) return { levels, whole: false };
    level = fresh.flatMap((configuration) => walker.events(configuration).flatMap((event) => walker.after(configuration, event)));
  }
  return { levels, whole: true };
}

/** All that a walk can lead to, given what was on top after each tap. */
function replay(plan: Plan, variant: string, walk: readonly Tap[]): Configuration[] {
  const walker = new Walker(plan, variant);
  let now = walker.coldStart();
  walk.forEach((tap, at) => {
    const next = at === 0 && (tap.kind === 'link' || tap.kind === 'entry') ? [...walker.open(tap), ...now.flatMap((each) => walker.after(each, tap))] : now.flatMap((each) => walker.after(each, tap));
    now = next.filter((configuration) => activeStack(configuration)!.screen === tap.shows);
  });
  return now;
}

describe('the analysis', () => {
  test('agrees with every configuration by brute force', () => {
    fc.assert(fc.property(planArbitrary(5), (text) => {
      const plan = resolve(parse(text));
      if (!plan.start?.target) return;
      for (const variant of plan.variants) {
        if (!isIn(plan.start.target.only, variant)) continue;
        if (plan.tabBars.some((bar) => isIn(bar.only, variant))) continue;
        const system = new Pushdown(plan, variant);
        const saturation = new Saturation(system, false);
        const revealed = revealedBy(saturation, system, plan.screens.length);
        const about = `in ${variant} of\n${text}`;
        const first = new Map(plan.screens.map((screen) => [screen, saturation.heads.find((head) => head.symbol.screen === screen)]));
        const force = bruteForce(plan, variant, 500);
        if (!force || system.bounded) continue;
        const { levels, whole } = force;
        const found = new Set();
        levels.forEach((level, taps) => {
          for (const configuration of level) {
            const { screen, below } = activeStack(configuration)!;
            const head = first.get(screen);
            expect(head, `${screen.label} is shown after ${taps} ${about}`).toBeDefined();
            if (!found.has(screen)) expect(tapsOf(head!), `taps to ${screen.label} ${about}`).toBe(taps);
            found.add(screen);
            if (below) expect([...revealed[screen.index]!.keys()].map((one) => one.label), `beneath ${screen.label} ${about}`).toContain(below.screen.label);
          }
        });
        for (const [screen, head] of first) {
          if (!head) continue;
          if (whole) expect(found.has(screen), `${screen.label} is never shown ${about}`).toBe(true);
          const walk = walkTo(head);
          expect(walk.length).toBe(tapsOf(head));
          expect(replay(plan, variant, walk).some((configuration) => activeStack(configuration)!.screen === screen), `walk to ${screen.label}: ${walk.map((tap) => `${tap.kind} ${tap.shows.label}`).join(' > ')} ${about}`).toBe(true);
          for (const [beneath, sight] of revealed[screen.index]!) {
            const there = walkTo(sight.head, sight.beneath);
            expect(replay(plan, variant, there).some((configuration) => {
              const top = activeStack(configuration)!;
              return top.screen === screen && top.below?.screen === beneath;
            }), `walk to ${beneath.label} beneath ${screen.label}: ${there.map((tap) => `${tap.kind} ${tap.shows.label}`).join(' > ')} ${about}`).toBe(true);
          }
        }
      }
    }), runs(300));
  });
});
