import { handler, ofHistory, readJson } from '../../../server/handler';
import { onlyFor } from '../../../server/methods';
import { needText } from '../../../server/need-text';
import { plans } from '../../../server/plans';
import { historyFileSchema } from '../../../wire/revisions';

export const dynamic = 'force-dynamic';

/** A new plan from the file of a plan with its history. */
export const POST = handler(async (request) => {
  const history = await readJson(request, historyFileSchema, ofHistory);
  for (const { text } of history.revisions) needText(text);
  const plan = await (await plans()).createWithHistory({ ...history, text: needText(history.text) });
  return Response.json(plan, { status: 201, headers: { location: `/plans/${plan.id}` } });
});

export const { GET, PUT, PATCH, DELETE } = onlyFor('POST');
