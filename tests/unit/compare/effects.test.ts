/** Each effect is shown by its evidence: it can be walked, opened, or saved and not read. */
import { readFileSync } from 'node:fs';
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check, type Check } from '../../../src/core/check';
import { compare, type Comparison } from '../../../src/core/compare/compare';
import type { Effect, EffectKind, Evidence } from '../../../src/core/compare/effects/effect';
import { savedExample } from '../../../src/core/compare/effects/saved-example';
import { jsonComparison } from '../../../src/core/compare/report/json';
import { since } from '../../../src/core/compare/report/since';
import { sayEffect } from '../../../src/core/compare/say/say-effect';
import { isMatched, spaceOf } from '../../../src/core/links/space';
import { Source } from '../../../src/core/report/source';
import { plain } from '../../../src/core/rules/parts/message';
import { NotRestored, restore } from '../../../src/core/walk/written';
import { Walker } from '../../../src/core/walk/walker';
import { activeStack } from '../../../src/core/walk/configuration';
import { demo } from '../../demo';
import { grammarPlan } from '../grammar-plans';
import { planArbitrary, smallPlanArbitrary } from '../plans';
import { forAll } from '../property';
import { Walked } from '../walked';
import { edited, editArbitrary } from './edits';

const schema = JSON.parse(
  readFileSync(new URL('../../../docs/schema/compare.schema.json', import.meta.url), 'utf8'),
) as object;
const fits = new Ajv({ strict: false }).compile(schema);

const planTexts = fc.oneof(planArbitrary(6), grammarPlan('tabs'), grammarPlan('none'), smallPlanArbitrary('needs'));

test('since an earlier version, screens are new, gone or moved as the verdicts of both say', () => {
  const seen = { added: 0, moved: 0, gone: 0 };
  forAll(
    fc.property(planTexts, fc.array(editArbitrary, { minLength: 1, maxLength: 4 }), (text, edits) => {
      const [before, after] = [check(text), check(edited(text, edits).text)];
      const { added, moved, gone } = since(before, after, null);
      const placed = ({ plan, reach }: Check): number =>
        plan.screens.filter(({ index }) => reach.variants[0]!.verdicts[index]!.taps !== null).length;
      // Whatever is new, gone or the same adds up.
      if (before.plan.variants[0] === after.plan.variants[0])
        expect(placed(after) - added.length, `${text}\n---\n${after.text}`).toBe(placed(before) - gone.length);
      // Two screens of one name are a mistake: then one label stands for both.
      const labels = after.plan.screens.map(({ label }) => label);
      if (new Set(labels).size === labels.length)
        expect(new Set([...added, ...moved.map(({ label }) => label)]).size).toBe(added.length + moved.length);
      seen.added += added.length;
      seen.moved += moved.length;
      seen.gone += gone.length;
    }),
    80,
  );
  for (const count of Object.values(seen)) expect(count).toBeGreaterThan(0);
  const supply = { newArguments: [], goneArguments: [], newWays: [], goneWays: [] };
  expect(since(check(demo), check(demo), 'tablet')).toEqual({ added: [], moved: [], gone: [], supply });
  const edits = demo.replace('takes ref: text?', 'takes when: date?').replace('push hut(hutId: 12)', 'push search');
  expect(since(check(demo), check(edits), null).supply).toMatchObject({
    newArguments: [{ screen: 'hut', name: 'when' }],
    goneArguments: [{ screen: 'hut', name: 'ref' }],
    newWays: [{ screen: 'search', at: edits.indexOf('on "Hut of the month"') }],
    goneWays: [{ screen: 'hut', name: 'Hut of the month' }],
  });
});

describe('effects of a change', () => {
  test('are none between a plan and itself', () => {
    forAll(
      fc.property(planTexts, (text) => {
        expect(compare(check(text), check(text)).effects).toEqual([]);
      }),
      25,
    );
  });

  test('replay: each one is shown by what it says', () => {
    const seen: Partial<Record<EffectKind, number>> = {};
    forAll(
      fc.property(planTexts, fc.array(editArbitrary, { minLength: 1, maxLength: 4 }), (before, edits) => {
        const comparison = compare(check(before), check(edited(before, edits).text));
        for (const effect of comparison.effects) {
          seen[effect.kind] = (seen[effect.kind] ?? 0) + 1;
          shows(comparison, effect);
        }
        const sources = {
          before: Source.of('a.andante', before),
          after: Source.of('b.andante', comparison.after.text),
        };
        fits(JSON.parse(JSON.stringify(jsonComparison(comparison, sources, '1'))));
        expect(fits.errors, JSON.stringify(fits.errors)).toBe(null);
      }),
      60,
    );
    for (const kind of ['finding', 'reach', 'back', 'url', 'state', 'caller'] as const)
      expect(seen[kind] ?? 0, kind).toBeGreaterThan(0);
  });
});

function shows(comparison: Comparison, effect: Effect): void {
  const { before, after } = comparison;
  const says = `${plain(sayEffect(effect).summary)}\n${before.text}\n---\n${after.text}`;
  for (const one of effect.evidence) {
    const walked = new Walked(comparison[one.in].plan, one.variant, one.walk);
    expect(walked.isPossible || walked.isBounded, says).toBe(true);
  }
  switch (effect.kind) {
    case 'reach': {
      const [old, now] = (['before', 'after'] as const).map((version) =>
        effect.evidence.find((one) => one.in === version),
      );
      expect([!!old, !!now], says).toEqual([effect.was.taps !== null, effect.is.taps !== null]);
      if (now) expect(now.walk.length > 0 ? now.walk.at(-1)!.shows?.label : effect.screen, says).toBe(effect.screen);
      return;
    }
    case 'back': {
      const now = effect.evidence.find((one) => one.in === 'after');
      const revealed = now && backFrom(after, now);
      if (revealed) expect(revealed, says).toContain(effect.reveals[0]);
      return;
    }
    case 'url': {
      const { url, opens, loses } = effect;
      const variant = effect.variants?.[0] ?? after.plan.variants[0]!;
      const was = before.plan.variants.map((one) => spaceOf(before.plan, one).match(url));
      const is = spaceOf(after.plan, variant).match(url);
      expect(
        was.some((one) => isMatched(one) && one.pattern.link.pattern === effect.pattern),
        says,
      ).toBe(true);
      expect(isMatched(is) ? is.pattern.link.screen.label : null, says).toBe(opens);
      if (loses.length === 0) expect(opens, says).not.toBe(effect.screen);
      return;
    }
    case 'state': {
      // A variant that has gone restores nothing; stacks under other tabs are restored, to the wrong place.
      if (effect.because.why === 'variant' || effect.because.why === 'tab order') return;
      const example = savedExample(before.plan, effect);
      // A gate or an asked result may lie beyond what is searched for.
      if (!example) return expect(['result', 'link', 'flag'], says).toContain(effect.because.why);
      const variant = effect.variants?.[0] ?? after.plan.variants[0]!;
      expect(() => restore(after.plan, variant, example.state, { checked: true }), says).toThrow(NotRestored);
      return;
    }
    case 'finding':
      expect((effect.comes ? after : before).findings, says).toContain(effect.finding);
      return;
    default:
  }
}

/** What Back can reveal at the end of a walk. */
function backFrom({ plan }: Check, { variant, walk }: Evidence): string[] {
  const walker = new Walker(plan, variant);
  return new Walked(plan, variant, walk).after
    .flatMap((configuration) => walker.after(configuration, { kind: 'back' }))
    .map((configuration) => activeStack(configuration)!.screen.label);
}
