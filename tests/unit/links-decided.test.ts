import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { clashesOf, hasClash } from '../../src/core/links/clashes';
import { lostUrls } from '../../src/core/links/lost-urls';
import { nearest } from '../../src/core/links/near';
import type { Pattern } from '../../src/core/links/pattern';
import { isMatched, spaceOf, type UrlSpace } from '../../src/core/links/space';
import { isUrl, readUrl } from '../../src/core/links/url';
import { resolve } from '../../src/core/plan/resolve';
import { isList, type Value } from '../../src/core/plan/value';
import { planText } from './plan-text';
import { forAll } from './property';

/** A segment of a small pattern: literal text, or a variable of a type, perhaps with text behind it. */
interface SmallSegment {
  readonly literal?: string;
  readonly type?: SmallType;
  readonly behind?: string;
}
interface SmallPattern {
  readonly segments: readonly SmallSegment[];
  readonly rest: 'text' | 'list of AB' | 'list of BC' | 'list of ABC' | null;
  readonly query: readonly { readonly name: 'q' | 'r'; readonly type: SmallType | 'list of int' | 'list of AB' }[];
}

// Forms of the types; the matcher below knows nothing else of them.
const looks = {
  text: /^[^]+$/,
  int: /^-?\d+$/,
  decimal: /^-?\d+(\.\d+)?$/,
  bool: /^(true|false)$/,
  AB: /^[ab]$/,
  BC: /^[bc]$/,
  ABC: /^[abc]$/,
} as const;
type SmallType = keyof typeof looks;

/** All texts that make a difference to these types and literals: enumeration over them misses nothing. */
const texts = ['a', 'b', 'c', '1', '2', '0.5', 'true', 'false', 'zz', 'ax', '1x', 'x', 'zx'];
const values = [null, '', 'a', '1', '1,2', 'a,b', 'true'];

const type = fc.constantFrom(...(Object.keys(looks) as SmallType[]));
const segmentArbitrary: fc.Arbitrary<SmallSegment> = fc.oneof(
  // Few enough that many meet.
  { weight: 7, arbitrary: fc.constantFrom<SmallSegment>({ literal: 'a' }, { literal: 'b' }, { type: 'AB' }) },
  { weight: 1, arbitrary: fc.constantFrom('1', 'true', 'false').map((literal) => ({ literal })) },
  { weight: 2, arbitrary: type.map((each) => ({ type: each })) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<SmallType>('text', 'int', 'AB').map((each) => ({ type: each, behind: 'x' })),
  },
);
const patternArbitrary: fc.Arbitrary<SmallPattern> = fc.record({
  segments: fc.array(segmentArbitrary, { maxLength: 2 }),
  rest: fc.oneof(
    { weight: 4, arbitrary: fc.constant(null) },
    {
      weight: 1,
      arbitrary: fc.constantFrom<NonNullable<SmallPattern['rest']>>('text', 'list of AB', 'list of BC', 'list of ABC'),
    },
  ),
  query: fc.oneof(
    { weight: 2, arbitrary: fc.constant([]) },
    {
      weight: 1,
      arbitrary: fc.uniqueArray(
        fc.record({
          name: fc.constantFrom('q', 'r'),
          type: fc.constantFrom<SmallPattern['query'][number]['type']>(
            'text',
            'int',
            'bool',
            'AB',
            'list of int',
            'list of AB',
          ),
        }),
        { maxLength: 2, selector: ({ name }) => name },
      ),
    },
  ),
});
/**
 * A pattern for each value of its first segment with few values: together they hide the pattern, except for texts that
 * their queries refuse.
 */
function hiding(pattern: SmallPattern): SmallPattern[] {
  const at = pattern.segments.findIndex((each) => each.type === 'AB' && !each.behind);
  return at < 0
    ? []
    : ['a', 'b'].map((literal) => ({
        ...pattern,
        segments: pattern.segments.with(at, { literal }),
        query: pattern.query.slice(1),
      }));
}
const patternsArbitrary = fc
  .tuple(fc.array(patternArbitrary, { minLength: 1, maxLength: 5 }), fc.boolean())
  .map(([patterns, hide]) => (hide ? [...patterns, ...hiding(patterns[0]!)] : patterns));

/** @param takesAll whether each screen takes what any pattern might bring, though its own does not */
function planOf(patterns: readonly SmallPattern[], takesAll = false): string {
  const screens = patterns.map(({ segments, rest, query }, index) => {
    const path =
      segments.map(({ literal, behind }, at) => `/${literal ?? `{v${at}}${behind ?? ''}`}`).join('') ||
      (rest ? '' : '/');
    const takes = [
      ...segments.flatMap(({ type: each }, at) => (each ? [`v${at}: ${each}`] : [])),
      ...(rest ? [`rest: ${rest}`] : []),
      ...query.map((each) => `${each.name}: ${each.type}${each.type.startsWith('list') ? '' : '?'}`),
    ];
    const others = ['v0', 'v1', 'rest', 'q', 'r'].filter(
      (each) => !takes.some((taken) => taken.startsWith(`${each}:`)),
    );
    if (takesAll) takes.push(...others.map((each) => `${each}: text?`));
    // A pattern that is nothing but a rest begins with a slash all the same.
    const pattern = `${path}${rest ? `${path === '' ? '/' : ''}{/rest*}` : ''}${query.length > 0 ? `{?${query.map(({ name }) => name).join()}}` : ''}`;
    return `screen s${index} "S" {\n${takes.length > 0 ? `  takes ${takes.join(', ')}\n` : ''}  link ${pattern}\n}\n`;
  });
  return `choice AB { a, b }\nchoice BC { b, c }\nchoice ABC { a, b, c }\nstart s0\n${screens.join('')}`;
}

interface SmallUrl {
  readonly path: readonly string[];
  readonly q: string | null;
  readonly r: string | null;
}

/** What a URL has brought for an argument, whatever its type; empty for nothing. */
function brought(name: string, value: Value | undefined): string {
  if (value === undefined || value === null) return '';
  const texts = isList(value) ? value.map((item) => JSON.stringify(item)) : [JSON.stringify(value)];
  return texts.join(name === 'rest' ? '/' : ',').replace(/[\\"]/g, '');
}

/** Rank of a segment that takes a text, from `a` (most specific) to `e`; null if it does not fit. */
function rankOfSegment({ literal, type: each, behind = '' }: SmallSegment, text: string): string | null {
  if (literal !== undefined) return text === literal ? 'a' : null;
  if (!text.endsWith(behind) || !looks[each!].test(text.slice(0, text.length - behind.length))) return null;
  if (each === 'text') return behind ? 'd' : 'e';
  return behind ? 'b' : 'c';
}

/** Whether a list, or a single item, has the form of its type. */
const fitsType = (written: string, items: readonly string[]): boolean =>
  items.every((item) => looks[written.replace('list of ', '') as SmallType].test(item));

/** Rank of a pattern, with its index behind; null if the URL does not fit it. Independent of the code under test. */
function rankOf({ segments, rest, query }: SmallPattern, index: number, url: SmallUrl): string | null {
  const { path } = url;
  if (rest === null ? path.length !== segments.length : path.length < segments.length) return null;
  const ranks = segments.map((segment, at) => rankOfSegment(segment, path[at]!));
  if (ranks.includes(null)) return null;
  if (rest?.startsWith('list of ') && !fitsType(rest, path.slice(segments.length))) return null;
  const fitsQuery = query.every(({ name, type: each }) => {
    const value = url[name];
    if (value === null || each === 'text') return true;
    return fitsType(each, each.startsWith('list of ') ? value.split(',') : [value]);
  });
  return fitsQuery ? `${ranks.join('')}${rest ? 'f' : ' '}${index}` : null;
}

/** Each URL with the patterns that it fits, the most specific first. */
function* everyUrl(
  patterns: readonly SmallPattern[],
): Generator<{ readonly url: SmallUrl; readonly fits: readonly { readonly index: number; readonly rank: string }[] }> {
  const paths: string[][] = [[]];
  for (const path of paths) {
    for (const q of patterns.some(({ query }) => query.some(({ name }) => name === 'q')) ? values : [null]) {
      for (const r of patterns.some(({ query }) => query.some(({ name }) => name === 'r')) ? values : [null]) {
        const url = { path, q, r };
        const fits = patterns.flatMap((pattern, index) => {
          const rank = rankOf(pattern, index, url);
          return rank === null ? [] : [{ index, rank }];
        });
        yield { url, fits: fits.sort((a, b) => (a.rank < b.rank ? -1 : 1)) };
      }
    }
    // Behind the segments of any pattern, two more segments tell every rest from another.
    const goesOn =
      path.length < 2 ||
      (patterns.some(({ rest }) => rest) && (path.length === 2 || (path.length === 3 && /^[abc]$/.test(path[2]!))));
    if (goesOn) for (const text of path.length < 2 ? texts : ['a', 'b', 'c', 'zz']) paths.push([...path, text]);
  }
}

const write = ({ path, q, r }: SmallUrl): string => {
  const query = [...(q === null ? [] : [`q=${q}`]), ...(r === null ? [] : [`r=${r}`])].join('&');
  return `/${path.join('/')}${query && `?${query}`}`;
};
const name = (pattern: Pattern): number => Number(pattern.link.screen.name.slice(1));
const space = (patterns: readonly SmallPattern[]): UrlSpace => spaceOf(resolve(parse(planOf(patterns))), 'app');
const withoutIndex = (rank: string): string => rank.slice(0, -1);

describe('small sets of patterns are decided as by trying every URL:', () => {
  test('is what trying every URL finds: which pattern wins, overlap, shadowing', () => {
    let overlapping = 0;
    let hidden = 0;
    forAll(
      fc.property(patternsArbitrary, (patterns) => {
        const of = space(patterns);
        expect(of.patterns.length).toBe(patterns.length);
        const ties = new Set<string>();
        const won = new Set<number>();
        for (const { url, fits } of everyUrl(patterns)) {
          const found = of.match(write(url));
          const [best, ...others] = fits;
          const wanted = fits
            .filter(({ rank }) => withoutIndex(rank) === withoutIndex(best!.rank))
            .map(({ index }) => index)
            .join();
          const opened = isMatched(found) ? [found.pattern, ...found.ties].map(name).join() : '';
          // Expecting takes far longer than trying.
          if (opened !== wanted) expect(opened, `${write(url)} of\n${planOf(patterns)}`).toBe(wanted);
          if (!best) continue;
          for (const { index, rank } of fits) if (withoutIndex(rank) === withoutIndex(best.rank)) won.add(index);
          for (const other of others)
            if (withoutIndex(other.rank) === withoutIndex(best.rank)) ties.add(`${best.index} ${other.index}`);
        }
        const { overlaps, shadowed } = clashesOf(of);
        // Each pattern is reported once, with the first pattern that it ties with and wins beside.
        const later = [...new Set([...ties].map((tie) => Number(tie.split(' ')[1])))].sort();
        expect(overlaps.map(({ second }) => name(second)).sort(), planOf(patterns)).toEqual(later);
        for (const { first, second, url } of overlaps) {
          const found = of.match(url);
          expect(isMatched(found) && [found.pattern, ...found.ties], `${url} of\n${planOf(patterns)}`).toEqual(
            expect.arrayContaining([first, second]),
          );
        }
        expect(
          shadowed.map(({ pattern }) => name(pattern)),
          planOf(patterns),
        ).toEqual(patterns.map((_pattern, index) => index).filter((index) => !won.has(index)));
        for (const { pattern, by, url } of shadowed) expect([name(pattern), of.find(url)]).toEqual([name(pattern), by]);
        // A single pattern: those that tie with another, and the shadowed ones; patterns that shadow another are among
        // them.
        const own = of.patterns.filter((pattern) => hasClash(of, pattern)).map(name);
        const clashing = patterns
          .map((_pattern, index) => index)
          .filter((index) => !won.has(index) || [...ties].some((tie) => tie.split(' ').includes(String(index))));
        expect(shadowed.length > 0 ? own.filter((index) => clashing.includes(index)) : own, planOf(patterns)).toEqual(
          clashing,
        );
        overlapping += overlaps.length;
        hidden += shadowed.length;
      }),
      50,
    );
    expect([overlapping > 5, hidden > 0]).toEqual([true, true]);
  });

  test('is what trying every URL finds: which URLs are lost, and which arguments', () => {
    let lost = 0;
    let kept = 0;
    let less = 0;
    forAll(
      fc.property(patternsArbitrary, fc.array(patternArbitrary, { maxLength: 3 }), fc.nat(4), (before, more, drop) => {
        // Every other pattern loses the first variable of its query.
        const shorter = before.map((pattern, at) =>
          at % 2 === 0 ? pattern : { ...pattern, query: pattern.query.slice(1) },
        );
        const after = [...shorter.filter((_pattern, index) => index !== drop), ...more];
        const plan = resolve(parse(planOf(after, true)));
        const [old, now] = [space(before), spaceOf(plan, 'app')];
        // The screens are numbered anew: a screen of the same name may take other arguments, by another pattern.
        const takes = (screen: string, name: string): boolean =>
          plan.screens.some((one) => one.name === screen && one.parameters.some((each) => each.name === name));
        const wanted = new Set<number>();
        const wantedLess = new Set<string>();
        for (const { url, fits } of everyUrl(before)) {
          if (fits.length === 0) continue;
          const { index } = fits[0]!;
          const [was, is] = [old.match(write(url)), now.match(write(url))];
          if (!isMatched(was)) throw new Error('unread');
          if (!isMatched(is) || is.pattern.link.screen.name !== `s${index}`) wanted.add(index);
          else
            for (const [name, value] of Object.entries(was.values))
              if (takes(`s${index}`, name) && brought(name, value) !== brought(name, is.values[name]))
                wantedLess.add(`${index} ${name}`);
        }
        const found = lostUrls(old, now, {
          isSame: (one, other) => one.name === other.name,
          argumentNow: (screen, name) => (takes(screen.name, name) ? name : null),
        });
        const text = `from\n${planOf(before)}to\n${planOf(after, true)}`;
        // Every URL that brute force finds is found; and each reported URL is lost indeed, or brings less.
        const opensOther = found.filter(({ loses }) => loses.length === 0);
        for (const index of wanted)
          expect(
            opensOther.map(({ pattern }) => name(pattern)),
            text,
          ).toContain(index);
        for (const { pattern, url, now: opened, loses } of found) {
          expect([old.find(url), now.find(url)], `${url} ${text}`).toEqual([pattern, opened]);
          expect(opened?.link.screen.name === pattern.link.screen.name, text).toBe(loses.length > 0);
          const [was, is] = [old.match(url), now.match(url)];
          if (loses.length > 0 && isMatched(was) && isMatched(is))
            expect(
              loses.some((each) => brought(each, was.values[each]) !== brought(each, is.values[each])),
              `${url} ${loses.join()} ${text}`,
            ).toBe(true);
        }
        const lessFound = found.flatMap(({ pattern, loses }) => loses.map((each) => `${name(pattern)} ${each}`));
        for (const each of wantedLess) expect(lessFound, text).toContain(each);
        less += wantedLess.size;
        lost += opensOther.length;
        kept += before.length - new Set(found.map(({ pattern }) => pattern)).size;
      }),
      50,
    );
    expect([lost > 15, kept > 15, less > 0]).toEqual([true, true, true]);
  });

  test('names for a URL that opens nothing a pattern that it really fails, at that place', () => {
    let near = 0;
    forAll(
      fc.property(patternsArbitrary, (patterns) => {
        const of = space(patterns);
        for (const { url, fits } of everyUrl(patterns)) {
          const read = readUrl(write(url), of.origins);
          if (fits.length > 0 || !isUrl(read)) continue;
          for (const { pattern, failure } of nearest(of.treeOf(null), read)) {
            near++;
            const { segments } = read;
            const holds =
              failure.why === 'text' || failure.why === 'value'
                ? !pattern.segments[failure.segment]!.fits(segments[failure.segment]!) &&
                  segments[failure.segment] === failure.found
                : failure.why === 'too-short'
                  ? pattern.segments.length > segments.length
                  : failure.why === 'too-long'
                    ? pattern.segments.length < segments.length && !pattern.rest
                    : failure.why === 'item'
                      ? !pattern.rest!.carried.fits(failure.found)
                      : (failure.name === 'q' ? url.q : url.r) !== null;
            if (!holds)
              expect(failure, `${write(url)} and ${pattern.link.pattern} of\n${planOf(patterns)}`).toBe(
                'a place where it fails',
              );
          }
        }
      }),
      8,
    );
    expect(near).toBeGreaterThan(350);
  });
});

describe('patterns of origins of their own', () => {
  const of = (screens: string): UrlSpace =>
    spaceOf(resolve(parse(`origin https://a.example\norigin https://b.example\nstart s\n${screens}`)), 'app');

  test('meet only where they live', () => {
    const apart = of('screen s "S" { link https://a.example/x }\nscreen t "T" { link https://b.example/x }\n');
    expect(clashesOf(apart)).toEqual({ overlaps: [], shadowed: [], undecided: [] });
    expect(
      ['https://a.example/x', 'https://b.example/x'].map((url) => (apart.find(url) as Pattern).link.screen.name),
    ).toEqual(['s', 't']);
    const both = of('screen s "S" { link https://a.example/x }\nscreen t "T" { link /x }\n');
    expect(clashesOf(both).overlaps.map(({ url }) => url)).toEqual(['https://a.example/x']);
    const shadow = of(
      planText`
        screen s "S" { link https://a.example/x }
        screen t "T" {
          takes n: text
          link /{n}
        }
        screen u "U" {
          takes n: C
          link /{n}
        }
        choice C { x }
      `,
    );
    // Under the other origin it wins.
    expect(clashesOf(shadow).shadowed).toEqual([]);
  });
});
