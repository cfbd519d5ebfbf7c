import { attachment } from '../../../../../server/attachment';
import { handler } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { revisions } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** The plan with its history as one file. */
export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const history = await (await revisions()).history(id);
  if (!history) throw noSuchPlan();
  return attachment(`${JSON.stringify(history, null, 1)}\n`, 'application/json', history.name, 'history.json');
});

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
