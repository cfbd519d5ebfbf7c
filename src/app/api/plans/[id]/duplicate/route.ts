import { handler } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { plans } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

export const POST = handler<{ id: string }>(async (_request, { id }) => {
  const plan = await (await plans()).duplicate(id);
  if (!plan) throw noSuchPlan();
  return Response.json(plan, { status: 201, headers: { location: `/plans/${plan.id}` } });
});

export const { GET, PUT, PATCH, DELETE } = onlyFor('POST');
