import type { BaseName } from './types';

/**
 * Forms of values of the base types as text, in a URL or in quotation marks; `text` itself is anything. Dates and times
 * have the forms of RFC 3339, a profile of ISO 8601; URLs have their scheme (RFC 3986).
 */
export const forms: Readonly<Record<Exclude<BaseName, 'text'>, RegExp>> = {
  int: /^-?\d+$/,
  decimal: /^-?\d+(\.\d+)?$/,
  bool: /^(true|false)$/,
  date: /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/,
  time: /^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d+)?)?$/,
  instant: /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})$/i,
  url: /^[A-Za-z][A-Za-z0-9+.-]*:\S+$/,
};

/** The base types whose literals are texts of a certain form. */
const quoted: ReadonlySet<BaseName> = new Set(['date', 'time', 'instant', 'url']);

export const isQuoted = (name: BaseName): boolean => name === 'text' || quoted.has(name);
