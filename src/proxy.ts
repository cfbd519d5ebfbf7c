import type { NextRequest } from 'next/server';
import { isOwn } from './server/own-host';
import { problemResponse } from './server/problem';

/** Stands before every page and route handler: requests that were not meant for this server go no further. */
export function proxy(request: NextRequest): Response | undefined {
  if (isOwn(request.headers, process.env.PORT ?? '4310')) return undefined;
  return problemResponse(403, 'Not from here', 'This server answers only requests to its own address, from its own pages.');
}
