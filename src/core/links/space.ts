/** The URL space of an app in one variant: all patterns that open something there. */
import { isIn, type Link, type Plan } from '../plan/model';
import type { Value, Values } from '../plan/value';
import { valueOf } from './carriage';
import { Cut } from './cut';
import { readOrigin, sameOrigin, type Origin } from './origin';
import { patternOf, type Pattern } from './pattern';
import { pairsOf, splitQuery, takenFrom } from './query';
import { find, findAll, treeOf, type Tree } from './tree';
import { isUrl, readUrl, type Url, type UrlProblem } from './url';

/** A URL that fits a pattern. */
export interface Matched {
  readonly url: Url;
  readonly pattern: Pattern;
  /** Others that it fits and that are as specific; the first in the plan has won. */
  readonly ties: readonly Pattern[];
  /** Values by argument; null or an empty list for a variable that the URL leaves out. */
  readonly values: Values;
  readonly remarks: readonly Remark[];
}

/** Part of a URL that no pattern reads, or that may be a mistake. */
export type Remark =
  { readonly kind: 'unknown-name' | 'repeated' | 'plus'; readonly name: string } | { readonly kind: 'fragment' };

export class UrlSpace {
  readonly origins: readonly Origin[];
  /** In the order of the plan, without patterns that cannot be read, or that a URL cannot carry. */
  readonly patterns: readonly Pattern[];
  /** The one tree of all origins, if none has patterns of its own. */
  private shared: Tree | null = null;
  /** By the origin's text; the empty one for paths alone. */
  private readonly trees = new Map<string, Tree>();
  /** One for all that is looked up. */
  private readonly cut = new Cut();
  /** Whether some patterns are for one origin alone; otherwise all origins share one tree. */
  private readonly isDivided: boolean;

  constructor(
    plan: Plan,
    readonly links: readonly Link[],
  ) {
    this.origins = plan.origins.flatMap((text) => readOrigin(text) ?? []);
    this.patterns = links.flatMap((link, index) => patternOf(link, index) ?? []);
    this.isDivided = this.patterns.some((pattern) => pattern.origin !== null);
  }

  /** The patterns that URLs of an origin can fit; all of them for a path alone. */
  patternsOf(origin: Origin | null): readonly Pattern[] {
    return origin === null
      ? this.patterns
      : this.patterns.filter((pattern) => pattern.origin === null || sameOrigin(pattern.origin, origin));
  }

  treeOf(origin: Origin | null): Tree {
    if (!this.isDivided) return (this.shared ??= treeOf(this.patterns));
    const key = origin?.text ?? '';
    let tree = this.trees.get(key);
    if (!tree) this.trees.set(key, (tree = treeOf(this.patternsOf(origin))));
    return tree;
  }

  /** The pattern that a URL takes; null if it fits none; the problem if it cannot be read. Never throws. */
  find(text: string): Pattern | UrlProblem | null {
    const origin = text.startsWith('/') ? null : this.plainlyOf(text);
    if (origin !== undefined && this.cut.readPlain(text, origin === null ? 0 : origin.text.length))
      return find(this.treeOf(origin), this.cut);
    const url = readUrl(text, this.origins);
    return isUrl(url) ? find(this.treeOf(url.origin), Cut.of(url)) : url;
  }

  /** The origin of a URL that begins in the usual way; undefined for all others, which need a closer look. */
  private plainlyOf(text: string): Origin | undefined {
    for (const origin of this.origins)
      if (origin.host !== null && text.startsWith(origin.text) && text.charCodeAt(origin.text.length) === 47)
        return origin;
    return undefined;
  }

  /** Looks a URL up, and reads the values that it brings. */
  match(text: string): Matched | UrlProblem | null {
    const url = readUrl(text, this.origins);
    if (!isUrl(url)) return url;
    const [pattern, ...ties] = findAll(this.treeOf(url.origin), Cut.of(url));
    return pattern ? { url, pattern, ties, values: valuesOf(pattern, url), remarks: remarksOn(pattern, url) } : null;
  }
}

export const isPattern = (found: Pattern | UrlProblem | null): found is Pattern => found !== null && 'link' in found;
export const isMatched = (found: Matched | UrlProblem | null): found is Matched => found !== null && 'pattern' in found;

const known = new WeakMap<Plan, { readonly links: readonly Link[]; readonly space: UrlSpace }[]>();

/** The URL space of a variant; computed once for all variants with the same links. */
export function spaceOf(plan: Plan, variant: string): UrlSpace {
  const links = linksOf(plan, variant);
  const spaces = known.get(plan) ?? [];
  known.set(plan, spaces);
  let found = spaces.find(
    (each) => each.links.length === links.length && each.links.every((link, index) => link === links[index]),
  );
  if (!found) spaces.push((found = { links, space: new UrlSpace(plan, links) }));
  return found.space;
}

/** The links of a variant, in the order of the plan. */
const linksOf = (plan: Plan, variant: string): readonly Link[] =>
  plan.screens.flatMap((screen) => (isIn(screen.only, variant) ? screen.links : []));

/** Values that a URL brings to the pattern it matches. */
function valuesOf({ segments, rest, query }: Pattern, url: Url): Values {
  const values: [string, Value][] = [];
  segments.forEach((segment, index) => {
    const taken = segment.read(url.segments[index]!)!;
    let at = 0;
    for (const part of segment.parts)
      if ('carried' in part) values.push([part.variable, valueOf(part.carried, taken[at++]!)]);
  });
  if (rest) {
    const texts = url.segments.slice(segments.length);
    values.push([
      rest.name,
      rest.isList ? texts.map((text) => valueOf(rest.carried, text)) : valueOf(rest.carried, texts.join('/')),
    ]);
  }
  const given = splitQuery(url.query ?? '');
  for (const variable of query) values.push([variable.name, takenFrom(variable, given)]);
  return Object.fromEntries(values);
}

function remarksOn({ query }: Pattern, url: Url): Remark[] {
  const remarks: Remark[] = [];
  const seen = new Set<string>();
  for (const { name, value } of pairsOf(url.query ?? '')) {
    if (!query.some((variable) => variable.name === name)) remarks.push({ kind: 'unknown-name', name });
    else if (seen.has(name)) remarks.push({ kind: 'repeated', name });
    else if (value.includes('+')) remarks.push({ kind: 'plus', name });
    seen.add(name);
  }
  if (url.hasFragment) remarks.push({ kind: 'fragment' });
  return remarks;
}
