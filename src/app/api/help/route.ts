import { handler } from '../../../server/handler';
import { searchHelp } from '../../../server/help/search';
import { onlyFor } from '../../../server/methods';

export const dynamic = 'force-dynamic';

/** The sections of help that have all words of `q`. */
export const GET = handler(async (request: Request) => ({
  hits: searchHelp(new URL(request.url).searchParams.get('q') ?? ''),
}));

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
