import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import type { Head, State } from '../../src/core/reach/post-star/automaton';
import type { StackSymbol } from '../../src/core/reach/system';
import { labelOf } from '../../src/core/walk/tap';
import { exactStacks } from './exact-stacks';

const page = readFileSync(new URL('../../src/core/reach/README.md', import.meta.url), 'utf8');

/** A fenced block of the page, without the spaces that align its columns. */
function block(language: string): string {
  const [, text] = new RegExp('```' + language + '\\n([^`]*)```').exec(page)!;
  return text!.replace(/ {2,}/g, '  ');
}

const nameOf = ({ screen, last }: StackSymbol): string => `${screen.name}${last ? '⊥' : ''}`;
const headOf = ({ symbol }: Head): string => `⟨p, ${nameOf(symbol)}⟩`;

test('the example of the page has these rules and this automaton', () => {
  const { reach } = check(block('andante'));
  const { saturation, all } = exactStacks(reach.variants[0]!)!;
  const rules = saturation.heads.flatMap((head) =>
    head.rules.map(
      ({ word, event }) => `${headOf(head)} → ⟨p, ${word.map(nameOf).join(' ') || 'ε'}⟩  ${labelOf(event!)}\n`,
    ),
  );
  expect(rules.join('')).toBe(block('rules'));
  const reason = ({ callers: [caller] }: State): string =>
    !caller || caller.kind === 'pushed-with'
      ? ''
      : `  ${caller.kind === 'push' ? 'called by' : 'replaces'} ${headOf(caller.head)}`;
  const edges = saturation.heads.flatMap((head) =>
    head.states.map((state) => {
      const taps = all.tapsTo(state) + state.weightOf(head);
      return `${headOf(head)} → q${state.id}  ${taps} ${taps === 1 ? 'tap' : 'taps'}${reason(state)}\n`;
    }),
  );
  expect(edges.join('')).toBe(block('automaton'));
});
