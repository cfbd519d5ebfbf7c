import { visit } from './parts';
import type { Range } from './range';
import type { ScreenNode, SyntaxTree } from './syntax';

/** The screens of an old tree that a new text still has. */
export class Leftovers {
  /** Sound screens by where they began in the old text. */
  private readonly screens = new Map<number, ScreenNode>();
  private readonly before: string;
  private readonly prefix: number;
  /** Where in the old text the unchanged end begins, and how far it has moved. */
  private readonly suffix: number;
  private readonly delta: number;

  constructor(old: SyntaxTree, text: string) {
    const before = old.text;
    this.before = before;
    const shorter = Math.min(before.length, text.length);
    let start = 0;
    while (start < shorter && before.charCodeAt(start) === text.charCodeAt(start)) start++;
    let end = 0;
    while (
      end < shorter - start &&
      before.charCodeAt(before.length - 1 - end) === text.charCodeAt(text.length - 1 - end)
    )
      end++;
    this.prefix = start;
    this.suffix = before.length - end;
    this.delta = text.length - before.length;
    const wrong = old.problems.map((problem) => problem.from).sort((a, b) => a - b);
    let at = 0;
    const keep = (screen: ScreenNode): void => {
      while (at < wrong.length && wrong[at]! < screen.from) at++;
      if (at < wrong.length && wrong[at]! <= screen.to) return;
      if (screen.body?.closed && isAligned(before, screen)) this.screens.set(screen.from, screen);
    };
    for (const node of old.declarations) {
      if (node.kind === 'screen') keep(node);
      if (node.kind === 'module') node.body?.items.forEach(keep);
    }
  }

  /** The screen that begins at an offset of the new text, moved there; null where it has changed or was not sound. */
  take(offset: number, doc: string | null): ScreenNode | null {
    // What comes directly behind a screen counts as a part of it, and so does its line from the start: the parser looks
    // at both.
    const same = this.screens.get(offset);
    if (same && same.to < this.prefix && same.doc === doc) return same;
    const moved = this.screens.get(offset - this.delta);
    if (!moved || moved.doc !== doc || lineStart(this.before, moved.from) - 1 < this.suffix) return null;
    if (this.delta !== 0) {
      this.screens.delete(moved.from);
      moveScreen(moved, this.delta);
    }
    return moved;
  }
}

const lineStart = (text: string, offset: number): number => text.lastIndexOf('\n', offset - 1) + 1;

/**
 * Whether the screen begins its line and its closing brace is where it is expected, so that how many braces the rest of
 * the text has does not matter.
 */
function isAligned(text: string, { from, to }: ScreenNode): boolean {
  const indent = text.slice(lineStart(text, from), from);
  const beforeBrace = text.slice(lineStart(text, to - 1), to - 1);
  return indent.trim() === '' && (beforeBrace.trim() !== '' || beforeBrace.length === indent.length);
}

/** Nobody may change a tree, but for the parser that made it, which uses its old tree up. */
type Movable = { -readonly [K in keyof Range]: Range[K] };

/** All nodes of a screen, listed when it is first moved: whoever types moves the same screens again and again. */
const nodesOf = new WeakMap<ScreenNode, readonly Movable[]>();

/**
 * Moves a screen with all that it holds. In place: to copy its nodes would take longer than to parse its text again.
 */
function moveScreen(screen: ScreenNode, by: number): void {
  const nodes = nodesOf.get(screen) ?? listNodes(screen);
  for (let at = 0; at < nodes.length; at++) {
    nodes[at]!.from += by;
    nodes[at]!.to += by;
  }
}

function listNodes(screen: ScreenNode): readonly Movable[] {
  const nodes: Movable[] = [];
  visit(screen, 'declaration', (node) => nodes.push(node));
  nodesOf.set(screen, nodes);
  return nodes;
}
