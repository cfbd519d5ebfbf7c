/** Patterns that get in one another's way: decided exactly, each with the shortest URL that shows it. */
import { Joint } from './joint';
import { rememberedWork } from '../remembered';
import { toEnd, type Work } from '../slices';
import type { Pattern } from './pattern';
import type { Segment } from './segment';
import type { UrlSpace } from './space';
import type { Node, Tree } from './tree';

/** Two patterns that one URL fits, neither more specific than the other, and no third one more than they. */
export interface Overlap {
  /** The one that comes first in the plan, and wins. */
  readonly first: Pattern;
  readonly second: Pattern;
  readonly url: string;
}

/** A pattern that can never win: whatever fits it fits one that is more specific. */
export interface Shadowed {
  readonly pattern: Pattern;
  /** The shortest URL that fits it, and what that opens instead. */
  readonly url: string;
  readonly by: Pattern;
}

export interface Clashes {
  readonly overlaps: readonly Overlap[];
  readonly shadowed: readonly Shadowed[];
}

const known = new WeakMap<UrlSpace, Clashes>();

/** All clashes of a URL space, worked out once. Costs O(patterns) where few could meet; each pattern is told of at most once of either kind. */
export function findClashes(space: UrlSpace): Work<Clashes> {
  return rememberedWork(known, space, () => find(space));
}

/** All clashes of a URL space, without a pause. */
export const clashesOf = (space: UrlSpace): Clashes => toEnd(findClashes(space));

function* find(space: UrlSpace): Work<Clashes> {
  const overlaps = new Map<Pattern, Overlap>();
  const shadowed = new Map<Pattern, Shadowed>();
  // Each origin has the patterns that are meant for it; without an origin there are paths alone.
  for (const origin of space.origins.length > 0 ? space.origins : [null]) {
    const tree = space.treeOf(origin);
    const joint = new Joint(origin?.text ?? '');
    for (const [index, pattern] of space.patternsOf(origin).entries()) {
      const others = mayMeet(tree, pattern);
      if (others.length > 0 || index % 100 === 0) yield;
      if (!overlaps.has(pattern)) {
        const overlap = overlapWith(joint, pattern, others);
        if (overlap) overlaps.set(pattern, overlap);
      }
      if (!shadowed.has(pattern)) {
        const shadow = shadowOver(joint, pattern, others);
        if (shadow) shadowed.set(pattern, shadow);
      }
    }
  }
  // What wins under one origin is not shadowed.
  for (const { pattern } of [...shadowed.values()]) {
    const wins = space.origins.some((origin) => space.patternsOf(origin).includes(pattern) && !shadowOver(new Joint(origin.text), pattern, mayMeet(space.treeOf(origin), pattern)));
    if (wins) shadowed.delete(pattern);
  }
  return { overlaps: [...overlaps.values()], shadowed: [...shadowed.values()] };
}

/** Whether one pattern of a space overlaps another, is shadowed, or shadows another: much sooner known than all clashes. */
export function hasClash(space: UrlSpace, pattern: Pattern): boolean {
  return (space.origins.length > 0 ? space.origins : [null]).some((origin) => {
    if (!space.patternsOf(origin).includes(pattern)) return false;
    const tree = space.treeOf(origin);
    const joint = new Joint(origin?.text ?? '');
    const others = mayMeet(tree, pattern);
    const stronger = others.filter((other) => other.rank < pattern.rank);
    return others.some((other) => (other.rank === pattern.rank ? joint.shortest([pattern, other, ...stronger], (fits) => fits.has(1) && fits.size === 2) !== null
      : other.rank > pattern.rank && shadowOver(joint, other, mayMeet(tree, other)) !== null)) || shadowOver(joint, pattern, others) !== null;
  });
}

function overlapWith(joint: Joint, pattern: Pattern, others: readonly Pattern[]): Overlap | null {
  const stronger = others.filter((other) => other.rank < pattern.rank);
  for (const first of others) {
    if (first.index >= pattern.index || first.rank !== pattern.rank) continue;
    // Where a third one is more specific, it does not matter which of the two would win.
    const found = joint.shortest([pattern, first, ...stronger], (fits) => fits.has(1) && fits.size === 2);
    if (found) return { first, second: pattern, url: found.url };
  }
  return null;
}

function shadowOver(joint: Joint, pattern: Pattern, others: readonly Pattern[]): Shadowed | null {
  const stronger = others.filter((other) => other.rank < pattern.rank);
  if (stronger.length === 0) return null;
  const all = [pattern, ...stronger];
  if (joint.shortest(all, (fits) => fits.size === 1)) return null;
  const found = joint.shortest(all, () => true)!;
  const by = [...found.fits].filter((index) => index > 0).map((index) => all[index]!).sort(bySpecificity)[0]!;
  return { pattern, url: found.url, by };
}

export const bySpecificity = (a: Pattern, b: Pattern): number => (a.rank < b.rank ? -1 : a.rank > b.rank ? 1 : a.index - b.index);

/** How many of the patterns that end at one node are compared with others. They take the same paths, so these stand for the rest. */
const mostAlike = 50;

/** The other patterns that a URL which fits one may fit as well, by what can be told segment by segment; in the order of the plan. */
export function mayMeet({ root }: Tree, pattern: Pattern): Pattern[] {
  const found = new Set<Pattern>();
  const { segments, rest } = pattern;
  const visit = (node: Node, at: number): void => {
    for (const each of node.rests.slice(0, mostAlike)) found.add(each);
    if (at >= segments.length) for (const each of node.ends.slice(0, mostAlike)) found.add(each);
    const segment = segments[at];
    if (!segment && !rest) return;
    const literal = segment?.literal ?? null;
    if (literal === null) for (const [text, to] of node.literals) if (!segment || segment.fits(text)) visit(to, at + 1);
    const same = literal === null ? undefined : node.literals.get(literal);
    if (same) visit(same, at + 1);
    for (const branch of node.branches) if (!segment || mayShare(segment, branch.segment)) visit(branch.to, at + 1);
  };
  visit(root, 0);
  found.delete(pattern);
  return [...found].sort((a, b) => a.index - b.index);
}

function mayShare(segment: Segment, other: Segment): boolean {
  if (segment.literal !== null) return other.fits(segment.literal);
  // What two types share, their languages decide.
  return true;
}
