/**
 * A URL cut into its segments, as places in a text: looking it up makes no string for each of them. Audits read
 * millions of URLs, and most of these have nothing special, so that the text is the URL itself.
 */

/** Meaning of a character of a path; 0 for one that needs a closer look. */
const ordinary = 1;
const slash = 2;
const asked = 3;
const hash = 4;
const dot = 5;

/** By code unit. */
const meanings = new Uint8Array(0x10000);
for (const character of "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_~!$&'()*+,;=:@")
  meanings[character.charCodeAt(0)] = ordinary;
meanings['/'.charCodeAt(0)] = slash;
meanings['?'.charCodeAt(0)] = asked;
meanings['#'.charCodeAt(0)] = hash;
meanings['.'.charCodeAt(0)] = dot;

/** Characters that a query must escape, or that begin a fragment. */
const odd = /[^\w\-~.!$&'()*+,;=:@/?%]/g;
const eight = '8'.charCodeAt(0);
/** Whether a character is a hexadecimal digit; NaN, the code behind the end of a text, is none. */
const isHex = (code: number): boolean =>
  (code >= 48 && code <= 57) || (code >= 65 && code <= 70) || (code >= 97 && code <= 102);

/** One step of a hash over characters (Kernighan, Ritchie, The C Programming Language, 6.6). */
const hashed = (sum: number, code: number): number => (Math.imul(sum, 31) + code) | 0;

/** Characters at the end of a segment that count, beside its first one and its length. */
const hashedAtEnd = 4;

/** Hash of a segment. Literals mostly differ in their length, their beginning and their end. */
function hashOf(text: string, begin: number, end: number): number {
  let sum = hashed(end - begin, text.charCodeAt(begin));
  for (let at = Math.max(begin, end - hashedAtEnd); at < end; at++) sum = hashed(sum, text.charCodeAt(at));
  return sum;
}

export class Cut {
  text = '';
  /** The text that ends with the query, and the offset of the query; negative without a query. */
  queryText = '';
  queryFrom = -1;
  /** How many segments there are. */
  count = 0;
  /** Offsets at which the segments begin and end. */
  readonly begins: Int32Array;
  readonly ends: Int32Array;

  /** @param room number of segments to make room for */
  constructor(private readonly room = 32) {
    this.begins = new Int32Array(room);
    this.ends = new Int32Array(room);
  }

  /** Cuts decoded segments. */
  static of({ segments, query }: { readonly segments: readonly string[]; readonly query: string | null }): Cut {
    const cut = new Cut(segments.length);
    cut.text = segments.join('');
    cut.queryText = query ?? '';
    cut.queryFrom = query === null ? -1 : 0;
    for (const segment of segments) {
      const begin = cut.count === 0 ? 0 : cut.ends[cut.count - 1]!;
      cut.add(begin, begin + segment.length);
    }
    return cut;
  }

  /** A segment as a text. */
  segment(index: number): string {
    return this.text.slice(this.begins[index], this.ends[index]);
  }

  /**
   * Cuts a path from an offset on, and replaces the previous cut. False if the path has escapes, dot segments, empty
   * segments, too many segments, or anything else that this fast way does not handle.
   */
  readPlain(text: string, from: number): boolean {
    this.text = text;
    this.queryFrom = -1;
    this.count = 0;
    const { length } = text;
    for (let begin = from + 1, at = begin; ; begin = ++at) {
      let meaning = slash;
      for (; at < length; at++) {
        meaning = meanings[text.charCodeAt(at)]!;
        if (meaning !== ordinary && (meaning !== dot || at === begin)) break;
      }
      if (at === begin) {
        // Nothing stands between two slashes; a slash at the end means nothing.
        if (at < length && meaning !== asked) return false;
      } else if (!this.add(begin, at)) {
        return false;
      }
      if (at === length) return true;
      if (meaning === asked) return this.readQuery(at + 1);
      if (meaning !== slash) return false;
    }
  }

  private readQuery(from: number): boolean {
    const { text } = this;
    odd.lastIndex = from;
    if (odd.test(text)) return false;
    for (let at = text.indexOf('%', from); at >= 0; at = text.indexOf('%', at + 3)) {
      // Escapes of characters beyond ASCII have to be decoded together.
      if (!(isHex(text.charCodeAt(at + 1)) && text.charCodeAt(at + 1) < eight && isHex(text.charCodeAt(at + 2))))
        return false;
    }
    this.queryText = text;
    this.queryFrom = from;
    return true;
  }

  private add(begin: number, end: number): boolean {
    const { count } = this;
    if (count === this.room) return false;
    this.begins[count] = begin;
    this.ends[count] = end;
    this.count = count + 1;
    return true;
  }
}

/**
 * Things by a number and the text of a segment: one hash table for all nodes of a tree, with linear probing, so that a
 * look-up touches little memory (Knuth, The Art of Computer Programming, 6.4).
 */
export class SegmentTable<T> {
  /** For each slot the number, the hash, and the text's place among all texts. Free slots have the number -1. */
  private readonly slots: Int32Array;
  /** The characters of all texts, each text behind its length. */
  private readonly characters: Int32Array;
  private readonly things: T[];
  private readonly mask: number;

  constructor(entries: readonly { readonly of: number; readonly text: string; readonly thing: T }[]) {
    let size = 8;
    while (size < 2 * entries.length) size *= 2;
    this.mask = size - 1;
    this.slots = new Int32Array(3 * size).fill(-1);
    this.characters = new Int32Array(entries.reduce((sum, { text }) => sum + 1 + text.length, 0));
    this.things = new Array<T>(size);
    let end = 0;
    for (const { of, text, thing } of entries) {
      const sum = hashOf(text, 0, text.length);
      let slot = this.slotOf(of, sum);
      while (this.slots[3 * slot] !== -1) slot = (slot + 1) & this.mask;
      this.slots.set([of, sum, end], 3 * slot);
      this.things[slot] = thing;
      this.characters[end++] = text.length;
      for (let at = 0; at < text.length; at++) this.characters[end++] = text.charCodeAt(at);
    }
  }

  private slotOf(of: number, sum: number): number {
    return (sum + Math.imul(of, 0x9e3779b1 | 0)) & this.mask;
  }

  /** The value for a node's number and a segment of a cut. */
  at(of: number, cut: Cut, index: number): T | undefined {
    const { slots, mask } = this;
    const sum = hashOf(cut.text, cut.begins[index]!, cut.ends[index]!);
    for (let slot = this.slotOf(of, sum); ; slot = (slot + 1) & mask) {
      const number = slots[3 * slot]!;
      if (number === -1) return undefined;
      if (number === of && slots[3 * slot + 1] === sum && this.is(cut, index, slots[3 * slot + 2]!))
        return this.things[slot];
    }
  }

  /** Whether a segment is the text that stands in a place. */
  private is(cut: Cut, index: number, place: number): boolean {
    const { characters } = this;
    const { text } = cut;
    const begin = cut.begins[index]!;
    const length = cut.ends[index]! - begin;
    if (characters[place] !== length) return false;
    for (let at = 0; at < length; at++) if (text.charCodeAt(begin + at) !== characters[place + 1 + at]) return false;
    return true;
  }
}
