import { HtmlRenderer, Parser } from 'commonmark';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { markdown, markdownCode } from '../../../src/core/base/markdown';
import { forAll } from '../property';

/** Texts with many characters that mean something in Markdown. */
const text = fc
  .array(fc.oneof(fc.constantFrom(...'*_`[]()<>#|~&\\!-+.1: \n'.split('')), fc.string({ maxLength: 4 })), {
    maxLength: 14,
  })
  .map((parts) => `x${parts.join('').replace(/[\u0000-\u001f\u007f-\u009f\u00a0\u2028\u2029\ufeff]/g, ' ')}y`);

const flat = (html: string): string => html.replace(/\s+/g, ' ').trim();
const escaped = (plain: string): string =>
  plain.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const rendered = (source: string): string => flat(new HtmlRenderer().render(new Parser().parse(source)));

test('a text is read as itself, in a paragraph and in a list', () => {
  forAll(
    fc.property(text, (plain) => {
      expect(rendered(markdown(plain))).toBe(`<p>${flat(escaped(plain))}</p>`);
      expect(rendered(`- ${markdown(plain)}`)).toBe(flat(`<ul> <li>${escaped(plain)}</li> </ul>`));
    }),
    400,
  );
  for (const plain of ['- a', '1. a', '# a', '+ a', '> a', '12) a', '=== a', '--- a'])
    expect(rendered(markdown(plain))).toBe(`<p>${escaped(plain)}</p>`);
});

test('a code span is read as itself', () => {
  forAll(
    fc.property(text, (plain) => {
      expect(rendered(markdownCode(plain))).toBe(`<p><code>${flat(escaped(plain))}</code></p>`);
    }),
    400,
  );
  for (const plain of ['`', '``', '`a', 'a`'])
    expect(rendered(markdownCode(plain))).toBe(`<p><code>${plain}</code></p>`);
});
