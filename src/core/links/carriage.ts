/** The types that a URL can carry, and the forms of their values there. */
import { forms } from '../plan/forms';
import { required, type Type } from '../plan/types';
import { readLiteral, showPlainly, type Value } from '../plan/value';
import { anyText, exactly, languageOf, union, type Language } from './regular';

/** A type whose values are one text each. */
export interface Carried {
  readonly type: Type;
  /** Two types with the same key carry the same texts. */
  readonly key: string;
  /** Whether any text will do. */
  readonly isText: boolean;
  readonly fits: (text: string) => boolean;
  /** Whether a part of a text fits; the part is not empty. */
  readonly fitsIn: (text: string, begin: number, end: number) => boolean;
  /** The texts that fit; without the empty text if the type takes any text. */
  readonly language: () => Language;
}

const carriedText = (type: Type): Carried => ({
  type,
  key: 'text',
  isText: true,
  fits: () => true,
  fitsIn: () => true,
  language: anyText,
});

const byText = (fits: (text: string) => boolean): Pick<Carried, 'fits' | 'fitsIn'> => ({
  fits,
  fitsIn: (text, begin, end) => fits(text.slice(begin, end)),
});

/** Whether a part of a text is an int: most ids are, and a regular expression would take longer. */
function isInt(text: string, begin: number, end: number): boolean {
  let at = text.charCodeAt(begin) === 45 ? begin + 1 : begin;
  if (at === end) return false;
  for (; at < end; at++) {
    const code = text.charCodeAt(at);
    if (code < 48 || code > 57) return false;
  }
  return true;
}

/** How a single value of a type rides; null for records and lists. Types that are not known take any text. */
export function carriedBy(declared: Type): Carried | null {
  const type = required(declared);
  switch (type.kind) {
    case 'unknown':
      return carriedText(type);
    case 'choice': {
      const options = new Set(type.options);
      return {
        type,
        key: `one of ${type.options.join()}`,
        isText: false,
        ...byText((text) => options.has(text)),
        language: () => union(type.options.map(exactly)),
      };
    }
    case 'base':
    case 'id': {
      const name = type.kind === 'base' ? type.name : (type.base ?? 'text');
      if (name === 'text') return carriedText(type);
      const form = forms[name];
      const { fits, fitsIn } = byText((text) => form.test(text));
      return {
        type,
        key: name,
        isText: false,
        fits,
        fitsIn: name === 'int' ? isInt : fitsIn,
        language: () => languageOf(form),
      };
    }
    default:
      return null;
  }
}

/** How a URL carries the items of a list; null if the type is no list, or one of records or lists. */
export function itemsCarriedBy(declared: Type): Carried | null {
  const type = required(declared);
  return type.kind === 'list' ? carriedBy(type.of) : null;
}

/** A text of a URL as a value; null if it does not fit. */
export const valueOf = ({ type }: Carried, text: string): Value =>
  type.kind === 'unknown' ? readLiteral(text, { kind: 'base', name: 'text' }) : readLiteral(text, type);

/** A value as a URL has it; null for one that does not fit its type. */
export function textOf(carried: Carried, value: Value): string | null {
  if (typeof value !== 'string') return null;
  const text = showPlainly(value);
  return carried.fits(text) ? text : null;
}
