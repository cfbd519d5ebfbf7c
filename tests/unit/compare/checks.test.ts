import fc from 'fast-check';
import { expect, test } from 'vitest';
import { check, type Check } from '../../../src/core/check';
import { compare } from '../../../src/core/compare/compare';
import { comparisonCard, type ComparisonCard } from '../../../src/core/compare/report/cards';
import { Checks } from '../../../src/ui/changes/checks';
import { grammarPlan } from '../grammar-plans';
import { planArbitrary } from '../plans';
import { forAll } from '../property';
import { edited, editArbitrary } from './edits';

const planTexts = fc.oneof(planArbitrary(6), grammarPlan('none'));

test('texts that are typed one after the other compare as if each were read anew', () => {
  const cardOf = (before: Check, after: Check): ComparisonCard => comparisonCard(compare(before, after));
  forAll(
    fc.property(planTexts, fc.array(editArbitrary, { minLength: 2, maxLength: 4 }), (first, edits) => {
      const checks = new Checks();
      let text = first;
      for (const edit of edits) {
        text = edited(text, [edit]).text;
        expect(cardOf(checks.ofOld(first), checks.ofTyped(text))).toEqual(cardOf(check(first), check(text)));
      }
      // A text that has been typed may become the one that stays.
      expect(cardOf(checks.ofOld(text), checks.ofTyped(first))).toEqual(cardOf(check(text), check(first)));
    }),
    12,
  );
});
