/**
 * Whether a request is for this server and comes from its own pages. A page elsewhere whose host name points here (DNS
 * rebinding) has another Host. A form or script elsewhere has another Origin (RFC 6454) or Fetch Metadata. Links from
 * elsewhere are allowed.
 */
export function isOwn({ method, headers }: Pick<Request, 'method' | 'headers'>, port: string): boolean {
  const hosts = ['127.0.0.1', 'localhost', '[::1]'].map((name) => `${name}:${port}`);
  const host = headers.get('host')?.toLowerCase();
  if (host === undefined || !hosts.includes(host)) return false;
  const origin = headers.get('origin')?.toLowerCase();
  if (origin !== undefined && !hosts.some((own) => origin === `http://${own}`)) return false;
  const site = headers.get('sec-fetch-site');
  const isFollowed =
    method === 'GET' && headers.get('sec-fetch-mode') === 'navigate' && headers.get('sec-fetch-dest') === 'document';
  return site === null || site === 'same-origin' || site === 'none' || isFollowed;
}
