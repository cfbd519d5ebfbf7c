/** Patterns that get in one another's way: decided exactly, each with the shortest URL that shows it. */
import { Budget, TooMuch } from '../base/budget';
import { rememberedWork } from '../base/remembered';
import { toEnd, type Work } from '../base/slices';
import { Joint, type Shared } from './joint';
import type { Pattern } from './pattern';
import type { UrlSpace } from './space';
import type { TreeNode, Tree } from './tree';

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
  /** The shortest URL that fits it, and the pattern that this URL opens instead. */
  readonly url: string;
  readonly by: Pattern;
}

export interface Clashes {
  readonly overlaps: readonly Overlap[];
  readonly shadowed: readonly Shadowed[];
  /** Patterns that may clash with an earlier one, or be shadowed: the budget ended before they were decided. */
  readonly undecided: readonly Pattern[];
}

/** Budget for all clashes of a space: steps of about 0.6 microseconds each, and more for each pattern. */
const mostSteps = 1_000_000;
const mostStepsEach = 4_000;
/** Budget for the trial of one pattern. */
const mostStepsTrying = 200_000;

const known = new WeakMap<UrlSpace, Clashes>();

/**
 * All clashes of a URL space, computed once. Costs O(patterns) if few could meet. Each pattern is in at most one clash
 * of either kind.
 */
export function findClashes(space: UrlSpace): Work<Clashes> {
  return rememberedWork(known, space, () => find(space));
}

/** All clashes of a URL space, without a pause. */
export const clashesOf = (space: UrlSpace): Clashes => toEnd(findClashes(space));

function* find(space: UrlSpace): Work<Clashes> {
  const overlaps = new Map<Pattern, Overlap>();
  const shadowed = new Map<Pattern, Shadowed>();
  const undecided = new Set<Pattern>();
  const budget = new Budget(mostSteps + mostStepsEach * space.patterns.length);
  // Each origin has its own patterns and those for all origins; without an origin there are paths alone.
  for (const origin of space.origins.length > 0 ? space.origins : [null]) {
    const tree = space.treeOf(origin);
    const joint = new Joint(origin?.text ?? '', budget);
    for (const [index, pattern] of space.patternsOf(origin).entries()) {
      const others = mayMeet(tree, pattern);
      if (others.length > 0 || index % 100 === 0) yield;
      const isDecided = yield* orTooMuch(function* () {
        const overlap = overlaps.get(pattern) ?? (yield* overlapWith(joint, pattern, others));
        if (overlap) overlaps.set(pattern, overlap);
        const shadow = shadowed.get(pattern) ?? (yield* shadowOver(joint, pattern, others));
        if (shadow) shadowed.set(pattern, shadow);
        return true;
      });
      if (!isDecided) undecided.add(pattern);
    }
  }
  // A pattern that wins under one origin is not shadowed.
  for (const { pattern } of [...shadowed.values()]) {
    const wins = yield* orTooMuch(function* () {
      for (const origin of space.origins) {
        if (!space.patternsOf(origin).includes(pattern)) continue;
        const others = mayMeet(space.treeOf(origin), pattern);
        if (!(yield* shadowOver(new Joint(origin.text, budget), pattern, others))) return true;
      }
      return false;
    });
    if (wins === null) undecided.add(pattern);
    if (wins !== false) shadowed.delete(pattern);
  }
  return { overlaps: [...overlaps.values()], shadowed: [...shadowed.values()], undecided: [...undecided] };
}

/** The answer; null past the budget. */
function* orTooMuch<T>(answer: () => Work<T>): Work<T | null> {
  try {
    return yield* answer();
  } catch (error) {
    if (error instanceof TooMuch) return null;
    throw error;
  }
}

/**
 * Whether one pattern of a space overlaps another, is shadowed, or shadows another. Much faster than all clashes. True
 * if it takes too much work to decide.
 */
export function hasClash(space: UrlSpace, pattern: Pattern): boolean {
  const budget = new Budget(mostStepsTrying);
  return (
    toEnd(
      orTooMuch(function* () {
        for (const origin of space.origins.length > 0 ? space.origins : [null]) {
          if (!space.patternsOf(origin).includes(pattern)) continue;
          if (yield* clashesUnder(space.treeOf(origin), new Joint(origin?.text ?? '', budget), pattern)) return true;
        }
        return false;
      }),
    ) ?? true
  );
}

function* clashesUnder(tree: Tree, joint: Joint, pattern: Pattern): Work<boolean> {
  const others = mayMeet(tree, pattern);
  for (const other of others) {
    if (other.rank === pattern.rank && (yield* tieOf(joint, pattern, other, others))) return true;
    if (other.rank > pattern.rank && (yield* shadowOver(joint, other, mayMeet(tree, other)))) return true;
  }
  return (yield* shadowOver(joint, pattern, others)) !== null;
}

/**
 * A shortest URL that fits two patterns of one rank and no third pattern that is more specific: with such a third
 * pattern the tie would not matter.
 */
function tieOf(joint: Joint, pattern: Pattern, first: Pattern, others: readonly Pattern[]): Work<Shared | null> {
  const stronger = others.filter((other) => other.rank < pattern.rank);
  return joint.shortest([pattern, first, ...stronger], (fits) => fits.has(1) && fits.size === 2);
}

function* overlapWith(joint: Joint, pattern: Pattern, others: readonly Pattern[]): Work<Overlap | null> {
  for (const first of others) {
    if (first.index >= pattern.index || first.rank !== pattern.rank) continue;
    const found = yield* tieOf(joint, pattern, first, others);
    if (found) return { first, second: pattern, url: found.url };
  }
  return null;
}

function* shadowOver(joint: Joint, pattern: Pattern, others: readonly Pattern[]): Work<Shadowed | null> {
  const stronger = others.filter((other) => other.rank < pattern.rank);
  if (stronger.length === 0) return null;
  const all = [pattern, ...stronger];
  if (yield* joint.shortest(all, (fits) => fits.size === 1)) return null;
  const found = (yield* joint.shortest(all, () => true))!;
  const by = [...found.fits]
    .filter((index) => index > 0)
    .map((index) => all[index]!)
    .sort(bySpecificity)[0]!;
  return { pattern, url: found.url, by };
}

export const bySpecificity = (a: Pattern, b: Pattern): number =>
  a.rank < b.rank ? -1 : a.rank > b.rank ? 1 : a.index - b.index;

/**
 * Most patterns of one node that are compared with others. Patterns of one node take the same paths, so these represent
 * the rest.
 */
const mostAlike = 50;

/** Other patterns that may fit a URL of the given one, compared segment by segment; in the order of the plan. */
export function mayMeet({ root }: Tree, pattern: Pattern): Pattern[] {
  const found = new Set<Pattern>();
  const { segments, rest } = pattern;
  const visit = (node: TreeNode, at: number): void => {
    for (const each of node.rests.slice(0, mostAlike)) found.add(each);
    if (at >= segments.length) for (const each of node.ends.slice(0, mostAlike)) found.add(each);
    const segment = segments[at];
    if (!segment && !rest) return;
    const literal = segment?.literal ?? null;
    if (literal === null) for (const [text, to] of node.literals) if (!segment || segment.fits(text)) visit(to, at + 1);
    const same = literal === null ? undefined : node.literals.get(literal);
    if (same) visit(same, at + 1);
    // The languages of two types decide whether they share a text.
    for (const branch of node.branches) if (!segment || segment.mayShare(branch.segment)) visit(branch.to, at + 1);
  };
  visit(root, 0);
  found.delete(pattern);
  return [...found].sort((a, b) => a.index - b.index);
}
