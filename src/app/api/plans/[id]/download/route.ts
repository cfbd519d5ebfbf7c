import { attachment } from '../../../../../server/attachment';
import { handler } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { plans } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** The text as a file. */
export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const plan = await (await plans()).find(id);
  if (!plan) throw noSuchPlan();
  return attachment(plan.text, 'text/plain; charset=utf-8', plan.name, 'andante');
});

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
