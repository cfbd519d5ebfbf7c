import { handler, readJson } from '../../../../server/handler';
import { onlyFor } from '../../../../server/methods';
import { plans } from '../../../../server/plans';
import { noSuchPlan } from '../../../../server/problem';
import { renamePlanSchema } from '../../../../wire/plans';

export const dynamic = 'force-dynamic';

export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const plan = await (await plans()).find(id);
  if (!plan) throw noSuchPlan();
  return plan;
});

/** Renames the plan. */
export const PATCH = handler<{ id: string }>(async (request, { id }) => {
  const { name } = await readJson(request, renamePlanSchema);
  const plan = await (await plans()).rename(id, name.trim());
  if (!plan) throw noSuchPlan();
  return plan;
});

/** Deletes the plan; it can be restored. */
export const DELETE = handler<{ id: string }>(async (_request, { id }) => {
  if (!(await (await plans()).delete(id))) throw noSuchPlan();
  return null;
});

export const { POST, PUT } = onlyFor('GET', 'PATCH', 'DELETE');
