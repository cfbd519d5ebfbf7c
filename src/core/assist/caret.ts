import type { Check } from '../check';
import { isQuoteClosed, tokenize, type Token } from '../language/tokens';
import type { Named, Plan, Screen, Scope } from '../plan/model';
import { arrivalScope, emptyScope, menuScope, screenScope, typeOfPath, withGiven } from '../plan/scope';
import { required, unknown } from '../plan/types';

/**
 * Offset of the screen around an offset, otherwise of the module, otherwise of the declaration before it. Text further
 * up does not matter.
 */
function blockAround(plan: Plan, offset: number): number {
  const declaration = plan.tree.declarations.findLast((node) => node.from < offset);
  if (!declaration) return 0;
  if (declaration.kind !== 'module' || offset > declaration.to) return declaration.from;
  const screen = declaration.body?.items.findLast((node) => node.kind === 'screen' && node.from < offset);
  return screen && offset <= screen.to ? screen.from : declaration.from;
}

const blocks: readonly string[] = ['screen', 'module', 'record', 'choice', 'walk', 'menu', 'tabs'];

/** The parentheses that a caret is in: the screen that they stand behind, and the tokens after the opening one. */
export interface OpenCall {
  readonly target: Screen | null;
  readonly given: readonly Token[];
}

/** A caret's surroundings, read off the tokens before it: its statement may not parse yet. */
export class Caret {
  /** Start of the word being typed; the caret itself if there is none. */
  readonly from: number;
  /** Whether the caret is inside a string, a comment or a URL. */
  readonly closed: boolean;
  readonly plan: Plan;
  /** Whether a statement may begin here. */
  readonly beginsStatement: boolean;
  readonly screen: Screen | null;
  private readonly before: readonly Token[];

  constructor(
    readonly check: Check,
    offset: number,
  ) {
    const { plan, text } = check;
    this.plan = plan;
    const begin = blockAround(plan, offset);
    const all = tokenize(text.slice(begin, offset))
      .filter((token) => token.kind !== 'end')
      .map((token): Token => ({ ...token, from: token.from + begin, to: token.to + begin }));
    const last = all.at(-1);
    this.closed = last !== undefined && isClosed(last, text, offset);
    const typing = (last?.kind === 'name' || last?.kind === 'rule') && last.to === offset ? last : null;
    this.from = typing ? typing.from : offset;
    this.before = (typing ? all.slice(0, -1) : all).filter((token) => token.kind !== 'comment' && token.kind !== 'doc');
    const { previous } = this;
    this.beginsStatement =
      previous === null ||
      previous.text === '{' ||
      previous.text === '}' ||
      text.slice(previous.to, this.from).includes('\n');
    this.screen =
      plan.screens.find(
        ({ node }) => node.from < this.from && this.from <= node.to && !(node.body?.closed && this.from === node.to),
      ) ?? null;
  }

  /** The token before the word that is being typed. */
  get previous(): Token | null {
    return this.before.at(-1) ?? null;
  }

  /** The text of a token before the word at the caret; 1 is the last. The empty string if there is none. */
  word(back: number): string {
    return this.before.at(-back)?.text ?? '';
  }

  isWord(back: number, ...words: readonly string[]): boolean {
    return words.includes(this.word(back));
  }

  /** The first word of the statement that the caret is in. */
  get statementHead(): string {
    for (let at = this.before.length - 1; at >= 0; at--) {
      const token = this.before[at]!;
      if (token.first || this.before[at - 1]?.text === '{') return token.text;
    }
    return '';
  }

  /** Kind of the block around the caret: the word before its brace; empty outside of all blocks. */
  get block(): string {
    let depth = 0;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { kind, text } = this.before[at]!;
      if (kind !== 'symbol') continue;
      if (text === '}') depth++;
      if (text !== '{' || --depth >= 0) continue;
      return (
        this.before
          .slice(0, at)
          .reverse()
          .find((token) => blocks.includes(token.text))?.text ?? ''
      );
    }
    return '';
  }

  /** The rule that the statement names last, as an accept does. */
  get rule(): string | null {
    return this.before.findLast((token) => token.kind === 'rule')?.text ?? null;
  }

  /** The name behind the last colon, as a parameter's type stands there. */
  get declaredType(): string {
    return this.before[this.before.findLastIndex((token) => token.text === ':') + 1]?.text ?? '';
  }

  /** The values that can be named at the caret. */
  get scope(): Scope {
    const { flags } = this.plan;
    if (!this.screen) return this.block === 'menu' || this.statementHead === 'event' ? menuScope(flags) : emptyScope;
    if (this.isInArrival) return arrivalScope(this.screen, flags);
    const scope = withGiven(screenScope(this.screen, flags), this.given());
    const variable = this.variable();
    return variable ? { ...scope, variable, layers: [[variable], ...scope.layers] } : scope;
  }

  /** Whether the statement speaks of a screen that is not shown yet. */
  private get isInArrival(): boolean {
    return this.statementHead === 'needs' || this.statementHead === 'link';
  }

  /**
   * The paths that the branch around the caret asks for with `is given`, read off the tokens: the line may not parse
   * yet.
   */
  private given(): ReadonlySet<string> {
    const paths = new Set<string>();
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { text, first } = this.before[at]!;
      if (text === 'otherwise' || (first && text === 'on')) break;
      if (text !== 'given' || this.before[at - 1]?.text !== 'is') continue;
      let from = at - 2;
      while (this.before[from - 1]?.text === '.') from -= 2;
      paths.add(
        this.before
          .slice(from, at - 1)
          .map((token) => token.text)
          .join(''),
      );
    }
    return paths;
  }

  /** The call whose parentheses are around the caret; null without any. */
  openCall(): OpenCall | null {
    let depth = 0;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { kind, text } = this.before[at]!;
      if (kind !== 'symbol') continue;
      if (text === '{' || text === '}') return null;
      if (text === ')') depth++;
      if (text !== '(' || --depth >= 0) continue;
      return { target: this.screenBefore(at), given: this.before.slice(at + 1) };
    }
    return null;
  }

  /** The screen that a push or a present opens just before the caret, or before the `gives` at the caret. */
  get opened(): Screen | null {
    let end = this.before.length - (this.isWord(1, 'gives') ? 1 : 0);
    if (this.before[end - 1]?.text === ')') {
      end = this.before.slice(0, end).findLastIndex(({ text }) => text === '(');
    }
    const word = this.before[end - (this.before[end - 2]?.text === '.' ? 4 : 2)]?.text;
    return word === 'push' || word === 'present' ? this.screenBefore(end) : null;
  }

  /** The screen that is named just before a token: `hut` or `discover.hut`. */
  private screenBefore(at: number): Screen | null {
    const name = this.before[at - 1]?.text;
    const module = this.before[at - 2]?.text === '.' ? this.before[at - 3]?.text : undefined;
    return (
      this.plan.screens.find(
        (screen) => screen.name === name && (module === undefined || screen.module?.name === module),
      ) ?? null
    );
  }

  /** The loop variable of the transition around the caret, read off the tokens: the line may not parse yet. */
  private variable(): Named | null {
    if (!this.screen) return null;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { text, first } = this.before[at]!;
      if (text === 'for' && this.before[at + 2]?.text === 'in') {
        const names: Token[] = [];
        for (let place = at + 3; this.before[place]?.kind === 'name'; place += 2) {
          names.push(this.before[place]!);
          if (this.before[place + 1]?.text !== '.') break;
        }
        const list = required(typeOfPath(screenScope(this.screen, this.plan.flags), names) ?? unknown);
        return { name: this.before[at + 1]!.text, type: list.kind === 'list' ? list.of : unknown };
      }
      if (first && text === 'on') return null;
    }
    return null;
  }
}

/** Whether an offset is inside the last token before it, so that nothing is completed. */
function isClosed(last: Token, text: string, offset: number): boolean {
  const inComment = (last.kind === 'comment' || last.kind === 'doc') && !text.slice(last.to, offset).includes('\n');
  const isOpenString = last.kind === 'string' && !isQuoteClosed(last.text);
  return inComment || ((isOpenString || last.kind === 'url') && last.to === offset);
}
