/** Completions within a statement: one row for each word that decides them. */
import { declarationWords, memberWords, stepWords, walkWords } from '../language/keywords';
import { doors, opening, shapes, variantSizes } from '../language/syntax';
import { ruleIds } from '../rules/catalogue';
import type { Caret } from './caret';
import { keyword, keywords, named, type Completion } from './completion';
import {
  answers,
  askers,
  base,
  compared,
  conditions,
  entries,
  expected,
  flags,
  flagValues,
  lists,
  literals,
  menuItems,
  ownEvents,
  screens,
  subjects,
  tabs,
  triggers,
  types,
  variants,
  type CompletionSource,
} from './offers';

/** The words that begin a statement in a block. */
const beginnings: Readonly<Record<string, readonly string[]>> = {
  '': declarationWords,
  module: ['screen', 'private', 'takes'],
  screen: memberWords,
  walk: walkWords,
};

const words =
  (...all: readonly string[]): CompletionSource =>
  () =>
    keywords(all);
const nothing: CompletionSource = () => [];

/** Offers behind a word that determines them by itself. */
const behindWord: Readonly<Record<string, CompletionSource>> = {
  then: words(...stepWords),
  otherwise: words('when', ...stepWords),
  else: words(...stepWords),
  private: words('screen'),
  list: words('of'),
  as: words(...shapes),
  entry: words(...doors),
  resume: words('or', 'then'),
  back: words('to', 'past', 'with', 'then'),
  close: words('with', 'then'),
  gives: askers,
  with: (caret) => (caret.block === 'walk' ? expected : answers)(caret),
  returns: types,
  motion: words('none'),
  ...Object.fromEntries(opening.map((step) => [step, screens])),
  start: screens,
  under: screens,
  beside: screens,
  to: screens,
  past: screens,
  opens: screens,
  beneath: screens,
  never: screens,
  after: screens,
  reach: screens,
  expect: screens,
  always: (caret) => [keyword('reach'), ...screens(caret)],
  when: conditions,
  needs: conditions,
  and: conditions,
  not: conditions,
  or: (caret) => (caret.isWord(2, 'resume') ? keywords(stepWords) : conditions(caret)),
  is: compared,
  sets: flags,
  set: flags,
  only: variants,
  accept: () => ruleIds.map((rule) => named('rule', rule)),
  on: (caret) => ownRow(onWhat, caret.statementHead)?.(caret) ?? [],
  tap: triggers,
  open: entries,
  tab: tabs,
  menu: (caret) => (caret.block === 'walk' ? menuItems(caret) : []),
  event: (caret) => (caret.block === 'walk' ? ownEvents(caret) : []),
  all: (caret) => behindPlaces(caret),
  roots: (caret) => behindPlaces(caret),
  ':': (caret) => (caret.statementHead === 'id' ? base : types)(caret),
  of: types,
  '=': (caret) => (caret.isWord(3, 'sets', 'set') || caret.isWord(2, 'flag') ? flagValues : literals)(caret),
  sample: literals,
  in: lists,
};

/** Behind `on`, by the statement that it stands in. */
const onWhat: Readonly<Record<string, CompletionSource>> = {
  accept: subjects,
  menu: places,
  event: places,
};

/** Behind a name, by the word before the name. */
const behindNameOf: Readonly<Record<string, CompletionSource>> = {
  is: behindCondition,
  when: behindCondition,
  needs: behindCondition,
  and: behindCondition,
  not: behindCondition,
  module: words('by'),
  for: words('in'),
  flag: nothing,
};

/** Behind a name, by the statement that it stands in. */
const behindNameIn: Readonly<Record<string, CompletionSource>> = {
  on: (caret) => keywords([...(caret.opened ? ['gives'] : []), 'then', 'otherwise', 'motion', ...stepWords]),
  link: ({ previous }) => (previous?.kind === 'url' ? keywords(['under']) : []),
  accept: ({ previous }) => keywords(previous?.kind === 'rule' ? ['on', 'because'] : ['because']),
  rule: words('beneath', 'after', 'always'),
  variants: words(...variantSizes),
  screen: words('only', 'beside'),
  private: words('only', 'beside'),
  expect: words('beneath', 'with'),
  event: words('then', 'otherwise', 'when', 'motion', ...stepWords),
};

/** Behind a text in quotation marks, by the statement that it stands in. */
const behindTextIn: Readonly<Record<string, CompletionSource>> = {
  on: (caret) => (caret.isWord(2, 'on') ? keywords([...stepWords, 'when', 'for', 'only']) : behindCondition(caret)),
  needs: behindCondition,
  screen: words('as', 'only', 'beside'),
  private: words('as', 'only', 'beside'),
  menu: ({ block }) => keywords(block === 'walk' ? ['if', 'unless'] : ['on', 'only']),
  event: (caret) =>
    caret.block === 'walk'
      ? keywords(['if', 'unless'])
      : caret.isWord(2, 'event')
        ? keywords(['on', 'only', 'when', ...stepWords])
        : behindCondition(caret),
  entry: words('opens', 'only'),
  rule: words('never', 'always', 'from'),
  tap: words('with', 'if', 'unless'),
  tab: words('if', 'unless'),
  open: words('if', 'unless'),
};

function places(caret: Caret): Completion[] {
  return [...keywords(['all', 'roots']), ...screens(caret)];
}

/** Behind `on all` and `on roots`: an event goes on with its steps, a menu with its items. */
function behindPlaces(caret: Caret): Completion[] {
  return caret.statementHead === 'event' ? keywords(['when', ...stepWords]) : [];
}

function behindCondition(caret: Caret): Completion[] {
  const flag = caret.plan.flags.find((one) => one.name === caret.word(1));
  const is = !flag || flag.type.kind === 'choice' ? ['is'] : [];
  return keywords([...is, 'and', 'or', ...(caret.statementHead === 'needs' ? ['else'] : stepWords)]);
}

const ownRow = (rows: Readonly<Record<string, CompletionSource>>, word: string): CompletionSource | undefined =>
  Object.hasOwn(rows, word) ? rows[word] : undefined;

/** Completions at a caret outside of parentheses. */
export function inStatement(caret: Caret): Completion[] {
  const { block } = caret;
  if (caret.beginsStatement) return keywords(Object.hasOwn(beginnings, block) ? beginnings[block]! : []);
  return (caret.previous?.kind === 'string' ? behindText(caret) : behindName(caret))(caret);
}

function behindText({ block, statementHead }: Caret): CompletionSource {
  if (block === 'menu' && statementHead !== 'menu') return words(...stepWords, 'when');
  return block === 'tabs' ? screens : (ownRow(behindTextIn, statementHead) ?? nothing);
}

function behindName(caret: Caret): CompletionSource {
  const decided = ownRow(behindWord, caret.word(1)) ?? ownRow(behindNameOf, caret.word(2));
  if (decided) return decided;
  if (caret.block === 'menu' && caret.statementHead !== 'on') return words('then', 'otherwise', 'motion', 'icon');
  return ownRow(behindNameIn, caret.statementHead) ?? nothing;
}
