/**
 * Regular languages over Unicode code points: which texts a part of a URL may be. They are kept as nondeterministic
 * automata (Thompson, "Regular expression search algorithm", CACM 1968), and decided on by determinizing several of
 * them together, as far as anybody asks (Rabin, Scott, "Finite automata and their decision problems", 1959).
 */
import type { Budget } from '../base/budget';
import type { Work } from '../base/slices';

/** Code points from one to another, both included. */
type Chars = readonly [from: number, to: number];

export interface NfaState {
  /** The state after one of these code points. */
  readonly moves: { readonly chars: readonly Chars[]; readonly to: NfaState }[];
  /** States reached without reading. */
  readonly free: NfaState[];
}

/** A language: all that leads from the start to the end. Immutable once made. */
export interface Language {
  readonly start: NfaState;
  readonly end: NfaState;
}

const lastCodePoint = 0x10ffff;
/** Any code point but surrogates, which are none of a text's characters. */
const anything: readonly Chars[] = [
  [0, 0xd7ff],
  [0xe000, lastCodePoint],
];
const digits: readonly Chars[] = [[0x30, 0x39]];
/** Characters that `\S` excludes (ECMA-262, WhiteSpace and LineTerminator). */
const blanks: readonly Chars[] = [
  [0x09, 0x0d],
  [0x20, 0x20],
  [0xa0, 0xa0],
  [0x1680, 0x1680],
  [0x2000, 0x200a],
  [0x2028, 0x2029],
  [0x202f, 0x202f],
  [0x205f, 0x205f],
  [0x3000, 0x3000],
  [0xfeff, 0xfeff],
];

const newState = (): NfaState => ({ moves: [], free: [] });

function reading(chars: readonly Chars[]): Language {
  const [start, end] = [newState(), newState()];
  start.moves.push({ chars, to: end });
  return { start, end };
}

/** The language of the empty text alone. */
function nothing(): Language {
  const only = newState();
  return { start: only, end: only };
}

/** The language of one text. */
export function exactly(text: string): Language {
  return concatenation([...text].map((character) => reading([[character.codePointAt(0)!, character.codePointAt(0)!]])));
}

/** One after the other. Languages are used up: none may go into two. */
export function concatenation(parts: readonly Language[]): Language {
  const [first, ...rest] = parts.length > 0 ? parts : [nothing()];
  return rest.reduce(({ start, end }, next) => {
    end.free.push(next.start);
    return { start, end: next.end };
  }, first!);
}

/** One or the other. */
export function union(parts: readonly Language[]): Language {
  const [start, end] = [newState(), newState()];
  for (const part of parts) {
    start.free.push(part.start);
    part.end.free.push(end);
  }
  return { start, end };
}

const optional = (part: Language): Language => union([part, nothing()]);

function oneOrMore({ start, end }: Language): Language {
  const last = newState();
  end.free.push(start, last);
  return { start, end: last };
}

/** Every text but the empty one. */
export const anyText = (): Language => oneOrMore(reading(anything));

/** Every text, the empty one too. */
export const anyTextOrNone = (): Language => optional(anyText());

/**
 * The language of a regular expression, so that one expression defines the form of a type's values. It knows the
 * constructs of ECMA-262 that the types' forms use, from `^` to `$`.
 */
export function languageOf({ source, flags }: RegExp): Language {
  let at = 0;
  const folds = flags.includes('i');
  const fail = (): never => {
    throw new Error(`No part of this subset: ${source.slice(at)} in ${source}`);
  };
  const expect = (text: string): void => {
    if (!source.startsWith(text, at)) fail();
    at += text.length;
  };
  expect('^');
  const language = alternatives();
  expect('$');
  return language;

  function alternatives(): Language {
    const all = [sequence()];
    while (source[at] === '|') {
      at++;
      all.push(sequence());
    }
    return all.length === 1 ? all[0]! : union(all);
  }

  function sequence(): Language {
    const parts: Language[] = [];
    while (at < source.length && !'|)$'.includes(source[at]!)) parts.push(repeated());
    return concatenation(parts);
  }

  function repeated(): Language {
    const begin = at;
    const part = atom();
    const end = at;
    switch (source[at]) {
      case '?':
        at++;
        return optional(part);
      case '+':
        at++;
        return oneOrMore(part);
      case '*':
        at++;
        return optional(oneOrMore(part));
      case '{': {
        const count = /^\{(\d+)\}/.exec(source.slice(at)) ?? fail();
        const parts = [part];
        while (parts.length < Number(count[1])) {
          at = begin;
          parts.push(atom());
        }
        at = end + count[0].length;
        return concatenation(parts);
      }
      default:
        return part;
    }
  }

  function atom(): Language {
    const character = source[at]!;
    if (character === '(') {
      at++;
      if (source.startsWith('?:', at)) at += 2;
      const inner = alternatives();
      expect(')');
      return inner;
    }
    if (character === '[') {
      at++;
      const chars: Chars[] = [];
      while (source[at] !== ']') chars.push(...member());
      at++;
      return reading(folded(chars));
    }
    if ('?+*{}^.'.includes(character)) fail();
    return reading(folded(escaped()));
  }

  /** A character, or a range of them, in brackets. */
  function member(): readonly Chars[] {
    const chars = escaped();
    if (source[at] !== '-' || source[at + 1] === ']' || chars.length !== 1) return chars;
    at++;
    return [[chars[0]![0], escaped()[0]![1]]];
  }

  function escaped(): readonly Chars[] {
    const character = source[at++]!;
    if (character !== '\\') return [[character.codePointAt(0)!, character.codePointAt(0)!]];
    const what = source[at++]!;
    if (what === 'd') return digits;
    if (what === 'S') return without(anything, blanks);
    return /\w/.test(what) ? fail() : [[what.codePointAt(0)!, what.codePointAt(0)!]];
  }

  function folded(chars: readonly Chars[]): readonly Chars[] {
    if (!folds) return chars;
    // The expressions fold ASCII letters alone.
    return chars.flatMap(([from, to]): Chars[] => {
      const other = (first: number, last: number, shift: number): Chars[] =>
        from <= last && to >= first ? [[Math.max(from, first) + shift, Math.min(to, last) + shift]] : [];
      return [[from, to], ...other(0x41, 0x5a, 0x20), ...other(0x61, 0x7a, -0x20)];
    });
  }
}

/** Code points without some others; both in order. */
function without(all: readonly Chars[], others: readonly Chars[]): Chars[] {
  return all.flatMap(([from, to]) => {
    const left: Chars[] = [];
    let next = from;
    for (const [first, last] of others) {
      if (last < next || first > to) continue;
      if (first > next) left.push([next, first - 1]);
      next = last + 1;
    }
    if (next <= to) left.push([next, to]);
    return left;
  });
}

/** A language without the texts that hold one of some characters. */
export function withoutCharacters(language: Language, characters: string): Language {
  const others = [...characters]
    .map((character): Chars => [character.codePointAt(0)!, character.codePointAt(0)!])
    .sort(([a], [b]) => a - b);
  const copies = new Map<NfaState, NfaState>();
  const copy = (state: NfaState): NfaState => {
    let made = copies.get(state);
    if (made) return made;
    copies.set(state, (made = newState()));
    for (const { chars, to } of state.moves) made.moves.push({ chars: without(chars, others), to: copy(to) });
    for (const to of state.free) made.free.push(copy(to));
    return made;
  };
  return { start: copy(language.start), end: copy(language.end) };
}

/** Texts of a language, one or more, with another text between them. Uses the language up. */
export function joined(language: Language, between: string): Language {
  const separator = exactly(between);
  const last = newState();
  language.end.free.push(separator.start, last);
  separator.end.free.push(language.start);
  return { start: language.start, end: last };
}

/** The states to which reading a code point leads. */
function after({ moves }: NfaState, codePoint: number): NfaState[] {
  return moves.flatMap(({ chars, to }) => (includes(chars, codePoint) ? [to] : []));
}

/** Texts that are in the same ones of some languages. */
export interface TextClass {
  /** One of the shortest of them. */
  readonly text: string;
  /** Which languages they are in, by index, in order. */
  readonly within: readonly number[];
}

/**
 * The classes into which some languages divide all texts: every combination of languages that some text is in (the
 * minterms of the Boolean algebra that they generate), each with a shortest text, shortest first. The class outside of
 * all languages is among them, if it has a text.
 * Breadth-first search over the subset construction of all of them together. Costs O(sets of states reached · moves out
 * of them). Usually these sets are few, since the search leaves a language as soon as a text cannot be in it. Languages
 * that agree for long may have exponentially many.
 *
 * @throws {TooMuch} if the budget is used up
 */
export function* classesOf(languages: readonly Language[], budget: Budget): Work<TextClass[]> {
  const accepting = new Map<NfaState, number[]>();
  languages.forEach(({ end }, index) => accepting.set(end, [...(accepting.get(end) ?? []), index]));
  const ids = new Ids();
  const begin = closure(languages.map(({ start }) => start));
  const seen = new Set([ids.keyOf(begin)]);
  const found = new Map<string, TextClass>();
  const queue: { readonly states: readonly NfaState[]; readonly text: string }[] = [{ states: begin, text: '' }];
  let sincePause = 0;
  for (const { states, text } of queue) {
    const within = states.flatMap((state) => accepting.get(state) ?? []).sort((a, b) => a - b);
    const signature = within.join();
    if (!found.has(signature)) found.set(signature, { text, within });
    const cost = costOf(states);
    budget.need(cost);
    if ((sincePause += cost) > slice) {
      sincePause = 0;
      yield;
    }
    for (const { chars, to } of movesFrom(states, ids)) {
      const next = closure(to);
      const key = ids.keyOf(next);
      if (seen.has(key)) continue;
      seen.add(key);
      const [codePoint] = codePointsIn(chars, 1);
      queue.push({ states: next, text: text + String.fromCodePoint(codePoint!) });
    }
  }
  return [...found.values()];
}

/**
 * A shortest text that is in all of some languages, in none of some others, and not one of some texts; null if there is
 * none.
 *
 * @throws {TooMuch} if the budget is used up
 */
export function* textIn(
  inside: readonly Language[],
  outside: readonly Language[],
  not: ReadonlySet<string>,
  budget: Budget,
): Work<string | null> {
  const ids = new Ids();
  const begin = closure([...inside, ...outside].map(({ start }) => start));
  const visits = new Map<string, number>();
  const queue: { readonly states: readonly NfaState[]; readonly text: string }[] = [{ states: begin, text: '' }];
  let sincePause = 0;
  for (const { states, text } of queue) {
    if (
      inside.every(({ end }) => states.includes(end)) &&
      !outside.some(({ end }) => states.includes(end)) &&
      !not.has(text)
    )
      return text;
    const cost = costOf(states);
    budget.need(cost);
    if ((sincePause += cost) > slice) {
      sincePause = 0;
      yield;
    }
    for (const { chars, to } of movesFrom(states, ids)) {
      const next = closure(to);
      const key = ids.keyOf(next);
      // Texts that lead to the same states are equal here: one more than the excluded ones is enough.
      for (const codePoint of codePointsIn(chars, not.size + 1)) {
        const count = visits.get(key) ?? 0;
        if (count > not.size) break;
        visits.set(key, count + 1);
        queue.push({ states: next, text: text + String.fromCodePoint(codePoint) });
      }
    }
  }
  return null;
}

/** How many steps are taken between two pauses: some twenty milliseconds. */
const slice = 30_000;

/** Cost of reading on from some states, in steps of a budget: each piece asks every state. */
const costOf = (states: readonly NfaState[]): number => {
  const moves = states.reduce((sum, each) => sum + each.moves.length, 1);
  return 10 * moves + moves * moves;
};

/** Numbers states at their first use, so that sets of them can be compared. */
class Ids {
  private readonly ids = new Map<NfaState, number>();

  keyOf(states: readonly NfaState[]): string {
    return states
      .map((state) => {
        let id = this.ids.get(state);
        if (id === undefined) this.ids.set(state, (id = this.ids.size));
        return id;
      })
      .sort((a, b) => a - b)
      .join();
  }
}

function closure(states: readonly NfaState[]): NfaState[] {
  const all = new Set(states);
  for (const state of all) for (const next of state.free) all.add(next);
  return [...all];
}

/** Readable code points, in the order in which evidence uses them. */
const readable = [...'abcdefghijklmnopqrstuvwxyz0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-_~:.,+!@'].map((character) =>
  character.codePointAt(0)!,
);

interface Reading {
  /** Character sets that are read, in order. */
  readonly chars: Chars[];
  readonly to: NfaState[];
}

/** The classes of code points that the next move distinguishes, each with its states; easily readable ones first. */
function movesFrom(states: readonly NfaState[], ids: Ids): Reading[] {
  const cuts = new Set(anything.flatMap(([from, to]) => [from, to + 1]));
  for (const { moves } of states)
    for (const { chars } of moves) for (const [from, to] of chars) cuts.add(from).add(to + 1);
  const bounds = [...cuts].sort((a, b) => a - b);
  const byTargets = new Map<string, Reading>();
  for (let index = 0; index + 1 < bounds.length; index++) {
    const [from, to] = [bounds[index]!, bounds[index + 1]! - 1];
    if (from >= 0xd800 && from <= 0xdfff) continue;
    const targets = states.flatMap((state) => after(state, from));
    // Pieces that lead to the same are one.
    const key = ids.keyOf(targets);
    const known = byTargets.get(key);
    if (known) known.chars.push([from, to]);
    else byTargets.set(key, { chars: [[from, to]], to: targets });
  }
  const place = new Map(
    [...byTargets.values()].map((reading) => [
      reading,
      readable.findIndex((codePoint) => includes(reading.chars, codePoint)) >>> 0,
    ]),
  );
  return [...byTargets.values()].sort((a, b) => place.get(a)! - place.get(b)!);
}

/** Whether a code point is in one of some ranges. */
export function includes(chars: readonly Chars[], codePoint: number): boolean {
  for (let index = 0; index < chars.length; index++)
    if (chars[index]![0] <= codePoint && codePoint <= chars[index]![1]) return true;
  return false;
}

/** Code points in these ranges, up to a number; readable ones first. */
function* codePointsIn(chars: readonly Chars[], most: number): Generator<number, void, void> {
  let left = most;
  for (const codePoint of readable) {
    if (left <= 0) return;
    if (!includes(chars, codePoint)) continue;
    left--;
    yield codePoint;
  }
  for (const [from, to] of chars) {
    for (let codePoint = from; codePoint <= to && left > 0; codePoint++) {
      if (isReadable.has(codePoint)) continue;
      left--;
      yield codePoint;
    }
  }
}

const isReadable: ReadonlySet<number> = new Set(readable);
