import { handler, readJson } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { needText } from '../../../../../server/need-text';
import { earlier } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';
import { keepTextSchema } from '../../../../../wire/plans';

export const dynamic = 'force-dynamic';

/** The texts that the plan had before others took their place, the last first; without the texts themselves. */
export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const found = await (await earlier()).list(id);
  if (!found) throw noSuchPlan();
  return { earlier: found };
});

/** Keeps a text that gave way in a conflict. */
export const POST = handler<{ id: string }>(async (request, { id }) => {
  const { text } = await readJson(request, keepTextSchema);
  if (!(await (await earlier()).keep(id, needText(text)))) throw noSuchPlan();
  return null;
});

export const { PUT, PATCH, DELETE } = onlyFor('GET', 'POST');
