/**
 * URL patterns: the subset of RFC 6570 that names screens. Literals, `{name}` in or across a path segment, `{/name*}` at
 * the end of the path, `{?name,name}` for the query.
 */

/** Part of a path segment: text as it is, or the name of a variable. */
export type Part = { readonly text: string } | { readonly variable: string };

export interface Template {
  readonly segments: readonly (readonly Part[])[];
  /** The variable that takes the rest of the path; null where there is none. */
  readonly rest: string | null;
  readonly query: readonly string[];
}

const name = /^[A-Za-z_]\w*$/;

/** Reads a pattern; null where it is none of the subset. Linear in its length. */
export function readTemplate(pattern: string): Template | null {
  if (!pattern.startsWith('/')) return null;
  let path = pattern;
  let query: string[] = [];
  const asked = path.indexOf('{?');
  if (asked >= 0) {
    if (!path.endsWith('}')) return null;
    query = path.slice(asked + 2, -1).split(',');
    path = path.slice(0, asked);
  }
  let rest: string | null = null;
  const star = path.indexOf('{/');
  if (star >= 0) {
    if (!path.endsWith('*}')) return null;
    rest = path.slice(star + 2, -2);
    path = path.slice(0, star);
  }
  const segments: Part[][] = [];
  for (const written of path.split('/').slice(1)) {
    const parts = readSegment(written);
    if (!parts) return null;
    segments.push(parts);
  }
  // A slash at the end means nothing; the root is no segment at all.
  if (segments.at(-1)?.length === 0) segments.pop();
  const names = [...query, ...(rest === null ? [] : [rest])];
  return names.every((each) => name.test(each)) ? { segments, rest, query } : null;
}

function readSegment(written: string): Part[] | null {
  const parts: Part[] = [];
  let at = 0;
  while (at < written.length) {
    const open = written.indexOf('{', at);
    const text = written.slice(at, open < 0 ? undefined : open);
    if (text.includes('}')) return null;
    if (text !== '') parts.push({ text });
    if (open < 0) return parts;
    const close = written.indexOf('}', open);
    const variable = close < 0 ? '' : written.slice(open + 1, close);
    // Two variables side by side could be told apart in many ways.
    if (!name.test(variable) || (parts.length > 0 && 'variable' in parts.at(-1)!)) return null;
    parts.push({ variable });
    at = close + 1;
  }
  return parts;
}

/** All but RFC 3986's unreserved characters are escaped, as RFC 6570 wants it for simple expansion (3.2.2). */
const escape = (value: string): string => encodeURIComponent(value.replace(/\p{Surrogate}/gu, '\uFFFD')).replace(/[!'()*]/g, (character) => `%${character.charCodeAt(0).toString(16).toUpperCase()}`);

/**
 * The URL of a pattern with values in the place of its variables (RFC 6570, 3.2), from the path on. What has no value is
 * left out.
 */
export function expand({ segments, rest, query }: Template, valueOf: (variable: string) => string | null): string {
  const path = segments.map((parts) => `/${parts.map((part) => ('text' in part ? part.text : escape(valueOf(part.variable) ?? ''))).join('')}`).join('');
  const tail = rest === null ? '' : (valueOf(rest) ?? '').split('/').filter((each) => each !== '').map((each) => `/${escape(each)}`).join('');
  const asked = query.flatMap((variable) => {
    const value = valueOf(variable);
    return value === null ? [] : [`${variable}=${escape(value)}`];
  });
  return `${path}${tail}` + (asked.length > 0 ? `?${asked.join('&')}` : '') || '/';
}
