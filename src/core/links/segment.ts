/** One segment of a pattern's path: the texts that fit it, the values that they bring, and how specific it is. */
import type { Carried } from './carriage';
import type { Cut } from './cut';
import { concatenation, exactly, type Language } from './regular';
import { matchParts, type SegmentPart } from './match-parts';

/**
 * How specific a segment is, the most specific first: literal text alone; with literal text, a variable of a type that
 * not every text fits; such a variable alone; with literal text, a variable that takes any text; such a variable alone;
 * a variable for the rest of the path. The end of the path comes before all of them.
 */
export const rank = { end: 0, literal: 1, mixedTyped: 2, typed: 3, mixedText: 4, text: 5, rest: 6 } as const;
export type Rank = (typeof rank)[keyof typeof rank];

export class Segment {
  readonly rank: Rank;
  /** Two segments with the same key are fitted by the same texts, and are as specific. */
  readonly key: string;
  /** The text of a literal; null for all others. */
  readonly literal: string | null;
  private readonly sole: Carried | null;
  /** The text before the first variable, and the one behind the last. */
  private readonly fixed: { readonly before: string; readonly after: string };
  private readonly around: { readonly before: string; readonly after: string } | null;
  private known: Language | null = null;
  private lastRead: { readonly text: string; readonly taken: string[] | null } | null = null;

  constructor(readonly parts: readonly SegmentPart[]) {
    const variables = parts.filter((part) => 'carried' in part);
    this.literal = variables.length === 0 ? parts.map((part) => ('text' in part ? part.text : '')).join('') : null;
    const isText = variables.some(({ carried }) => carried.isText);
    const isMixed = parts.length > variables.length;
    this.rank =
      this.literal !== null
        ? rank.literal
        : isText
          ? isMixed
            ? rank.mixedText
            : rank.text
          : isMixed
            ? rank.mixedTyped
            : rank.typed;
    this.key = JSON.stringify(parts.map((part) => ('text' in part ? part.text : [part.carried.key])));
    this.sole = variables.length === 1 ? variables[0]!.carried : null;
    const at = parts.findIndex((part) => 'carried' in part);
    const textOf = (some: readonly SegmentPart[]): string =>
      some.map((part) => ('text' in part ? part.text : '')).join('');
    const end = parts.findLastIndex((part) => 'carried' in part);
    this.fixed = { before: textOf(parts.slice(0, at < 0 ? parts.length : at)), after: textOf(parts.slice(end + 1)) };
    this.around = this.sole ? this.fixed : null;
  }

  /** Whether a text fits. No variable takes an empty text. */
  fits(text: string): boolean {
    if (this.literal !== null) return text === this.literal;
    if (!this.sole) return this.read(text) !== null;
    const { before, after } = this.around!;
    if (text.length <= before.length + after.length) return false;
    if (before === '' && after === '') return this.sole.fits(text);
    return (
      text.startsWith(before) &&
      text.endsWith(after) &&
      this.sole.fits(text.slice(before.length, text.length - after.length))
    );
  }

  /** Whether the segment of a URL at an index fits. */
  fitsAt(url: Cut, index: number): boolean {
    if (this.sole && this.around!.before === '' && this.around!.after === '') {
      const begin = url.begins[index]!;
      const end = url.ends[index]!;
      return end > begin && this.sole.fitsIn(url.text, begin, end);
    }
    return this.fits(url.segment(index));
  }

  /** Whether some text may fit this segment and another, judged by their literal beginnings and ends. */
  mayShare(other: Segment): boolean {
    if (this.literal !== null) return other.fits(this.literal);
    if (other.literal !== null) return this.fits(other.literal);
    const [a, b] = [this.fixed, other.fixed];
    const begins = a.before.startsWith(b.before) || b.before.startsWith(a.before);
    return begins && (a.after.endsWith(b.after) || b.after.endsWith(a.after));
  }

  /**
   * The text of each variable, in order; null if the text does not fit. If there are several ways, each variable is as
   * short as possible, compared from the left.
   */
  read(text: string): string[] | null {
    if (this.sole)
      return this.fits(text) ? [text.slice(this.around!.before.length, text.length - this.around!.after.length)] : null;
    if (this.literal !== null) return text === this.literal ? [] : null;
    // A text that fits is usually read next.
    if (this.lastRead?.text !== text) this.lastRead = { text, taken: matchParts(this.parts, text) };
    return this.lastRead.taken;
  }

  /** The texts that fit. */
  get language(): Language {
    return (this.known ??= concatenation(
      this.parts.map((part) => ('text' in part ? exactly(part.text) : part.carried.language())),
    ));
  }
}
