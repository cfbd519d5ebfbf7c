import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { overview } from '../../src/core/report/overview';
import { catalogue } from '../../src/core/rules/catalogue';
import { verdictParts } from '../../src/ui/workspace/verdict-parts';
import { demo, demoVerdict } from '../demo';

/** Sentences of the verdict line, each with the findings that it leads to. */
const said = (text: string): string[] =>
  verdictParts(overview(check(text), null)).map(
    ({ before, count, after, only }) => `${before}${count ?? ''}${after}${only ? ` → ${only}` : ''}`,
  );

describe('the verdict line', () => {
  test('of the demo counts what leads to its findings', () => {
    expect(said(demo)).toEqual(demoVerdict);
  });

  test.each([
    ['', ['No screens yet']],
    ['screen a "A" {\n}\n', ['Name a start screen: without one, Andante cannot check 1 screen → plan']],
    ['app "A"\nstart a\nscreen a "A" {\n}\n', ['1 of 1 screens can be reached', 'Nothing found']],
  ])('of %j is %j', (text, parts) => {
    expect(said(text).map((part) => part.replace(' → reach', ''))).toEqual(parts);
  });

  test('counts a finding of every rule', () => {
    for (const { id, wrong, severity } of catalogue) {
      const parts = said(wrong).filter(
        (part) => !/can be reached|arguments supplied|link pattern|No screens/.test(part),
      );
      if (severity !== 'note' || !id.startsWith('supply/')) expect(parts, id).not.toEqual([]);
    }
  });
});
