/** Differences between the parts of two plans that use one set of names. */
import { remembered } from '../../base/remembered';
import { quote } from '../../language/tokens';
import { labelledKinds, type PartKind, type PlanPart } from '../parts/part';

/** A part of both plans. */
export interface PartPair {
  readonly before: PlanPart;
  readonly after: PlanPart;
}

export interface PartDiff {
  readonly pairs: readonly PartPair[];
  readonly removed: readonly PlanPart[];
  readonly added: readonly PlanPart[];
}

/** Kinds of which the only one that is left on either side is taken for the same, rewritten. */
const rewritten: ReadonlySet<PartKind> = new Set(['link', 'needs', 'tabs']);

/** Pairs parts by their keys; then, within one block, those that a rewriting explains. Linear in the parts. */
export function pairParts(before: readonly PlanPart[], after: readonly PlanPart[]): PartDiff {
  const pairs = new Map<PlanPart, PlanPart>();
  const paired = new Set<PlanPart>();
  const byKey = new Map(after.map((part) => [part.key, part]));
  /** Keys of owners in the new plan, by those in the old one, where a new label has changed them. */
  const owners = new Map<string, string>();
  const ownerOf = ({ owner }: PlanPart): string => (owner === null ? '' : (owners.get(owner) ?? owner));
  const add = (one: PlanPart, other: PlanPart): void => {
    pairs.set(one, other);
    paired.add(other);
    if (one.key !== other.key) owners.set(one.key, other.key);
  };
  const pairByKey = (): void => {
    for (const part of before) {
      if (pairs.has(part)) continue;
      const { owner, key } = part;
      const moved = owner !== null && owners.has(owner) ? owners.get(owner)! + key.slice(owner.length) : key;
      const other = byKey.get(moved);
      if (other && !paired.has(other)) add(part, other);
    }
  };
  const pairAlone = (alike: (part: PlanPart) => string | null): void => {
    const grouped = (parts: readonly PlanPart[], owner: (part: PlanPart) => string): Map<string, PlanPart[]> => {
      const groups = new Map<string, PlanPart[]>();
      for (const part of parts) {
        const what = alike(part);
        if (what !== null)
          remembered(groups, `${owner(part)}\n${part.kind}\n${what}`, () => [] as PlanPart[]).push(part);
      }
      return groups;
    };
    const others = grouped(
      after.filter((part) => !paired.has(part)),
      ({ owner }) => owner ?? '',
    );
    const own = grouped(
      before.filter((part) => !pairs.has(part)),
      ownerOf,
    );
    for (const [key, [one, ...more]] of own) {
      const [other, ...rest] = others.get(key) ?? [];
      if (one && other && more.length === 0 && rest.length === 0) add(one, other);
    }
  };
  pairByKey();
  pairAlone(withoutLabel);
  pairAlone(({ kind }) => (rewritten.has(kind) ? '' : null));
  // The parts of an owner with another label have other keys.
  if (owners.size > 0) {
    pairByKey();
    pairAlone(withoutLabel);
  }
  return {
    pairs: [...pairs].map(([one, other]) => ({ before: one, after: other })),
    removed: before.filter((part) => !pairs.has(part)),
    added: after.filter((part) => !paired.has(part)),
  };
}

/** What a part says without its label: one with another label and nothing else changed is still the same. */
const withoutLabel = ({ kind, text, name }: PlanPart): string | null =>
  labelledKinds.has(kind) ? text.replace(quote(name), '•') : null;
