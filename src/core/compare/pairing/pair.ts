/**
 * Which declarations of two plans are the same one. Those of one name are; the others by their fingerprints, if these
 * leave no doubt.
 */
import { remembered } from '../../base/remembered';
import type { Plan } from '../../plan/model';
import type { SymbolKey } from '../../plan/names';
import { globalKinds, localKinds, type Declared, type SymbolKind } from './declared';
import { sharedWords, Side, similarity, type Fingerprint } from './fingerprint';

/**
 * Least similarity of a declaration and its new name: three of four statements are the same on each side. With half of
 * them changed, at 0.33, a person would doubt, too. `tests/unit/compare/pairing.test.ts` measures how often renames are
 * right at this threshold.
 */
const sure = 0.6;
/** The next best candidate, on either side, has to be that much less alike. */
const margin = 0.15;
/** Least similarity of a guess that is worth telling. */
const worthTelling = 0.3;
/** A feature of more candidates than this tells none of them from the others. */
const mostWithFeature = 50;
/** What equal words in both names add to the similarity: it tips the balance between candidates, and proves nothing. */
const worthOfWords = 0.1;
/** What an equal name adds: a screen of that name in another module has probably been moved. */
const worthOfName = 0.1;
/** Renamed neighbours are found one after the other, since each makes its statements more alike. */
const mostRounds = 6;

export interface Pairing {
  readonly before: Side;
  readonly after: Side;
  /** Symbols of the old plan, with those of the new plan that they have become. */
  readonly toAfter: ReadonlyMap<SymbolKey, SymbolKey>;
  readonly toBefore: ReadonlyMap<SymbolKey, SymbolKey>;
  /** For symbols that have disappeared: what they may have become, without proof. */
  readonly guesses: ReadonlyMap<SymbolKey, SymbolKey>;
}

/** Pairs the declarations of two plans. Near linear in their texts: only those without a namesake are compared. */
export function pair(before: Plan, after: Plan): Pairing {
  return new Pairs(before, after).found();
}

interface Candidate {
  readonly a: Declared;
  readonly b: Declared;
  readonly score: number;
}

class Pairs {
  private readonly toAfter = new Map<SymbolKey, SymbolKey>();
  private readonly toBefore = new Map<SymbolKey, SymbolKey>();
  private readonly guesses = new Map<SymbolKey, SymbolKey>();
  private readonly before: Side;
  private readonly after: Side;

  constructor(before: Plan, after: Plan) {
    this.before = new Side(before, (symbol) => this.toAfter.get(symbol) ?? kindOf(symbol));
    this.after = new Side(after, (symbol) => (this.toBefore.has(symbol) ? symbol : kindOf(symbol)));
  }

  found(): Pairing {
    this.pairNamesakes();
    for (let round = 0; round < mostRounds; round++) {
      let isFresh = false;
      for (const kind of [...globalKinds, ...localKinds]) {
        if (!this.pairAlike(kind)) continue;
        isFresh = true;
        // What belongs to a renamed thing has kept its name.
        this.pairNamesakes();
      }
      if (!isFresh) break;
    }
    const { before, after, toAfter, toBefore, guesses } = this;
    return { before, after, toAfter, toBefore, guesses };
  }

  private add(a: Declared, b: Declared): void {
    this.toAfter.set(a.symbol, b.symbol);
    this.toBefore.set(b.symbol, a.symbol);
    this.guesses.delete(a.symbol);
  }

  /** Pairs what has one name in one place; modules come before screens, and these before what belongs to them. */
  private pairNamesakes(): void {
    for (const kind of [...globalKinds, ...localKinds]) {
      const open = this.open(this.before, this.toAfter, kind).filter((a) => !this.pairOfOneSymbol(a));
      if (open.length === 0) continue;
      // Two of one name in one place are a mistake; they are then paired in the order of the text.
      const byKey = new Map<string, Declared[]>();
      for (const b of this.open(this.after, this.toBefore, kind))
        remembered(byKey, this.keyOf(b, this.after), () => [] as Declared[]).push(b);
      for (const a of open) {
        const b = byKey.get(this.keyOf(a, this.before))?.shift();
        if (b) this.add(a, b);
      }
    }
  }

  /**
   * Pairs a declaration with the one of its symbol, if that says owner and name and the owners are paired: a short cut
   * for most of what stands in screens and types.
   */
  private pairOfOneSymbol(a: Declared): boolean {
    if (a.owner === null || a.kind === 'loop' || this.toAfter.get(a.owner) !== a.owner) return false;
    const b = this.after.declared.get(a.symbol);
    if (!b || this.toBefore.has(b.symbol)) return false;
    this.add(a, b);
    return true;
  }

  /** Declarations of a kind that are not paired yet. */
  private open(side: Side, paired: ReadonlyMap<SymbolKey, SymbolKey>, kind: SymbolKind): Declared[] {
    return side.ofKind(kind).filter((one) => !paired.has(one.symbol));
  }

  /** Kind, place and name: equal for what has the same name in the same place. */
  private keyOf(one: Declared, side: Side): string {
    return `${this.placeOf(one, side)} ${one.kind === 'loop' ? 'variable' : one.name}`;
  }

  /** The kind, and the screen, module or type that a declaration belongs to, in symbols of the new plan. */
  private placeOf({ kind, owner, symbol }: Declared, side: Side): string {
    if (kind === 'screen') {
      const module = side.plan.screens[Number(symbol.split(' ')[1])]!.module;
      return `screen ${module ? this.tokenOf(`module ${module.name}`, side) : ''}`;
    }
    if (kind === 'loop') return `loop ${this.tokenOf(owner!, side)} ${this.triggerOf(symbol, side)}`;
    return owner === null ? kind : `${kind} ${this.tokenOf(owner, side)}`;
  }

  /** The trigger that a loop belongs to, and how many of the same label come before it. */
  private triggerOf(symbol: SymbolKey, { plan }: Side): string {
    const [, screen, at] = symbol.split(' ').map(Number);
    const { transitions } = plan.screens[screen!]!;
    const { trigger } = transitions[at!]!;
    let before = 0;
    for (let index = 0; index < at!; index++) if (transitions[index]!.trigger === trigger) before++;
    return `${before} ${trigger}`;
  }

  private tokenOf(symbol: SymbolKey, side: Side): string {
    if (side === this.before) return this.toAfter.get(symbol) ?? `before ${symbol}`;
    return this.toBefore.has(symbol) ? symbol : `after ${symbol}`;
  }

  /** Pairs declarations of a kind that are alike beyond doubt. Returns whether there were any. */
  private pairAlike(kind: SymbolKind): boolean {
    const isLocal = (localKinds as readonly SymbolKind[]).includes(kind);
    const groupOf = (one: Declared, side: Side): string => (isLocal ? this.placeOf(one, side) : kind);
    const groups = new Map<string, { readonly a: Declared[]; readonly b: Declared[] }>();
    const group = (key: string) => remembered(groups, key, () => ({ a: [] as Declared[], b: [] as Declared[] }));
    for (const one of this.open(this.before, this.toAfter, kind)) group(groupOf(one, this.before)).a.push(one);
    for (const one of this.open(this.after, this.toBefore, kind)) group(groupOf(one, this.after)).b.push(one);
    let isFresh = false;
    for (const { a, b } of groups.values())
      if (a.length > 0 && b.length > 0 && this.pairWithin(this.candidates(a, b))) isFresh = true;
    return isFresh;
  }

  private pairWithin(candidates: readonly Candidate[]): boolean {
    const best = new Map<SymbolKey, { score: number; next: number }>();
    const note = (symbol: SymbolKey, score: number): void => {
      const known = best.get(symbol);
      if (!known) best.set(symbol, { score, next: 0 });
      else if (score > known.score) best.set(symbol, { score, next: known.score });
      else known.next = Math.max(known.next, score);
    };
    for (const { a, b, score } of candidates) {
      note(`a ${a.symbol}`, score);
      note(`b ${b.symbol}`, score);
    }
    const isClear = (symbol: SymbolKey, score: number): boolean => {
      const { score: top, next } = best.get(symbol)!;
      return score === top && next <= score - margin;
    };
    let isFresh = false;
    for (const { a, b, score } of candidates) {
      if (score >= sure && isClear(`a ${a.symbol}`, score) && isClear(`b ${b.symbol}`, score)) {
        this.add(a, b);
        isFresh = true;
      } else if (score >= worthTelling && score === best.get(`a ${a.symbol}`)!.score)
        this.guesses.set(a.symbol, b.symbol);
    }
    return isFresh;
  }

  /** Pairs that share a feature that few have, with their similarity; of one with one, that pair. */
  private candidates(a: readonly Declared[], b: readonly Declared[]): Candidate[] {
    const printsA = a.map((one) => this.before.fingerprint(one));
    const printsB = b.map((one) => this.after.fingerprint(one));
    const scored = (one: number, other: number): Candidate => ({
      a: a[one]!,
      b: b[other]!,
      score:
        similarity(printsA[one]!, printsB[other]!) +
        worthOfWords * sharedWords(a[one]!.name, b[other]!.name) +
        (a[one]!.name === b[other]!.name ? worthOfName : 0),
    });
    if (a.length === 1 && b.length === 1) return [scored(0, 0)];
    const carriers = new Map<string, number[]>();
    printsB.forEach((print: Fingerprint, index) => {
      for (const feature of print.keys()) remembered(carriers, feature, () => [] as number[]).push(index);
    });
    return a.flatMap((_one, index) => {
      const others = new Set<number>();
      for (const feature of printsA[index]!.keys()) {
        const found = carriers.get(feature) ?? [];
        if (found.length <= mostWithFeature) for (const other of found) others.add(other);
      }
      return [...others].map((other) => scored(index, other));
    });
  }
}

/** A symbol that only one of the plans has counts by its kind. */
const kindOf = (symbol: SymbolKey): string => `‹${symbol.slice(0, symbol.indexOf(' '))}›`;
