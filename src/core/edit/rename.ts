import { applyEdits, type TextEdit } from '../language/edits';
import { parse } from '../language/parse';
import type { TextRange } from '../language/range';
import type { Reference, SymbolKey } from '../plan/names';
import { references, symbolAt } from '../plan/references';
import { resolve } from '../plan/resolve';
import type { Plan } from '../plan/model';

/** A name with all its uses, in the order of the text. */
export interface Renameable {
  readonly symbol: SymbolKey;
  readonly name: string;
  readonly uses: readonly Reference[];
}

/** A rename that can be made, or in one sentence why it cannot. */
export type Rename = { readonly edits: readonly TextEdit[] } | { readonly refusal: string };

/** The declaration that can be renamed at an offset; null if there is none. */
export function renameableAt(plan: Plan, offset: number): Renameable | null {
  const all = references(plan);
  const here = symbolAt(all, offset);
  const uses = here && all.filter((one) => one.symbol === here.symbol);
  if (!here || !uses!.some((one) => one.declares)) return null;
  return { symbol: here.symbol, name: plan.tree.text.slice(here.from, here.to), uses: uses! };
}

/**
 * Gives something another name, everywhere. Refuses where afterwards any name of the plan would name something else
 * than before, or nothing: the new text is resolved and all its references compared. Linear in the plan.
 */
export function rename(plan: Plan, { symbol, name, uses }: Renameable, to: string): Rename {
  if (!/^[A-Za-z_][A-Za-z0-9_]*$/.test(to))
    return {
      refusal: `${to === '' ? 'Nothing' : to} is no name: letters, digits and underscores, and no digit first.`,
    };
  if (to === name) return { edits: [] };
  const { text } = plan.tree;
  const before = references(plan);
  const places = new Map<number, Reference[]>();
  for (const use of uses) places.set(use.from, [...(places.get(use.from) ?? []), use]);
  const edits = [...places.values()].map(([first, both]): TextEdit => {
    const { from, to: end, short } = first!;
    const pair = both ? null : pairToShorten(text, first!, to);
    if (pair) return { ...pair, insert: to };
    // `hutId` alone is short for `hutId: hutId`. If only one of the two is renamed, the pair is written in full.
    if (short === 'argument' && !both) return { from, to: end, insert: `${to}: ${name}` };
    if (short === 'value' && !both) return { from, to: end, insert: `${name}: ${to}` };
    return { from, to: end, insert: to };
  });
  const after = resolve(parse(applyEdits(text, edits)));
  const renamed = new Map(
    before.map((one) => [
      one.symbol,
      one.symbol === symbol ? lastWord(symbol, to) : withinRenamed(one.symbol, symbol, to),
    ]),
  );
  const namesOf = (all: readonly { symbol: SymbolKey; declares: boolean }[]): string =>
    all.map((one) => `${one.symbol}${one.declares ? '!' : ''}`).join('\n');
  const expected = before.map((one) => ({ symbol: renamed.get(one.symbol)!, declares: one.declares }));
  if (namesOf(expected) === namesOf(references(after)) && after.problems.length <= plan.problems.length)
    return { edits };
  return {
    refusal: `${to} already names something there: with it some names would no longer mean what they mean now.`,
  };
}

/**
 * The pair `argument: value` of a call whose one half is the renamed use, while the other half has the new name
 * already. The pair is then written short, so that a rename there and back leaves the text unchanged. The other half
 * may name nothing (yet).
 */
function pairToShorten(
  text: string,
  { symbol, declares, short, from, to: end }: Reference,
  to: string,
): TextRange | null {
  if (declares || short || !/^(argument|value|loop|flag|option) /.test(symbol)) return null;
  const before = /(\w+)\s*:\s*$/.exec(text.slice(Math.max(0, from - to.length - 20), from));
  if (before?.[1] === to && text[end] !== '.') return { from: from - before[0].length, to: end };
  const after = /^\s*:\s*(\w+)(?!\.)\b/.exec(text.slice(end, end + to.length + 20));
  return after?.[1] === to ? { from, to: end + after[0].length } : null;
}

/** A symbol with its last word, the name, replaced; screens are identified by their place, which stays. */
const lastWord = (symbol: SymbolKey, to: string): SymbolKey =>
  symbol.startsWith('screen ') ? symbol : symbol.replace(/\S+$/, to);

/** Options and fields carry the name of their type. */
function withinRenamed(symbol: SymbolKey, renamed: SymbolKey, to: string): SymbolKey {
  if (!renamed.startsWith('type ')) return symbol;
  const [kind, type, name] = symbol.split(' ');
  return (kind === 'option' || kind === 'field') && type === renamed.slice('type '.length)
    ? `${kind} ${to} ${name}`
    : symbol;
}
