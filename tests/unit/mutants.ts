/** Plans with something wrong in them: tokens, lines and signs taken out, doubled, swapped or put in. */
import fc from 'fast-check';
import { tokenize } from '../../src/core/language/tokens';
import { catalogue } from '../../src/core/rules/catalogue';
import { undecidedLink } from '../../src/core/rules/link/undecided';
import { grammarPlan } from './grammar-plans';
import { demo } from '../demo';
import { planArbitrary } from './plans';

const strange = [
  '\0',
  '\ud800',
  '\udc00',
  '\u202e',
  '\u2028',
  '\r\n',
  '\t',
  '{',
  '}',
  '(',
  ')',
  '"',
  '#',
  '##',
  ',',
  ':',
  '=',
  '?',
  '-1',
  '1.',
  '/{',
  '/{a}',
  '{/rest*}',
  '{?a',
  'é',
  '🏔',
  ' ',
  '\n',
  'link',
  'screen',
  'when',
  'not',
  'or',
  'then',
  'list of',
  'T?',
];

type Mutation = (text: string, at: number, other: number, insert: string) => string;

/** @param at from 0 to 1: where; `other` likewise, a second place */
const mutations: readonly Mutation[] = [
  (text, at, other) => cutOf(text, at, other),
  (text, at, _other, insert) => put(text, Math.floor(at * text.length), insert),
  (text, at, other) =>
    onTokens(text, (tokens) => tokens.toSpliced(Math.floor(at * tokens.length), 1 + Math.floor(other * 3))),
  (text, at) =>
    onTokens(text, (tokens) =>
      tokens.toSpliced(Math.floor(at * tokens.length), 0, tokens[Math.floor(at * tokens.length)]!),
    ),
  (text, at, other) =>
    onTokens(text, (tokens) =>
      tokens.toSpliced(Math.floor(at * tokens.length), 1, tokens[Math.floor(other * tokens.length)]!),
    ),
  (text, at, _other, insert) => onTokens(text, (tokens) => tokens.toSpliced(Math.floor(at * tokens.length), 0, insert)),
  (text, at) => onLines(text, (lines) => lines.toSpliced(Math.floor(at * lines.length), 1)),
  (text, at, other) =>
    onLines(text, (lines) =>
      lines.toSpliced(Math.floor(at * lines.length), 0, lines[Math.floor(other * lines.length)]!),
    ),
  (text, at) =>
    onLines(text, (lines) =>
      lines.map((line, index) => (index === Math.floor(at * lines.length) ? line.slice(0, line.length / 2) : line)),
    ),
];

const put = (text: string, at: number, insert: string): string => text.slice(0, at) + insert + text.slice(at);
const cutOf = (text: string, at: number, length: number): string =>
  text.slice(0, Math.floor(at * text.length)) + text.slice(Math.floor(at * text.length) + Math.floor(length * 40));
const onLines = (text: string, change: (lines: string[]) => string[]): string => change(text.split('\n')).join('\n');
const onTokens = (text: string, change: (tokens: string[]) => string[]): string =>
  change(tokenize(text).map(({ text: own, first }) => (first ? `\n${own}` : own))).join(' ');

const place = fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true });
const mutation = fc.tuple(fc.constantFrom(...mutations), place, place, fc.constantFrom(...strange));

const examples = catalogue.filter((rule) => rule !== undecidedLink).flatMap(({ wrong, right }) => [wrong, right]);

/**
 * A mutated plan. Most come from plans that take the least time; one in about two hundred comes from the demo, another
 * one has tabs, and another one links that take the whole budget.
 */
export const mutant: fc.Arbitrary<string> = fc
  .tuple(
    fc.oneof(
      { weight: 90, arbitrary: grammarPlan('none') },
      { weight: 90, arbitrary: fc.constantFrom(...examples) },
      { weight: 1, arbitrary: fc.constant(undecidedLink.wrong) },
      { weight: 1, arbitrary: grammarPlan('tabs') },
      { weight: 2, arbitrary: planArbitrary(3) },
      { weight: 1, arbitrary: fc.constant(demo) },
    ),
    fc.array(mutation, { minLength: 1, maxLength: 4 }),
  )
  .map(([text, all]) => all.reduce((now, [mutate, at, other, insert]) => mutate(now, at, other, insert), text));
