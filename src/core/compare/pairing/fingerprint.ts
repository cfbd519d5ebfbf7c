/**
 * What tells a declaration from others when its name is set aside: the statements of its own, and those that name it.
 */
import { remembered } from '../../base/remembered';
import type { Plan } from '../../plan/model';
import type { Reference, SymbolKey } from '../../plan/names';
import { references } from '../../plan/references';
import { declaredIn, type Declared, type SymbolKind } from './declared';
import { lastAt, statementsOf, type PlanStatement } from './statements';

/** Statements without the name in question, each with how often it occurs. */
export type Fingerprint = ReadonlyMap<string, number>;

/** What does not depend on the other plan. */
interface Facts {
  readonly references: readonly Reference[];
  readonly declared: ReadonlyMap<SymbolKey, Declared>;
  readonly byKind: ReadonlyMap<SymbolKind, readonly Declared[]>;
  readonly statements: readonly PlanStatement[];
}

const known = new WeakMap<Plan, Facts>();

/** The names of a plan; found once, since one plan is compared with many. */
const factsOf = (plan: Plan): Facts =>
  remembered(known, plan, () => {
    const found = references(plan);
    const declared = declaredIn(plan, found);
    const byKind = new Map<SymbolKind, Declared[]>();
    for (const one of declared.values()) remembered(byKind, one.kind, () => [] as Declared[]).push(one);
    return { references: found, declared, byKind, statements: statementsOf(plan) };
  });

/** One of the two plans that are compared. */
export class Side {
  readonly references: readonly Reference[];
  readonly declared: ReadonlyMap<SymbolKey, Declared>;
  private readonly byKind: Facts['byKind'];
  private readonly statements: Facts['statements'];

  /** @param token stands for a symbol in statements; symbols that the plans have in common have one token */
  constructor(
    readonly plan: Plan,
    private readonly token: (symbol: SymbolKey) => string,
  ) {
    const facts = factsOf(plan);
    this.references = facts.references;
    this.declared = facts.declared;
    this.byKind = facts.byKind;
    this.statements = facts.statements;
  }

  /** The declarations of a kind, in the order of the text. */
  ofKind(kind: SymbolKind): readonly Declared[] {
    return this.byKind.get(kind) ?? [];
  }

  /**
   * The fingerprint of a declaration: each statement of its block and each statement that names it, with the name
   * replaced. Linear in those statements.
   */
  fingerprint({ symbol, range, uses }: Declared): Fingerprint {
    const features = new Map<string, number>();
    const add = (feature: string): void => void features.set(feature, (features.get(feature) ?? 0) + 1);
    const seen = new Set<number>();
    const { statements } = this;
    for (let index = Math.max(0, lastAt(statements, range.from)); index < statements.length; index++) {
      const statement = statements[index]!;
      if (statement.from >= range.to) break;
      if (statement.from < range.from && statement.to <= range.from) continue;
      seen.add(index);
      add(this.masked(statement, symbol));
    }
    for (const use of uses) {
      const index = lastAt(statements, use.from);
      if (index < 0 || seen.has(index)) continue;
      seen.add(index);
      const statement = statements[index]!;
      const by = statement.screen === null ? '' : this.token(statement.screen);
      add(`${by} ${this.masked(statement, symbol)}`);
    }
    return features;
  }

  /** A statement in one line, with tokens for its names and `•` for the name in question. */
  private masked({ from, to }: PlanStatement, focus: SymbolKey): string {
    const { text } = this.plan.tree;
    let result = '';
    let at = from;
    for (let index = firstFrom(this.references, from); index < this.references.length; index++) {
      const reference = this.references[index]!;
      if (reference.to > to) break;
      const token = reference.symbol === focus ? '•' : this.token(reference.symbol);
      if (reference.from < at) {
        // The second meaning of a short form.
        result += `:${token}`;
        continue;
      }
      const { short } = reference;
      if (short !== null && this.references[index + 1]?.from !== reference.from) {
        // One half of a short form names nothing, and stays as it is written.
        const written = text.slice(reference.from, reference.to);
        result += text.slice(at, reference.from) + (short === 'value' ? `${written}:${token}` : `${token}:${written}`);
        at = reference.to;
        continue;
      }
      // A screen may be named with its module or without.
      const isQualifier = reference.symbol.startsWith('module ') && text[reference.to] === '.' && !reference.declares;
      result += text.slice(at, reference.from) + (isQualifier ? '' : token);
      at = reference.to + (isQualifier ? 1 : 0);
    }
    return (result + text.slice(at, Math.max(at, to))).replace(/\s+/g, ' ').replaceAll(': ', ':').trim();
  }
}

/** Index of the first reference at an offset or behind it. */
function firstFrom(sorted: readonly Reference[], offset: number): number {
  let index = lastAt(sorted, offset);
  while (index > 0 && sorted[index - 1]!.from >= offset) index--;
  return index >= 0 && sorted[index]!.from >= offset ? index : index + 1;
}

/**
 * How alike two fingerprints are, from 0 to 1: the weight of what they share, of all that they have (Jaccard 1901, for
 * multisets). Two that have nothing are alike.
 */
export function similarity(a: Fingerprint, b: Fingerprint): number {
  let shared = 0;
  let all = 0;
  for (const [feature, weight] of a) {
    const other = b.get(feature) ?? 0;
    shared += Math.min(weight, other);
    all += Math.max(weight, other);
  }
  for (const [feature, weight] of b) if (!a.has(feature)) all += weight;
  return all === 0 ? 1 : shared / all;
}

/** How alike two names are, from 0 to 1: the words that they share, of all their words. */
export function sharedWords(a: string, b: string): number {
  const [ofA, ofB] = [wordsOf(a), wordsOf(b)];
  const shared = [...ofA].filter((word) => ofB.has(word)).length;
  return shared / Math.max(1, ofA.size + ofB.size - shared);
}

/** The words of a name such as `hutDetail` or `hut_detail`. */
const wordsOf = (name: string): Set<string> =>
  new Set(name.match(/[A-Z]?[a-z]+|[A-Z]+(?![a-z])|\d+/g)?.map((word) => word.toLowerCase()));
