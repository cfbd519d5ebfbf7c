/**
 * Whether a request was meant for this server and comes from its own pages. A page elsewhere that has its host name
 * point here (DNS rebinding) shows itself by its Host, a form or script elsewhere by its Origin (RFC 6454).
 */
export function isOwn(headers: Headers, port: string): boolean {
  const hosts = ['127.0.0.1', 'localhost', '[::1]'].map((name) => `${name}:${port}`);
  const host = headers.get('host')?.toLowerCase();
  if (host === undefined || !hosts.includes(host)) return false;
  const origin = headers.get('origin')?.toLowerCase();
  return origin === undefined || hosts.some((own) => origin === `http://${own}`);
}
