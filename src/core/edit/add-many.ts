import { indentUnit } from '../language/format';
import type { TextEdit } from '../language/edits';
import { quote } from '../language/tokens';
import type { Plan } from '../plan/model';
import { appendToBlock } from './body';
import { nameOf, titleOf } from '../language/title';

/** Meaning of one line of a pasted list. */
export interface ListedScreen {
  /** The line as pasted. */
  readonly line: string;
  readonly name: string;
  readonly title: string;
  /** Arguments for the variables of a URL pattern; ids if the plan has one of the name, otherwise texts. */
  readonly takes: readonly { readonly name: string; readonly type: string; readonly optional: boolean }[];
  /** Null if the line is no URL pattern. */
  readonly pattern: string | null;
  /** The reason why the line makes no screen; null if it makes one. */
  readonly problem: string | null;
}

/**
 * Understands a list of screens, one a line: names (`hutDetail`), titles (`Hut detail`) or URL patterns
 * (`/huts/{hutId}`). Bullets and numbers before a line are left out, and so are empty lines.
 */
export function understandList(plan: Plan, list: string): ListedScreen[] {
  const taken = new Set(plan.screens.map((screen) => screen.name.toLowerCase()));
  return list
    .split(/\r?\n/)
    .map((line) => line.replace(/^\s*(?:[-*•]\s+|\d+[.)]\s+)/, '').trim())
    .filter((line) => line !== '')
    .map((line) => {
      const screen = line.startsWith('/') ? fromPattern(plan, line) : fromWords(line);
      if (screen.problem !== null) return screen;
      if (taken.has(screen.name.toLowerCase()))
        return { ...screen, problem: `There is a screen ${screen.name} already.` };
      taken.add(screen.name.toLowerCase());
      return screen;
    });
}

/** A screen from a name, or from the words of a title. */
function fromWords(line: string): ListedScreen {
  const isName = /^[a-z_][A-Za-z0-9_]*$/.test(line);
  const name = isName ? line : nameOf(line);
  return {
    line,
    name,
    title: isName ? titleOf(line) : line,
    takes: [],
    pattern: null,
    problem: name === '' ? 'There is no word in it that could be a name.' : null,
  };
}

/** `/huts/{hutId}/reviews` is hutReviews, `/huts/{hutId}` is hut: the word before a variable becomes singular. */
function fromPattern(plan: Plan, pattern: string): ListedScreen {
  const variables = [...pattern.matchAll(/\{([?/]?)([^{}]*)\}/g)].flatMap(([, operator, names]) =>
    names!.split(',').map((name) => ({ name: name.replace(/\*$/, '').trim(), optional: operator !== '' })),
  );
  const nothing = { line: pattern, name: '', title: '', takes: [], pattern };
  if (/\s/.test(pattern)) return { ...nothing, problem: 'A URL pattern has no blanks.' };
  if (variables.some(({ name }) => !/^[A-Za-z_]\w*$/.test(name)))
    return { ...nothing, problem: 'What stands between braces is to be a name.' };
  const segments = pattern
    .replace(/\{[?/][^{}]*\}/g, '')
    .split('/')
    .filter((segment) => segment !== '');
  const words = segments.flatMap((segment, index) => {
    if (segment.includes('{')) return [];
    return [segments[index + 1]?.includes('{') ? segment.replace(/ies$/, 'y').replace(/s$/, '') : segment];
  });
  const name = nameOf(words.join(' ')) || nameOf(variables.map((variable) => variable.name).join(' '));
  const takes = variables.map(({ name: variable, optional }) => ({
    name: variable,
    type: typeFor(plan, variable),
    optional,
  }));
  return {
    ...nothing,
    name,
    title: titleOf(name),
    takes,
    problem: name === '' ? 'There is no word in it that could be a name.' : null,
  };
}

/** The plan's id of that name (`hutId` is a HutId), otherwise text. */
function typeFor(plan: Plan, variable: string): string {
  for (const name of plan.types.keys()) if (name.toLowerCase() === variable.toLowerCase()) return name;
  return 'text';
}

/** The edit that adds the screens of a list which have no problem, in a module or at the end of the plan. */
export function addListed(plan: Plan, screens: readonly ListedScreen[], module: string | null): TextEdit[] {
  const written = screens.filter((screen) => screen.problem === null).map(write);
  if (written.length === 0) return [];
  const block = plan.modules.find((one) => one.name === module)?.node.body;
  const { text } = plan.tree;
  if (block)
    return [
      appendToBlock(
        text,
        block,
        written.flatMap((lines, index) => (index === 0 && block.items.length === 0 ? lines : ['', ...lines])),
      ),
    ];
  const at = text.trimEnd().length;
  return [
    {
      from: at,
      to: text.length,
      insert: `${at === 0 ? '' : '\n\n'}${written.map((lines) => lines.join('\n')).join('\n\n')}\n`,
    },
  ];
}

function write({ name, title, takes, pattern }: ListedScreen): string[] {
  const head = `screen ${name} ${quote(title)}`;
  if (pattern === null) return [head];
  return [
    `${head} {`,
    ...takes.map((one) => `${indentUnit}takes ${one.name}: ${one.type}${one.optional ? '?' : ''}`),
    `${indentUnit}link ${pattern}`,
    '}',
  ];
}
