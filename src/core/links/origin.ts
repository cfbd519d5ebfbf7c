/**
 * Origins of a plan's links: a scheme, with a host and a port unless the scheme belongs to the app alone (RFC 6454, RFC
 * 3986 3).
 */

export interface Origin {
  /** As it is shown: `https://saddleback.example`, `saddleback:`. */
  readonly text: string;
  readonly scheme: string;
  /** Null for a scheme of the app's own, without a host. */
  readonly host: string | null;
  /** Empty for the scheme's default. */
  readonly port: string;
}

const form = /^([A-Za-z][A-Za-z0-9+.-]*):(?:\/\/([^/?#{]*))?/;
const defaultPorts: Readonly<Record<string, string>> = { http: '80', https: '443', ws: '80', wss: '443', ftp: '21' };

/** The scheme and the authority at the beginning of a text, as written; null without a scheme. */
export function originAt(text: string): string | null {
  return form.exec(text)?.[0] ?? null;
}

/** Why an authority does not read. */
export type AuthorityProblem = 'user-info' | 'host' | 'port';

/** An authority, normalised (RFC 3986, 6.2.2.1 and 6.2.3). International host names become ASCII, by UTS 46. */
export function readAuthority(
  scheme: string,
  authority: string,
): { readonly host: string; readonly port: string } | AuthorityProblem {
  if (authority.includes('@')) return 'user-info';
  const [, written = '', , port = ''] = /^(\[[^\]]*\]|[^:]*)(:(.*))?$/s.exec(authority) ?? [];
  if (!/^\d*$/.test(port) || Number(port) > 65_535) return 'port';
  const host = normalHost(written);
  if (host === null) return 'host';
  const plain = port.replace(/^0+(?=\d)/, '');
  return { host, port: plain === defaultPorts[scheme] ? '' : plain };
}

function normalHost(written: string): string | null {
  if (/^[a-z0-9-]+(\.[a-z][a-z0-9-]*)+$/.test(written)) return written;
  if (written === '' || /[\s\p{Cc}/\\]/u.test(written)) return null;
  try {
    // The platform knows host names, their ASCII forms, and the forms of addresses.
    return new URL(`https://${written}/`).hostname || null;
  } catch {
    return null;
  }
}

/** An origin as a plan declares it; null if it cannot be read, or goes on with a path. */
export function readOrigin(text: string): Origin | null {
  const match = form.exec(text);
  if (!match || !/^\/?$/.test(text.slice(match[0].length))) return null;
  const scheme = match[1]!.toLowerCase();
  if (match[2] === undefined) return { text: `${scheme}:`, scheme, host: null, port: '' };
  const authority = readAuthority(scheme, match[2]);
  return typeof authority === 'string'
    ? null
    : { text: `${scheme}://${authority.host}${authority.port && `:${authority.port}`}`, scheme, ...authority };
}

/** Whether two are the same once read. */
export const sameOrigin = (a: Origin, b: Origin): boolean => a.text === b.text;
