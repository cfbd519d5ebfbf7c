import { describe, expect, test } from 'vitest';
import { check } from '../../../src/core/check';
import { compare } from '../../../src/core/compare/compare';
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
