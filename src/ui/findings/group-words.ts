import type { Group } from '../../core/rules/parts/rule';

/** Groups of findings, as the list names them. */
const words: Record<Group, string> = {
  plan: 'names, lines, the start',
  start: 'the start',
  unread: 'names and lines',
  reach: 'reach',
  stranded: 'stranded screens',
  ways: 'ways through the app',
  supply: 'arguments',
  missing: 'missing arguments',
  doubtful: 'arguments in doubt',
  result: 'results in doubt',
  stack: 'stacks and rules',
  claims: 'broken rules',
  back: 'Back and stacks',
  walk: 'kept walks',
  name: 'names to look at',
  order: 'menus and modules',
  link: 'links',
  clash: 'clashes',
  entry: 'entries',
  links: 'links and entries',
  open: 'undecided links',
};

/** Words for the filter of the list: a group, or the id of a rule. */
export const wordsOf = (only: string): string => words[only as Group] ?? only;
