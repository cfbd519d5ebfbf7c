import { visit } from './parts';
import type { TextRange } from './range';
import type { ScreenNode, SyntaxTree } from './syntax';

/** The screens of an old tree that a new text still has. */
export class Leftovers {
  /** Screens without problems, by their offset in the old text. */
  private readonly screens = new Map<number, ScreenNode>();
  private readonly before: string;
  private readonly prefix: number;
  /** Offset in the old text of the unchanged end, and the distance that it has moved. */
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
      if (node.kind === 'module') for (const item of node.body?.items ?? []) if (item.kind === 'screen') keep(item);
    }
  }

  /** The screen at an offset of the new text, moved there; null if it has changed or had a problem. */
  take(offset: number, doc: string | null): ScreenNode | null {
    // The text directly behind a screen counts as a part of it, and so does its line from the start: the parser looks
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
 * Whether the screen begins its line and its closing brace has the expected indentation. Then the number of braces in
 * the rest of the text does not matter.
 */
function isAligned(text: string, { from, to }: ScreenNode): boolean {
  const indent = text.slice(lineStart(text, from), from);
  const beforeBrace = text.slice(lineStart(text, to - 1), to - 1);
  return indent.trim() === '' && (beforeBrace.trim() !== '' || beforeBrace.length === indent.length);
}

/** A tree is read-only, except for the parser that made it, which uses its old tree up. */
type Movable = { -readonly [K in keyof TextRange]: TextRange[K] };

/** All nodes of a screen, listed at its first move: an editor moves the same screens again and again. */
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
