import { handler } from '../../../../../../server/handler';
import { onlyFor } from '../../../../../../server/methods';
import { audits } from '../../../../../../server/plans';
import { noSuchAudit } from '../../../../../../server/problem';

export const dynamic = 'force-dynamic';

export const GET = handler<{ id: string; audit: string }>(async (_request, { id, audit }) => {
  const found = await (await audits()).find(id, audit);
  if (!found) throw noSuchAudit();
  return found;
});

export const DELETE = handler<{ id: string; audit: string }>(async (_request, { id, audit }) => {
  if (!(await (await audits()).delete(id, audit))) throw noSuchAudit();
  return null;
});

export const { POST, PUT, PATCH } = onlyFor('GET', 'DELETE');
