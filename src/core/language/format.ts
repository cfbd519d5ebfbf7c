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
 * statements. Comments keep their places, and so do line breaks inside statements. It writes exactly the tokens of the
 * text again. So the meaning stays, and a second run changes nothing.
 *
 * @returns null if the text has syntax errors: it must not move text that it cannot read
 */
export function format(text: string, tree: SyntaxTree = parse(text)): string | null {
  if (tree.problems.length > 0) return null;
  return new Layout(text, tree).run();
}

const isBrace = ({ kind, text }: Token, brace: '{' | '}'): boolean => kind === 'symbol' && text === brace;
const isComment = ({ kind }: Token): boolean => kind === 'comment' || kind === 'doc';

/** Writes the tokens of a text, one after the other, with the space between them. */
class Layout {
  private readonly tokens: readonly Token[];
  /** Offsets at which statements begin, and the blocks that hold statements. */
  private readonly starts = new Set<number>();
  private readonly bodies = new Set<number>();
  private readonly inline: ReadonlySet<number>;
  private readonly open: OpenBlock[] = [];

  constructor(
    private readonly text: string,
    tree: SyntaxTree,
  ) {
    this.tokens = tokenize(text).filter(({ kind }) => kind !== 'end');
    this.inline = inlineBraces(this.tokens);
    for (const statement of statements(tree)) {
      this.starts.add(statement.from);
      if ('body' in statement && statement.body) this.bodies.add(statement.body.from);
    }
  }

  run(): string {
    let result = '';
    let previous: Token | null = null;
    for (const token of this.tokens) {
      const around = this.open.at(-1) ?? null;
      if (isBrace(token, '}')) this.open.pop();
      result += this.before(token, previous, around) + token.text.trimEnd();
      if (isBrace(token, '{'))
        this.open.push({ inline: this.inline.has(token.from), holdsStatements: this.bodies.has(token.from) });
      previous = token;
    }
    return result === '' ? '' : `${result}\n`;
  }

  /** Space before a token: a line break with indentation, or blanks. */
  private before(token: Token, previous: Token | null, around: OpenBlock | null): string {
    if (!previous) return this.indentation(token, around);
    const gap = this.text.slice(previous.to, token.from);
    if (this.breaksBefore(token, previous, around)) {
      const blankLine = /\n[ \t\r]*\n/.test(gap) && previous.text !== '{' && !isBrace(token, '}');
      return (blankLine ? '\n\n' : '\n') + this.indentation(token, around);
    }
    return isComment(token) ? gap.replace(/[\r\n]/g, '') || ' ' : between(previous, token);
  }

  private breaksBefore(token: Token, previous: Token, around: OpenBlock | null): boolean {
    if (this.beginsLine(token, around) || isComment(previous)) return true;
    const closes = isBrace(token, '}');
    if (token.first) return !(closes && around?.inline);
    if (closes) return around !== null && !around.inline && previous.text !== '{';
    return isBrace(previous, '{') && around?.inline === false && !isComment(token);
  }

  /** Whether a statement begins here that gets a line of its own. */
  private beginsLine(token: Token, around: OpenBlock | null): boolean {
    return this.starts.has(token.from) && !(around?.inline ?? false);
  }

  /** A line that continues a statement is indented two steps further. */
  private indentation(token: Token, around: OpenBlock | null): string {
    const goesOn = !this.starts.has(token.from) && !isBrace(token, '}') && !isComment(token);
    return indentUnit.repeat(this.open.length + (goesOn && (around?.holdsStatements ?? true) ? 2 : 0));
  }
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

/** Space between two tokens of one line. */
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
