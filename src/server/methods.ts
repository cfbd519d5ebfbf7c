import { problemResponse } from './problem';

const methods = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
type Method = (typeof methods)[number];

/** Handlers for the methods that an address lacks: 405, with the allowed ones (RFC 9110, 15.5.6). */
export function onlyFor(...allowed: readonly Method[]): Record<Method, () => Response> {
  const allow = [...allowed, ...(allowed.includes('GET') ? ['HEAD'] : []), 'OPTIONS'].join(', ');
  const detail = `This address answers ${allow}.`;
  const refuse = (): Response => problemResponse(405, 'Method not allowed', detail, {}, { allow });
  return Object.fromEntries(methods.map((method) => [method, refuse])) as Record<Method, () => Response>;
}
