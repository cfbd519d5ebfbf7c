import { handler, ofReport, readJson } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { audits } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';
import { newAuditSchema } from '../../../../../wire/audits';

export const dynamic = 'force-dynamic';

/** Lists the kept audits, the latest first, without their reports. */
export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const found = await (await audits()).list(id);
  if (!found) throw noSuchPlan();
  return { audits: found };
});

/** Keeps an audit with the plan. */
export const POST = handler<{ id: string }>(async (request, { id }) => {
  const audit = await readJson(request, newAuditSchema, ofReport);
  const made = await (await audits()).create(id, audit);
  if (!made) throw noSuchPlan();
  return Response.json(made, { status: 201, headers: { location: `/api/plans/${id}/audits/${made.id}` } });
});

export const { PUT, PATCH, DELETE } = onlyFor('GET', 'POST');
