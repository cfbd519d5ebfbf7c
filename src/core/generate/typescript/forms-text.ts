/** The part of the TypeScript output that is the same for each plan: the base types, and their forms in URLs. */
export const formsText = `/** The base types of the plan, and how a URL or a saved state writes their values. */

declare const brand: unique symbol;

/** A value that cannot be mixed up with another one of its base type. */
export type Branded<Base, Name extends string> = Base & { readonly [brand]: Name };

/** A day: \`2026-05-01\`. */
export type LocalDate = Branded<string, 'date'>;
export const LocalDate = (text: string): LocalDate => needed(date, text);

/** A time of day: \`09:30\`. */
export type LocalTime = Branded<string, 'time'>;
export const LocalTime = (text: string): LocalTime => needed(time, text);

/** A URL with its scheme. */
export type Url = Branded<string, 'url'>;
export const Url = (text: string): Url => needed(url, text);

/** How a text stands for a value. */
export interface Form<T> {
  /** The texts that stand for one. */
  readonly fits: RegExp;
  /** Whether a saved state writes it in quotation marks. */
  readonly isQuoted: boolean;
  /** The value of a text that fits; null if TypeScript has no such value. */
  readonly read: (text: string) => T | null;
  readonly show: (value: T) => string;
}

export const text: Form<string> = {
  fits: /^[^]*$/,
  isQuoted: true,
  read: (text) => text,
  show: (value) => value,
};

export const int: Form<number> = {
  fits: /^-?\\d+$/,
  isQuoted: false,
  read: (text) => (Number.isSafeInteger(Number(text)) ? Number(text) + 0 : null),
  show: (value) => String(value),
};

export const decimal: Form<number> = {
  fits: /^-?\\d+(\\.\\d+)?$/,
  isQuoted: false,
  read: (text) => (Number.isFinite(Number(text)) ? Number(text) + 0 : null),
  show: (value) => (/e/.test(String(value)) ? value.toLocaleString('en', plainly) : String(value)),
};

const plainly = { useGrouping: false, maximumFractionDigits: 20 } as const;

export const bool: Form<boolean> = {
  fits: /^(true|false)$/,
  isQuoted: false,
  read: (text) => text === 'true',
  show: (value) => String(value),
};

export const date: Form<LocalDate> = {
  fits: DATE,
  isQuoted: true,
  read: (text) => text as LocalDate,
  show: (value) => value,
};

/** Midnight is \`00:00\`; seconds stand there only if they count. */
export const time: Form<LocalTime> = {
  fits: TIME,
  isQuoted: true,
  read: (text) =>
    text
      .replace(/(\\.\\d*?)0+$/, '$1')
      .replace(/\\.$/, '')
      .replace(/^(..:..):00$/, '$1') as LocalTime,
  show: (value) => value,
};

export const instant: Form<Date> = {
  fits: INSTANT,
  isQuoted: true,
  read: (text) => {
    const value = new Date(text.toUpperCase());
    return Number.isNaN(value.getTime()) ? null : value;
  },
  show: (value) => value.toISOString().replace('.000Z', 'Z'),
};

export const url: Form<Url> = {
  fits: /^[A-Za-z][A-Za-z0-9+.-]*:\\S+$/,
  isQuoted: true,
  read: (text) => text as Url,
  show: (value) => value,
};

/** The form of a choice. */
export const choice = <T extends string>(options: readonly T[]): Form<T> => ({
  fits: new RegExp(\`^(\${options.join('|')})$\`),
  isQuoted: false,
  read: (text) => options.find((option) => option === text) ?? null,
  show: (value) => value,
});

/** The form of an id, which is that of its base type. */
export const id = <Base, T extends Base>({ fits, isQuoted, read, show }: Form<Base>): Form<T> => ({
  fits,
  isQuoted,
  read: (text) => read(text) as T | null,
  show,
});

function needed<T>({ fits, read }: Form<T>, text: string): T {
  const value = fits.test(text) ? read(text) : null;
  if (value === null) throw new RangeError(\`Not a value of its type: \${text}\`);
  return value;
}

/** Compares a flag with an option. A comparison in place would narrow its type, and a later one may ask again. */
export const is = <T>(flag: T, option: T): boolean => flag === option;

/** A value that a condition has proved present. */
export function given<T>(value: T | null): T {
  if (value === null) throw new TypeError('A value is absent, although a condition has proved it present.');
  return value;
}
`;
