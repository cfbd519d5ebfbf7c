import { Leftovers } from './leftovers';
import { parse } from './parse';
import type { SyntaxTree } from './syntax';

/**
 * Parses one text after another, each a little different from the one before, as an editor has them. Screens outside of
 * what has changed are taken over from the tree before (a simple case of Wagner and Graham 1998: whole subtrees, where
 * neither their text nor what is looked at behind it has changed), which spares most of the time and of the memory.
 *
 * The tree before is used up: its nodes live on in the new one, at their new places.
 */
export class IncrementalParser {
  private tree: SyntaxTree | null = null;

  /**
   * The tree of a text; equal in all to what `parse` gives. Linear in the text, but for most of it in its length alone.
   */
  parse(text: string): SyntaxTree {
    this.tree = parse(text, this.tree ? new Leftovers(this.tree, text) : null);
    return this.tree;
  }
}
