/** Everything with a name that a plan declares, by symbol. */
import type { TextRange } from '../../language/range';
import type { Plan } from '../../plan/model';
import type { Reference, SymbolKey } from '../../plan/names';
import { remembered } from '../../base/remembered';

/** Kinds of symbols. Those of the second row belong to a screen, a module or a type. */
export const globalKinds = ['module', 'type', 'flag', 'variant', 'screen'] as const;
export const localKinds = ['argument', 'value', 'loop', 'option', 'field'] as const;
export type SymbolKind = (typeof globalKinds)[number] | (typeof localKinds)[number];

export interface Declared {
  readonly symbol: SymbolKey;
  readonly kind: SymbolKind;
  readonly name: string;
  /** Symbol of the screen, module or type that it belongs to; null for a global. Screens belong to no module. */
  readonly owner: SymbolKey | null;
  /** The statement, with its block, that declares it; of a local, its name. */
  readonly range: TextRange;
  /** In the order of the text, the declaration included. */
  readonly uses: readonly Reference[];
}

/** The declared symbols of a plan. Linear in its references. */
export function declaredIn(plan: Plan, references: readonly Reference[]): Map<SymbolKey, Declared> {
  const uses = new Map<SymbolKey, Reference[]>();
  for (const reference of references) remembered(uses, reference.symbol, () => [] as Reference[]).push(reference);
  const blocks = blocksOf(plan);
  const declared = new Map<SymbolKey, Declared>();
  for (const [symbol, all] of uses) {
    const at = all.find((one) => one.declares);
    if (!at) continue;
    const kind = symbol.slice(0, symbol.indexOf(' ')) as SymbolKind;
    declared.set(symbol, {
      symbol,
      kind,
      name: plan.tree.text.slice(at.from, at.to),
      owner: ownerOf(symbol, kind),
      range: blocks.get(symbol) ?? at,
      uses: all,
    });
  }
  return declared;
}

function blocksOf({ screens, modules, types }: Plan): Map<SymbolKey, TextRange> {
  return new Map<SymbolKey, TextRange>([
    ...screens.map((screen) => [`screen ${screen.index}`, screen.node] as const),
    ...modules.map((module) => [`module ${module.name}`, module.node] as const),
    ...[...types].map(([name, { node }]) => [`type ${name}`, node] as const),
  ]);
}

function ownerOf(symbol: SymbolKey, kind: SymbolKind): SymbolKey | null {
  const [, of] = symbol.split(' ');
  switch (kind) {
    case 'argument':
      return of!.startsWith('module:') ? of!.replace(':', ' ') : `screen ${of}`;
    case 'value':
    case 'loop':
      return `screen ${of}`;
    case 'option':
    case 'field':
      return `type ${of}`;
    default:
      return null;
  }
}
