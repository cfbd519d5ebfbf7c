/**
 * Which combinations of some patterns a URL can fit, each with a shortest URL. Decided over classes of segments and of
 * values, without samples: only the patterns that a segment fits make a difference.
 */
import { Budget } from '../base/budget';
import type { Work } from '../base/slices';
import {
  anyText,
  anyTextOrNone,
  classesOf,
  exactly,
  joined,
  textIn,
  union,
  withoutCharacters,
  type Language,
  type TextClass,
} from './regular';
import type { Listed, Pattern } from './pattern';

/** Number of places in paths between two pauses. */
const spotsInSlice = 500;
/** Budget for one place of a path, for each pattern that is tried there. */
const costOfSpot = 20;

/** A URL, and the patterns that it fits, by index. */
export interface Shared {
  readonly url: string;
  readonly fits: ReadonlySet<number>;
}

/** A set of texts with a key that identifies it. */
interface Keyed {
  readonly key: string;
  /** The text of a set with one element; null for all others. */
  readonly literal: string | null;
  readonly language: () => Language;
  readonly has: (text: string) => boolean;
}

/** Segments that no path keeps, or that no variable takes: classes of their own. */
const dots: Keyed = {
  key: 'dots',
  literal: null,
  language: () => union([exactly('.'), exactly('..')]),
  has: (text) => /^\.\.?$/.test(text),
};
const empty: Keyed = { key: 'empty', literal: null, language: () => exactly(''), has: (text) => text === '' };
const anySegment: Keyed = { key: 'any', literal: null, language: anyTextOrNone, has: () => true };

/** How far a path has come. */
interface Spot {
  readonly segments: readonly string[];
  /** Which patterns it can still fit, in order. */
  readonly alive: readonly number[];
}

/** One more segment, and which patterns the path can still fit then. */
interface Way {
  readonly text: string;
  readonly alive: readonly number[];
}

/** A query, and the patterns that end there and fit it. */
interface Query {
  readonly query: string;
  readonly fits: ReadonlySet<number>;
}

/** Things by their costs, the cheapest first: buckets, since costs are lengths (Dial 1969). */
class Queue<T> {
  private readonly buckets: T[][] = [];
  private least = 0;

  push(cost: number, thing: T): void {
    (this.buckets[cost] ??= []).push(thing);
    this.least = Math.min(this.least, cost);
  }

  /** The cheapest entry with its cost; null if the queue is empty. */
  take(): { readonly cost: number; readonly thing: T } | null {
    for (; this.least < this.buckets.length; this.least++) {
      const thing = this.buckets[this.least]?.shift();
      if (thing !== undefined) return { cost: this.least, thing };
    }
    return null;
  }
}

export class Joint {
  private readonly classes = new Map<string, readonly TextClass[]>();
  private readonly languages = new Map<string, Language>();

  /**
   * @param origin beginning of the URLs; empty for paths alone
   * @param budget shared by all questions
   */
  constructor(
    private readonly origin: string,
    private readonly budget = new Budget(Infinity),
  ) {}

  /**
   * The shortest URL that fits the first of some patterns and meets a condition; null if there is none.
   * Uniform-cost search (Dijkstra 1959) over the length of a path and the set of patterns that it can still fit. The
   * number of such sets is the number of combinations that occur. It can grow exponentially if patterns overlap in all
   * ways; usually it is a handful.
   *
   * @param wanted the condition on the set of patterns that the URL fits; the first pattern is always in the set
   * @throws {TooMuch} if the budget is used up
   */
  *shortest(patterns: readonly Pattern[], wanted: (fits: ReadonlySet<number>) => boolean): Work<Shared | null> {
    const [first] = patterns;
    const deepest = Math.max(...patterns.map(({ segments }) => segments.length));
    const seen = new Set<string>();
    const queue = new Queue<Spot | Shared>();
    queue.push(0, { segments: [], alive: patterns.map((_pattern, index) => index) });
    for (let next = queue.take(); next; next = queue.take()) {
      const { thing } = next;
      if ('url' in thing) return thing;
      const { segments, alive } = thing;
      const key = `${Math.min(segments.length, deepest)} ${alive.join()}`;
      if (seen.has(key)) continue;
      seen.add(key);
      this.budget.need(costOfSpot * alive.length);
      if (seen.size % spotsInSlice === 0) yield;
      const path = this.write(segments);
      if (endsAt(first!, segments.length)) {
        const there = alive.filter((index) => endsAt(patterns[index]!, segments.length));
        for (const { query, fits } of yield* this.queries(patterns, there)) {
          if (wanted(fits)) queue.push(path.length + query.length, { url: path + query, fits });
        }
      }
      for (const way of yield* this.segments(patterns, thing)) {
        const longer = [...segments, way.text];
        // Two slashes at the beginning of a path would turn the next segment into a host.
        if (longer.length === 1 && way.text === '' && !this.origin.includes('://')) continue;
        queue.push(this.origin.length + longer.reduce((sum, each) => sum + 1 + encodeURIComponent(each).length, 0), {
          segments: longer,
          alive: way.alive,
        });
      }
    }
    return null;
  }

  /** A path as written; one slash at the end means nothing. */
  private write(segments: readonly string[]): string {
    if (segments.length === 0) return `${this.origin}/`;
    return (
      this.origin +
      segments.map((each) => `/${encodeURIComponent(each)}`).join('') +
      (segments.at(-1) === '' ? '/' : '')
    );
  }

  /** Each class of next segments that some pattern tells from others; the first pattern fits all of them. */
  private *segments(patterns: readonly Pattern[], { segments, alive }: Spot): Work<Way[]> {
    const next = alive.map((index) => nextOf(patterns[index]!, segments.length));
    const [first] = next;
    if (!first) return [];
    const goingOn = (goes: (keyed: Keyed) => boolean): number[] =>
      alive.filter((_index, place) => next[place] && goes(next[place]));
    if (first.literal !== null) return [{ text: first.literal, alive: goingOn((keyed) => keyed.has(first.literal!)) }];
    const literals = new Set(
      next.flatMap((keyed) => (keyed?.literal != null && first.has(keyed.literal) ? [keyed.literal] : [])),
    );
    const ways = [...literals].map((text) => ({ text, alive: goingOn((keyed) => keyed.has(text)) }));
    const keyed = [
      ...new Map(next.flatMap((each) => (each && each.literal === null ? [[each.key, each] as const] : []))).values(),
      dots,
      empty,
    ];
    for (const { text, within } of yield* this.classesOf(keyed)) {
      const inside = within.map((index) => keyed[index]!);
      if (!inside.some(({ key }) => key === first.key) || inside.includes(dots)) continue;
      // A literal is a class of its own: this one needs another text.
      const outside = keyed.filter((each) => !inside.includes(each));
      const other = literals.has(text)
        ? yield* textIn(this.languagesOf(inside), this.languagesOf(outside), literals, this.budget)
        : text;
      const keys = new Set(inside.map(({ key }) => key));
      if (other !== null)
        ways.push({ text: other, alive: goingOn((each) => each.literal === null && keys.has(each.key)) });
    }
    return ways;
  }

  /**
   * Each class of queries by the patterns that fit, with a shortest query: none, or values that some variables refuse.
   * The first pattern always fits.
   */
  private *queries(patterns: readonly Pattern[], among: readonly number[]): Work<Query[]> {
    let ways = new Map<string, Query>([[among.join(), { query: '', fits: new Set(among) }]]);
    const names = new Set(
      among.flatMap((index) => patterns[index]!.query.flatMap(({ name, carried }) => (carried.isText ? [] : [name]))),
    );
    for (const name of names) {
      const wanted = among.map((index) => {
        const variable = patterns[index]!.query.find((each) => each.name === name);
        return variable && !variable.carried.isText ? keyedValue(variable) : null;
      });
      const keyed = [...new Map(wanted.flatMap((each) => (each ? [[each.key, each] as const] : []))).values()];
      const next = new Map(ways);
      for (const { text, within } of yield* this.classesOf(keyed)) {
        const keys = new Set(within.map((index) => keyed[index]!.key));
        const evaded = new Set(among.filter((_index, place) => wanted[place] && !keys.has(wanted[place].key)));
        if (evaded.has(0) || evaded.size === 0) continue;
        for (const { query, fits } of ways.values()) {
          const left = [...fits].filter((index) => !evaded.has(index));
          const longer = `${query === '' ? '?' : `${query}&`}${name}=${encodeURIComponent(text).replaceAll('%2C', ',')}`;
          const known = next.get(left.join());
          if (!known || known.query.length > longer.length)
            next.set(left.join(), { query: longer, fits: new Set(left) });
        }
      }
      ways = next;
    }
    return [...ways.values()];
  }

  private *classesOf(keyed: readonly Keyed[]): Work<readonly TextClass[]> {
    const key = keyed.map((each) => each.key).join('\n');
    let classes = this.classes.get(key);
    if (!classes) this.classes.set(key, (classes = yield* classesOf(this.languagesOf(keyed), this.budget)));
    return classes;
  }

  private languagesOf(keyed: readonly Keyed[]): Language[] {
    return keyed.map((each) => this.languageOf(each));
  }

  private languageOf(keyed: Keyed): Language {
    let language = this.languages.get(keyed.key);
    if (!language) this.languages.set(keyed.key, (language = keyed.language()));
    return language;
  }
}

/** Whether a path with this number of segments may end there. */
const endsAt = ({ segments, rest }: Pattern, at: number): boolean =>
  segments.length === at || (rest !== null && segments.length < at);

/** Nodes that may follow after that many segments; null if there are none. */
function nextOf({ segments, rest }: Pattern, at: number): Keyed | null {
  const segment = segments[at];
  if (segment)
    return {
      key: segment.key,
      literal: segment.literal,
      language: () => segment.language,
      has: (text) => segment.fits(text),
    };
  if (!rest) return null;
  if (!rest.isList) return anySegment;
  const { carried } = rest;
  // A list's items are read one by one; an empty segment is no item.
  return {
    key: `item ${carried.key}`,
    literal: null,
    language: () => (carried.isText ? anyText() : carried.language()),
    has: (text) => text !== '' && carried.fits(text),
  };
}

/** Values of a query variable, as written: commas separate the items of a list. */
function keyedValue({ carried, isList }: Listed): Keyed {
  const has = (text: string): boolean => (isList ? text.split(',') : [text]).every((each) => carried.fits(each));
  return isList
    ? {
        key: `list of ${carried.key}`,
        literal: null,
        language: () => joined(withoutCharacters(carried.language(), ','), ','),
        has,
      }
    : { key: carried.key, literal: null, language: () => carried.language(), has };
}
