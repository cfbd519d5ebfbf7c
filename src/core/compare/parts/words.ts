/** A plan in the names of the other one, so that the two can be compared word by word. */
import { applyEdits, type TextEdit } from '../../language/edits';
import { parse } from '../../language/parse';
import type { TextRange } from '../../language/range';
import type { Plan } from '../../plan/model';
import type { Reference, SymbolKey } from '../../plan/names';
import { resolve } from '../../plan/resolve';
import type { Pairing } from '../pairing/pair';
import type { Side } from '../pairing/fingerprint';

export interface Worded {
  /** Says what the plan says, with other names, and with each screen named by its label. */
  readonly plan: Plan;
  /** What the plan calls each screen wherever it names it, by index. */
  readonly labels: readonly string[];
  /** The place in the plan's own text of a place in the worded text. */
  readonly placeOf: (range: TextRange) => TextRange;
}

/** The new names of symbols. */
interface Words {
  /** Of declarations that have another name. */
  readonly renamed: ReadonlyMap<SymbolKey, string>;
  /** Of a screen, wherever something refers to it. */
  readonly labelOf: (symbol: SymbolKey) => string;
}

/** The old plan in the names of the new one. */
export function wordedBefore({ before, after, toAfter }: Pairing): Worded {
  const taken = new Set(after.plan.screens.map(({ label }) => label));
  const renamed = new Map<SymbolKey, string>();
  for (const [symbol, { name }] of before.declared) {
    const other = toAfter.get(symbol);
    const now = other === undefined ? name : after.declared.get(other)!.name;
    if (now !== name) renamed.set(symbol, now);
  }
  const labelOf = (symbol: SymbolKey): string => {
    const other = toAfter.get(symbol);
    if (other !== undefined) return labelIn(after.plan, other);
    let label = labelIn(before.plan, symbol);
    // A screen that has gone is not the new screen of that name.
    while (taken.has(label)) label += '_before';
    return label;
  };
  return worded(before, { renamed, labelOf });
}

/** The new plan in its own names. */
export const wordedAfter = ({ after }: Pairing): Worded =>
  worded(after, {
    renamed: new Map(),
    labelOf: (symbol) => labelIn(after.plan, symbol),
  });

/** Index of a screen's symbol. */
const indexOf = (symbol: SymbolKey): number => Number(symbol.slice('screen '.length));

const labelIn = (plan: Plan, symbol: SymbolKey): string => plan.screens[indexOf(symbol)]!.label;

function worded({ plan, references, declared }: Side, { renamed, labelOf }: Words): Worded {
  const { text } = plan.tree;
  const labels = plan.screens.map(({ index }) => labelOf(`screen ${index}`));
  const nameOf = (symbol: SymbolKey): string => renamed.get(symbol) ?? declared.get(symbol)!.name;
  const edits: TextEdit[] = [];
  const replace = (from: number, to: number, insert: string): void => {
    if (text.slice(from, to) !== insert) edits.push({ from, to, insert });
  };
  const keepsName = ({ symbol, short }: Reference): boolean => short === null && !renamed.has(symbol);
  references.forEach((reference, index) => {
    const { symbol, declares, short, from, to } = reference;
    const isOfScreen = namesScreen(reference);
    if ((!isOfScreen && keepsName(reference)) || !declared.has(symbol)) return;
    const previous = references[index - 1];
    if (isOfScreen) return replace(qualifier(text, previous, from) ?? from, to, labels[indexOf(symbol)]!);
    const name = nameOf(symbol);
    const next = references[index + 1];
    if (short === 'argument') {
      const value = next?.from === from && declared.has(next.symbol) ? nameOf(next.symbol) : text.slice(from, to);
      return replace(from, to, value === name ? name : `${name}: ${value}`);
    }
    if (short === 'value') {
      if (previous?.from === from) return;
      const written = text.slice(from, to);
      return replace(from, to, written === name ? name : `${written}: ${name}`);
    }
    // The module before a screen's name is part of the screen's label.
    if (next && !declares && symbol.startsWith('module ') && qualifier(text, reference, next.from) !== null) return;
    replace(from, to, name);
  });
  if (edits.length === 0) return { plan, labels, placeOf: (range) => range };
  return { plan: planOf(plan, applyEdits(text, edits)), labels, placeOf: placesBefore(edits) };
}

/** Whether a reference names a screen that is declared elsewhere. */
const namesScreen = ({ symbol, declares }: Reference): boolean => symbol.startsWith('screen ') && !declares;

const lastRead = new WeakMap<Plan, Plan>();

/** The plan of a worded text. The last one is kept: while one types in the new plan, the words of the old one stay. */
function planOf(original: Plan, text: string): Plan {
  const last = lastRead.get(original);
  if (last?.tree.text === text) return last;
  const plan = resolve(parse(text));
  lastRead.set(original, plan);
  return plan;
}

/** Where the module before a screen's name begins; null if the name stands alone. */
function qualifier(text: string, previous: Reference | undefined, from: number): number | null {
  return previous?.symbol.startsWith('module ') && text.slice(previous.to, from).trim() === '.' ? previous.from : null;
}

/** The place in a text of a place in the edited text; edits in order. */
function placesBefore(edits: readonly TextEdit[]): (range: TextRange) => TextRange {
  // Beginnings of the edits in the edited text, and how far the text behind each has moved.
  const starts: number[] = [];
  const moved: number[] = [];
  let by = 0;
  for (const { from, to, insert } of edits) {
    starts.push(from + by);
    by += insert.length - (to - from);
    moved.push(by);
  }
  const placeOf = (offset: number, isEnd: boolean): number => {
    let low = 0;
    let high = starts.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (starts[middle]! < offset || (!isEnd && starts[middle] === offset)) low = middle + 1;
      else high = middle;
    }
    if (low === 0) return offset;
    const edit = edits[low - 1]!;
    const within = offset - starts[low - 1]!;
    if (within > edit.insert.length || (within === edit.insert.length && edit.insert.length > 0))
      return offset - moved[low - 1]!;
    return isEnd ? edit.to : edit.from;
  };
  return ({ from, to }) => ({ from: placeOf(from, false), to: placeOf(to, true) });
}
