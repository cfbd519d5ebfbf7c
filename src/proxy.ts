import { NextResponse, type NextRequest } from 'next/server';
import { contentPolicy, nonceHeader } from './server/content-policy';
import { isOwn } from './server/own-host';
import { problemResponse } from './server/problem';

/** Stands before every page and route handler: requests that were not meant for this server go no further. */
export function proxy(request: NextRequest): Response {
  if (!isOwn(request, process.env.PORT ?? '4310'))
    return problemResponse(
      403,
      'Not from here',
      'This server answers only requests to its own address, from its own pages.',
    );
  const nonce = crypto.randomUUID();
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  headers.set(nonceHeader, nonce);
  // The framework reads the nonce for its own scripts from here.
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}
