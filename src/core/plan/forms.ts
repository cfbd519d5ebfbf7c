import type { BaseName } from './types';

/** The days of each month; 29 February in leap years alone (RFC 3339, 5.7 and appendix C). */
const date =
  String.raw`(\d{4}-((0[13578]|1[02])-(0[1-9]|[12]\d|3[01])|(0[469]|11)-(0[1-9]|[12]\d|30)|02-(0[1-9]|1\d|2[0-8]))|` +
  String.raw`(\d\d(0[48]|[2468][048]|[13579][26])|([02468][048]|[13579][26])00)-02-29)`;
const time = String.raw`([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d+)?)?`;

/**
 * Forms of values of the base types as text, in a URL or in quotation marks; `text` itself is anything. Dates and times
 * have the forms of RFC 3339, a profile of ISO 8601; URLs have their scheme (RFC 3986).
 */
export const forms: Readonly<Record<Exclude<BaseName, 'text'>, RegExp>> = {
  int: /^-?\d+$/,
  decimal: /^-?\d+(\.\d+)?$/,
  bool: /^(true|false)$/,
  date: new RegExp(`^${date}$`),
  time: new RegExp(`^${time}$`),
  instant: new RegExp(String.raw`^${date}T${time}(Z|[+-]([01]\d|2[0-3]):[0-5]\d)$`, 'i'),
  url: /^[A-Za-z][A-Za-z0-9+.-]*:\S+$/,
};

/** The base types whose literals are texts of a certain form. */
const quoted: ReadonlySet<BaseName> = new Set(['date', 'time', 'instant', 'url']);

export const isQuoted = (name: BaseName): boolean => name === 'text' || quoted.has(name);
