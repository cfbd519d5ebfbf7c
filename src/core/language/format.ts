import { parse } from './parse';
import { statements, type SyntaxTree } from './syntax';
import { tokenize, type Token } from './tokens';

/** One step of indentation. */
export const indentUnit = '  ';

interface OpenBlock {
  /** Whether it stands on one line in the text; it then stays on one. */
  readonly inline: boolean;
  /** Whether statements stand in it (a screen, a module), not the items of a list (a record, a choice). */
  readonly holdsStatements: boolean;
}

/**
 * Lays a plan out: indentation by braces, one statement a line, even spacing, at most one blank line between
 * statements. Comments stay where they are, and so do line breaks inside statements. It writes the tokens of the text
 * again and no others, so the plan stays the same, and formatting twice changes nothing more.
 *
 * @returns null where the text has syntax errors: what cannot be read is not to be moved about
 */
export function format(text: string, tree: SyntaxTree = parse(text)): string | null {
  if (tree.problems.length > 0) return null;
  const starts = new Set<number>();
  const bodies = new Set<number>();
  for (const statement of statements(tree)) {
    starts.add(statement.from);
    if ('body' in statement && statement.body) bodies.add(statement.body.from);
  }
  const tokens = tokenize(text);
  const inline = inlineBraces(tokens);
  const blocks: OpenBlock[] = [];
  let result = '';
  let previous: Token | null = null;
  for (const token of tokens) {
    if (token.kind === 'end') break;
    const closes = token.text === '}' && token.kind === 'symbol';
    const around = blocks.at(-1) ?? null;
    if (closes) blocks.pop();
    const gap = previous ? text.slice(previous.to, token.from) : '';
    const comment = token.kind === 'comment' || token.kind === 'doc';
    const own = starts.has(token.from) && !(around?.inline ?? false);
    const afterComment = previous?.kind === 'comment' || previous?.kind === 'doc';
    const breaks =
      previous !== null &&
      (own ||
        afterComment ||
        (token.first && !(closes && around?.inline)) ||
        (closes && around !== null && !around.inline && previous.text !== '{') ||
        (previous.text === '{' && previous.kind === 'symbol' && around?.inline === false && !closes && !comment));
    if (!previous || breaks) {
      const blankLine = previous !== null && /\n[ \t\r]*\n/.test(gap) && previous.text !== '{' && !closes;
      const continues = !own && !closes && !comment && (around?.holdsStatements ?? true) && !starts.has(token.from);
      result += (previous ? (blankLine ? '\n\n' : '\n') : '') + indentUnit.repeat(blocks.length + (continues ? 2 : 0));
    } else if (comment) {
      result += gap.replace(/[\r\n]/g, '') || ' ';
    } else {
      result += between(previous, token);
    }
    result += token.text.trimEnd();
    if (token.text === '{' && token.kind === 'symbol')
      blocks.push({ inline: inline.has(token.from), holdsStatements: bodies.has(token.from) });
    previous = token;
  }
  return result === '' ? '' : `${result}\n`;
}

/** The opening braces whose closing brace stands on the same line. */
function inlineBraces(tokens: readonly Token[]): Set<number> {
  const inline = new Set<number>();
  let line = 0;
  const open: { from: number; line: number }[] = [];
  for (const token of tokens) {
    if (token.first) line++;
    if (token.kind !== 'symbol') continue;
    if (token.text === '{') open.push({ from: token.from, line });
    const opened = token.text === '}' ? open.pop() : undefined;
    if (opened?.line === line) inline.add(opened.from);
  }
  return inline;
}

const conditionWords: ReadonlySet<string> = new Set(['when', 'needs', 'and', 'or', 'not']);

/** What stands between two tokens of one line. */
function between(left: Token, right: Token): string {
  if (right.kind === 'symbol') {
    if (',:).?'.includes(right.text)) return '';
    // Behind a word of a condition it groups; behind any other name it holds arguments.
    if (right.text === '(') return left.kind === 'name' && !conditionWords.has(left.text) ? '' : ' ';
    if (right.text === '}' && left.text === '{') return '';
  }
  if (left.kind === 'symbol' && '(.'.includes(left.text)) return '';
  return ' ';
}
