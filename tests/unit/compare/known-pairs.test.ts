import { describe, expect, test } from 'vitest';
import { check } from '../../../src/core/check';
import { compare } from '../../../src/core/compare/compare';
import { comparisonCard } from '../../../src/core/compare/report/cards';
import { applyEdits } from '../../../src/core/language/edits';
import { app, pairs } from './known-pairs';
import { shownChange, shownEffect } from './shown';

const before = check(app);

describe('known pairs of plans', () => {
  test.each(pairs)('$name', ({ edits, changes, effects }) => {
    let text = app;
    for (const [from, to] of edits) {
      expect(text).toContain(from);
      text = text.replace(from, () => to);
    }
    const found = compare(before, check(text));
    expect(found.changes.map(shownChange)).toEqual(changes);
    expect(found.effects.filter(({ kind }) => kind !== 'back' && kind !== 'code').map(shownEffect)).toEqual(effects);
  });
});

test('a new screen that may lie on the first tab is no news for Back on the other tabs', () => {
  const text = app.replace('screen help "Help"', 'screen help "Help" { on "Call" push call }\nscreen call "Call us"');
  const after = check(text);
  const trips = after.plan.screens.find(({ label }) => label === 'trips')!;
  expect(after.reach.variants[0]!.back(trips).reveals.map(({ label }) => label)).toContain('call');
  expect(compare(before, after).effects.filter(({ kind }) => kind === 'back')).toEqual([]);
});

test('what a rename has left behind is shown in the new names, and its fix writes the new name', () => {
  const text = app.replace('screen hut ', 'screen cabin ');
  const { changes: cards, effects } = comparisonCard(compare(before, check(text)));
  expect(cards.find(({ kind }) => kind === 'changed')).toMatchObject({
    was: 'on "Hut" push cabin(hutId: nearby)',
    is: 'on "Hut" push hut(hutId: nearby)',
  });
  const [fix] = effects.find(({ kind }) => kind === 'caller')!.fixes;
  const after = compare(before, check(applyEdits(text, fix!.edits)));
  expect(after.changes.map(shownChange)).toEqual([
    'renamed screen hut to cabin for saved state, other modules, generated code',
  ]);
});
