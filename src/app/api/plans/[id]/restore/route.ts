import { handler } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { plans } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** Brings a deleted plan back. */
export const POST = handler<{ id: string }>(async (_request, { id }) => {
  const plan = await (await plans()).restore(id);
  if (!plan) throw noSuchPlan();
  return plan;
});

export const { GET, PUT, PATCH, DELETE } = onlyFor('POST');
