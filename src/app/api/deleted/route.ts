import { handler } from '../../../server/handler';
import { onlyFor } from '../../../server/methods';
import { plans } from '../../../server/plans';

export const dynamic = 'force-dynamic';

/** The plans that were deleted and can be brought back, the last deleted first. */
export const GET = handler(async () => ({ deleted: await (await plans()).listDeleted() }));

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
