import type { Problem } from '../wire/plans';

/** An answer other than success, thrown by a handler and sent as a problem document (RFC 9457). */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly more: Partial<Problem> = {},
  ) {
    super(detail);
  }
}

export function problemResponse(
  status: number,
  title: string,
  detail: string,
  more: Partial<Problem> = {},
  headers: Record<string, string> = {},
): Response {
  const problem: Problem = { type: 'about:blank', title, status, detail, ...more };
  return new Response(JSON.stringify(problem), {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers },
  });
}

export const noSuchAudit = (): Refusal =>
  new Refusal(
    404,
    'No such audit',
    'There is no audit with this address. It may have been deleted, or newer ones have taken its place.',
  );

export const noSuchRevision = (): Refusal =>
  new Refusal(
    404,
    'No such revision',
    'There is no revision with this address. It may have been deleted, or thinned out with age.',
  );

export const noSuchPlan = (): Refusal =>
  new Refusal(404, 'No such plan', 'There is no plan with this address. It may have been deleted.');
