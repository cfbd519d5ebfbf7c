import { Leftovers } from './leftovers';
import { parse } from './parse';
import type { SyntaxTree } from './syntax';

/**
 * Parses one text after another, each a little different from the one before, as an editor has them. Screens outside
 * the change are taken over from the previous tree (a simple case of Wagner and Graham 1998: whole subtrees, if their
 * text and the text that the parser looks at behind them are unchanged). That saves most of the time and of the memory.
 * The previous tree is used up: its nodes live on in the new one, at their new places.
 */
export class IncrementalParser {
  private tree: SyntaxTree | null = null;

  /** The tree of a text, equal to the result of `parse`. Linear in the text, but for most of it only in its length. */
  parse(text: string): SyntaxTree {
    this.tree = parse(text, this.tree ? new Leftovers(this.tree, text) : null);
    return this.tree;
  }
}
