import { handler } from '../../../../../../server/handler';
import { onlyFor } from '../../../../../../server/methods';
import { earlier } from '../../../../../../server/plans';
import { noSuchEarlier } from '../../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** A text that the plan had. */
export const GET = handler<{ id: string; earlier: string }>(async (_request, { id, earlier: which }) => {
  const found = await (await earlier()).find(id, which);
  if (!found) throw noSuchEarlier();
  return found;
});

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
