import { handler } from '../../../server/handler';
import { onlyFor } from '../../../server/methods';
import { plans } from '../../../server/plans';

export const dynamic = 'force-dynamic';

/** Deleted plans that can be restored, the last deleted first. */
export const GET = handler(async () => ({ deleted: await (await plans()).listDeleted() }));

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
