import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { closest } from '../../src/core/language/closest';
import { Lines } from '../../src/core/language/lines';
import { quote, scan, stringValue, tokenize, type Token } from '../../src/core/language/tokens';
import { demo } from '../demo';
import { forAll } from './property';

const kinds = (text: string): string[] =>
  tokenize(text)
    .slice(0, -1)
    .map((token) => `${token.kind} ${token.text}`);

/** Texts made of parts of plans, and of other parts. */
const anyText = fc.oneof(
  fc.string({ unit: fc.constantFrom(...'ab1_-."#\\{}(),:=? \n\t/é🏔'), maxLength: 60 }),
  fc
    .array(
      fc.constantFrom(
        'link ',
        'origin ',
        'opens ',
        '/a/{b}',
        'https://x.example',
        ' ',
        '\n',
        '# c',
        '## d',
        '"s"',
        '"\\u00e9"',
        'on',
        ':',
        '-1.5',
        '1.',
      ),
      { maxLength: 20 },
    )
    .map((parts) => parts.join('')),
);

describe('tokens', () => {
  test.each<[text: string, tokens: string[]]>([
    ['a.b', ['name a', 'symbol .', 'name b']],
    ['x: -1.5, 2.', ['name x', 'symbol :', 'number -1.5', 'symbol ,', 'number 2', 'symbol .']],
    ['"a \\" b" c', ['string "a \\" b"', 'name c']],
    ['"open\nnext', ['string "open', 'name next']],
    ['a # b\n## c\n### d', ['name a', 'comment # b', 'doc ## c', 'comment ### d']],
    [
      'link /huts/{hutId}{?season,ref} under x',
      ['name link', 'url /huts/{hutId}{?season,ref}', 'name under', 'name x'],
    ],
    ['link\n/huts', ['name link', 'stray /', 'name huts']],
    ['has link: text', ['name has', 'name link', 'symbol :', 'name text']],
    ['origin https://x.example', ['name origin', 'url https://x.example']],
    ['origin saddleback:', ['name origin', 'url saddleback:']],
    ['takes origin: text', ['name takes', 'name origin', 'symbol :', 'name text']],
    ['a 🏔 b', ['name a', 'stray 🏔', 'name b']],
    ['\ufeffapp', ['name app']],
  ])('of %j', (text, tokens) => expect(kinds(text)).toEqual(tokens));

  test('cover the text but for blanks, in order, and never cross a line break', () => {
    forAll(
      fc.property(anyText, (text) => {
        const tokens = tokenize(text);
        let at = 0;
        for (const token of tokens) {
          expect(text.slice(at, token.from).trim()).toBe('');
          expect(token.text).toBe(text.slice(token.from, token.to));
          expect(token.text).not.toMatch(/[\r\n]/);
          if (token.kind !== 'end') expect(token.to).toBeGreaterThan(token.from);
          at = token.to;
        }
        expect(tokens.filter((token) => token.kind === 'end')).toEqual([tokens.at(-1)]);
        expect(at).toBe(text.length);
      }),
      1000,
    );
  });

  test('of a line are those of the text: an editor may colour line by line', () => {
    const byLine = (text: string): string[] =>
      text.split('\n').flatMap((line) => {
        const tokens: string[] = [];
        let previous: Token | null = null;
        for (
          let token = scan(line, 0, null, true);
          token.kind !== 'end';
          token = scan(line, token.to, previous, false)
        ) {
          tokens.push(`${token.kind} ${token.text}`);
          previous = token;
        }
        return tokens;
      });
    expect(byLine(demo)).toEqual(kinds(demo));
    forAll(
      fc.property(anyText, (text) => {
        expect(byLine(text)).toEqual(kinds(text));
      }),
      500,
    );
  });

  test('a quoted text reads back as it was; text that is no JSON string has no value', () => {
    forAll(
      fc.property(fc.string({ unit: 'binary' }), (value) => {
        expect(stringValue(quote(value))).toBe(value);
      }),
      300,
    );
    for (const written of ['"', '"a', '"\\x"', '"\\u12"', 'a']) expect(stringValue(written), written).toBeNull();
    expect(stringValue('"a\tb"')).toBe('a\tb');
  });
});

test('lines and columns are those that counting finds', () => {
  forAll(
    fc.property(anyText, fc.nat(80), (text, wanted) => {
      const offset = Math.min(wanted, text.length);
      const lines = new Lines(text);
      const before = text.slice(0, offset).split('\n');
      expect(lines.positionOf(offset)).toEqual({ line: before.length, column: before.at(-1)!.length + 1 });
      expect(lines.count).toBe(text.split('\n').length);
      expect(lines.textOf(before.length)).toBe(text.split('\n')[before.length - 1]);
      expect(lines.startOf(before.length)).toBe(offset - before.at(-1)!.length);
    }),
    500,
  );
});

describe('the nearest name', () => {
  const names = ['push', 'replace', 'reset', 'back', 'leave', 'hutId', 'hut', 'a', 'xy'];

  test.each([
    ['psuh', 'push'],
    ['pish', 'push'],
    ['pushh', 'push'],
    ['relpace', 'replace'],
    ['hutID', 'hutId'],
    ['HutId', 'hutId'],
    ['bakc', 'back'],
    ['xyz', 'xy'],
    ['xx', 'xy'],
    ['p', null],
    ['A', 'a'],
    ['qqq', null],
    ['entirelyElse', null],
    ['push', null],
  ])('to %s is %s', (name, near) => expect(closest(name, names)).toBe(near));
});
