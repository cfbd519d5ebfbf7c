/** A plan's text cut into statements, each without what stands in its block. */
import type { TextRange } from '../../language/range';
import type { SymbolKey } from '../../plan/names';
import type { Plan } from '../../plan/model';

export interface PlanStatement extends TextRange {
  /** The screen that it is part of, or null. */
  readonly screen: SymbolKey | null;
}

type Nested = TextRange & {
  readonly kind?: string;
  readonly body?: (TextRange & { readonly items: readonly Nested[] }) | null;
  readonly parameters?: readonly Nested[];
  readonly fields?: readonly Nested[];
};

/**
 * The statements of a plan in the order of the text: the head of each block, and each line, argument or field within.
 */
export function statementsOf({ tree, screens }: Plan): PlanStatement[] {
  const symbols = new Map<TextRange, SymbolKey>(screens.map((screen) => [screen.node, `screen ${screen.index}`]));
  const found: PlanStatement[] = [];
  const visit = (node: Nested, within: SymbolKey | null): void => {
    const screen = symbols.get(node) ?? within;
    const parts = node.body?.items ?? node.parameters ?? node.fields ?? [];
    const isList = node.kind === 'takes' || node.kind === 'has';
    if (!isList) found.push({ from: node.from, to: node.body?.from ?? parts[0]?.from ?? node.to, screen });
    for (const part of parts) visit(part, screen);
  };
  for (const node of tree.declarations) visit(node, null);
  return found.sort((a, b) => a.from - b.from);
}

/** Index of the last of some sorted ranges that begins at an offset or before it; -1 if there is none. */
export function lastAt(sorted: readonly TextRange[], offset: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]!.from <= offset) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
