/** Shared by the rules about whole URL spaces: each space once, and trials of other patterns. */
import { findClashes, hasClash, type Clashes } from '../../links/clashes';
import type { Pattern } from '../../links/pattern';
import { spaceOf, UrlSpace } from '../../links/space';
import type { Link, Plan } from '../../plan/model';
import type { Work } from '../../base/slices';
import { asSegment, setApart } from '../../edit/patterns';
import { readPattern } from '../../links/template';
import { writePattern } from './links-parts';
import type { Fix } from './rule';

/** The URL spaces of a plan, each with the variants that have it. */
function spacesOf(plan: Plan): Map<UrlSpace, string[]> {
  const spaces = new Map<UrlSpace, string[]>();
  for (const variant of plan.variants) {
    const space = spaceOf(plan, variant);
    const variants = spaces.get(space);
    if (variants) variants.push(variant);
    else spaces.set(space, [variant]);
  }
  return spaces;
}

/** A result in a URL space, and the variants that have it. */
interface InSpace<T> {
  readonly found: T;
  readonly space: UrlSpace;
  readonly variants: string[];
}

/** Clashes in the URL spaces of a plan, each once: with the first space that has it, and all variants that do. */
export function* clashesIn<T>(
  plan: Plan,
  find: (clashes: Clashes) => readonly T[],
  linksOf: (found: T) => readonly Link[],
): Work<InSpace<T>[]> {
  const byKey = new Map<string, InSpace<T>>();
  const spaces = spacesOf(plan);
  yield;
  for (const [space, variants] of spaces) {
    for (const found of find(yield* findClashes(space))) {
      const key = linksOf(found)
        .map(({ node }) => node.from)
        .join();
      const known = byKey.get(key);
      if (known) known.variants.push(...variants);
      else byKey.set(key, { found, space, variants: [...variants] });
    }
  }
  return [...byKey.values()];
}

/** The one variant that is named where something does not hold in all. */
export const toldIn = (plan: Plan, variants: readonly string[]): string | null =>
  variants.length === plan.variants.length ? null : variants[0]!;

/**
 * Maximum number of clashes for which a more specific pattern is tried, and of links in a space for that: each try
 * takes a search.
 */
export const mostTried = 8;
const mostLinks = 2_000;

/**
 * A fix that makes a pattern more specific, by a text in its path; tried out, so that no clash of the pattern is left.
 */
export function moreSpecific(plan: Plan, space: UrlSpace, { link }: Pattern): Fix[] {
  if (space.links.length > mostLinks) return [];
  const variable = readPattern(link.pattern).template!.variables[0]?.name;
  for (const name of [
    link.screen.name,
    ...(variable === undefined ? [] : [`by${variable[0]!.toUpperCase()}${variable.slice(1)}`]),
  ]) {
    const pattern = setApart(link.pattern, asSegment(name));
    if (pattern !== null && !clashes(plan, space, link, pattern))
      return [{ label: `Write ${pattern}`, edits: [writePattern(link, pattern)] }];
  }
  return [];
}

/** Whether a link with another pattern would clash with anything. */
function clashes(plan: Plan, space: UrlSpace, link: Link, pattern: string): boolean {
  const other: Link = { ...link, pattern };
  const tried = new UrlSpace(
    plan,
    space.links.map((each) => (each === link ? other : each)),
  );
  return hasClash(
    tried,
    tried.patterns.find((each) => each.link === other)!,
  );
}
