/** Compares two versions of an app's patterns: finds URLs that open another screen, or nothing, or bring less. */
import { remembered } from '../base/remembered';
import type { Screen } from '../plan/model';
import { toEnd } from '../base/slices';
import { exampleOf } from '../plan/example';
import { isList, showPlainly, type Value } from '../plan/value';
import { bySpecificity, mayMeet } from './clashes';
import { Joint, type Shared } from './joint';
import type { Origin } from './origin';
import { Segment } from './segment';
import { isMatched, type UrlSpace } from './space';
import type { Listed, Pattern } from './pattern';

/** A pattern some of whose URLs open something else, nothing, or lack an argument. */
export interface LostUrl {
  readonly pattern: Pattern;
  /** The shortest of them. */
  readonly url: string;
  /** The pattern that it takes now; null if it opens nothing. */
  readonly now: Pattern | null;
  /** Arguments, by their old names, that the URL brought and brings no longer. Empty if another screen opens. */
  readonly loses: readonly string[];
}

/** What belongs together in the two versions. */
export interface Continuity {
  /** Whether a new screen is what an old one has become. */
  readonly isSame: (old: Screen, now: Screen) => boolean;
  /** New name of an argument of an old screen; null if its new screen takes it no longer. */
  readonly argumentNow: (old: Screen, name: string) => string | null;
}

/** Screens are the same by their label, and arguments do not matter. */
const byLabel: Continuity = { isSame: (old, now) => old.label === now.label, argumentNow: () => null };

/**
 * The old patterns that won some URLs which are lost: they open nothing, another screen, or bring less. Of each pattern
 * one URL for each of these. Decided over classes of segments and values. Near linear where most patterns are the same.
 */
export function lostUrls(before: UrlSpace, after: UrlSpace, continuity = byLabel): LostUrl[] {
  const lost = new Map<string, LostUrl>();
  for (const origin of before.origins.length > 0 ? before.origins : [null]) {
    // Every URL of a removed origin is lost.
    const now = origin === null ? origin : after.origins.find(({ text }) => text === origin.text);
    const search = new LostSearch(before, after, origin, now, continuity);
    for (const pattern of before.patternsOf(origin)) {
      for (const [kind, found] of search.lossesOf(pattern)) {
        const key = `${pattern.index} ${kind}`;
        if (!lost.has(key)) lost.set(key, found);
      }
    }
  }
  return [...lost.values()];
}

type Loss = 'nothing' | 'other screen' | 'argument';

/** Finds what is lost of the URLs of one origin. */
class LostSearch {
  private readonly joint: Joint;

  constructor(
    private readonly before: UrlSpace,
    private readonly after: UrlSpace,
    private readonly origin: Origin | null,
    private readonly now: Origin | null | undefined,
    private readonly continuity: Continuity,
  ) {
    this.joint = new Joint(origin?.text ?? '');
  }

  *lossesOf(pattern: Pattern): Generator<[Loss, LostUrl]> {
    const { before, after, origin, now } = this;
    const stronger = mayMeet(before.treeOf(origin), pattern).filter((other) => bySpecificity(other, pattern) < 0);
    const fresh = now === undefined ? [] : mayMeet(after.treeOf(now), pattern);
    if (this.isAsBefore(pattern, stronger, fresh)) return;
    const all = [pattern, ...stronger, ...fresh];
    const winner = (fits: ReadonlySet<number>): Pattern | null =>
      [...fits].flatMap((index) => (index > stronger.length ? [all[index]!] : [])).sort(bySpecificity)[0] ?? null;
    const wins = (fits: ReadonlySet<number>): boolean =>
      [...fits].every((index) => index === 0 || index > stronger.length);
    const shortest = (wanted: (now: Pattern | null) => boolean, first = pattern): Shared | null =>
      toEnd(this.joint.shortest([first, ...all.slice(1)], (fits) => wins(fits) && wanted(winner(fits))));
    if (!shortest((other) => this.lossOf(pattern, other) !== null)) return;
    for (const kind of ['nothing', 'other screen'] as const) {
      const found = shortest((other) => this.lossOf(pattern, other) === kind);
      if (found) yield [kind, { pattern, url: found.url, now: winner(found.fits), loses: [] }];
    }
    const less = fresh.flatMap((other) => {
      if (this.lossOf(pattern, other) !== 'argument') return [];
      return [pattern, ...withRest(pattern)].flatMap((first) => {
        const found = shortest((opened) => opened === other, first);
        return found ? this.withQuery(found.url, pattern, other) : [];
      });
    });
    const [most] = less.sort((a, b) => b.loses.length - a.loses.length || a.url.length - b.url.length);
    if (most) yield ['argument', { ...most, loses: [...new Set(less.flatMap(({ loses }) => loses))] }];
  }

  /**
   * Whether each URL that a pattern won is won by its like: what is more specific now was so before, and nothing that
   * it brings is lost.
   */
  private isAsBefore(pattern: Pattern, stronger: readonly Pattern[], fresh: readonly Pattern[]): boolean {
    const key = keyOf(pattern);
    const like = fresh.find((other) => keyOf(other) === key && this.lossOf(pattern, other) === null);
    if (!like) return false;
    const known = new Set(stronger.map(keyOf));
    return fresh.every((other) => bySpecificity(other, like) >= 0 || known.has(keyOf(other)));
  }

  private lossOf(pattern: Pattern, now: Pattern | null): Loss | null {
    if (now === null) return 'nothing';
    if (!this.continuity.isSame(pattern.link.screen, now.link.screen)) return 'other screen';
    return this.lostArguments(pattern, now).length > 0 ? 'argument' : null;
  }

  /** The arguments that a pattern takes from a URL, and that the other one does not take from there. */
  private lostArguments(pattern: Pattern, now: Pattern): string[] {
    const nameNow = (name: string): string | null => this.continuity.argumentNow(pattern.link.screen, name);
    const keepsAll =
      pattern.link.pattern === now.link.pattern && namesIn(pattern).every((name) => nameNow(name) === name);
    if (keepsAll) return [];
    const own = piecesOf(pattern, (name) => nameNow(name) ?? name);
    const others = piecesOf(now, (name) => name);
    const inPath = own.flatMap(({ text, variables }, index) => (others[index]?.text === text ? [] : variables));
    const inQuery = pattern.query.flatMap(({ name }) =>
      now.query.some((other) => other.name === name && nameNow(name) === name) ? [] : [name],
    );
    return [...inPath, ...inQuery].filter((name) => nameNow(name) !== null);
  }

  /** URLs that bring arguments which are lost: this one, and with more of the query. */
  private withQuery(url: string, pattern: Pattern, now: Pattern): LostUrl[] {
    const loses = this.lostArguments(pattern, now);
    const more = pattern.query.flatMap((variable): [string, string][] => {
      const sample = loses.includes(variable.name) ? sampleOf(variable) : null;
      return sample === null ? [] : [[variable.name, sample]];
    });
    const [path, given = ''] = url.split('?') as [string, string | undefined];
    const pairs = given === '' ? [] : given.split('&').map((each) => each.split('=') as [string, string]);
    return [[], ...more.map((each) => [each]), more].flatMap((added): LostUrl[] => {
      // A variable that only has to differ from another one's values may be empty.
      const all = [...new Map([...pairs, ...added])].map(([name, value]) => `${name}=${value}`);
      const longer = all.length > 0 ? `${path}?${all.join('&')}` : path;
      const was = this.before.match(longer);
      if (!isMatched(was) || was.pattern !== pattern || this.after.find(longer) !== now) return [];
      const lost = loses.filter((name) => !isNothing(was.values[name]));
      return lost.length > 0 ? [{ pattern, url: longer, now, loses: lost }] : [];
    });
  }
}

/** The pattern, for URLs that bring something for its rest; none if it has no rest. */
const withRest = (pattern: Pattern): Pattern[] => {
  const { rest, segments } = pattern;
  return rest
    ? [{ ...pattern, segments: [...segments, new Segment([{ variable: rest.name, carried: rest.carried }])] }]
    : [];
};

/** Whether a URL has brought no value. */
const isNothing = (value: Value | undefined): boolean =>
  value === undefined || value === null || value === '""' || (isList(value) && value.length === 0);

/** A segment of a pattern, or its rest, as text with the names of its variables, and these by their old names. */
interface Piece {
  readonly text: string;
  readonly variables: readonly string[];
}

/** The variables of a pattern. */
const namesIn = ({ segments, rest, query }: Pattern): string[] => [
  ...segments.flatMap(({ parts }) => parts.flatMap((part) => ('variable' in part ? [part.variable] : []))),
  ...(rest ? [rest.name] : []),
  ...query.map(({ name }) => name),
];

/** The path of a pattern. A lone variable reads as a rest does: of a path that both fit, they take the same. */
function piecesOf({ segments, rest }: Pattern, nameOf: (name: string) => string): Piece[] {
  const pieces = segments.map(({ parts }): Piece => {
    const texts = parts.map((part) => ('variable' in part ? `{${nameOf(part.variable)}}` : part.text));
    return { text: texts.join(''), variables: parts.flatMap((part) => ('variable' in part ? [part.variable] : [])) };
  });
  return rest ? [...pieces, { text: `{${nameOf(rest.name)}}`, variables: [rest.name] }] : pieces;
}

const keys = new WeakMap<Pattern, string>();

/** Equal for patterns that the same URLs fit. Kept, since each pattern is compared with all that it may meet. */
const keyOf = (pattern: Pattern): string =>
  remembered(keys, pattern, () => {
    const { origin, segments, rest, query } = pattern;
    return JSON.stringify([
      origin?.text,
      segments.map(({ key }) => key),
      rest && [rest.carried.key, rest.isList],
      query.map(({ name, carried, isList }) => [name, carried.key, isList]),
    ]);
  });

/** A text that a variable takes, as a URL writes it. */
function sampleOf({ carried }: Listed): string | null {
  if (carried.isText) return 'x';
  const literal = exampleOf(carried.type);
  return literal === null ? null : encodeURIComponent(showPlainly(literal));
}
