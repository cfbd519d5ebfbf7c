import { handler, readJson } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { needText } from '../../../../../server/need-text';
import { revisions } from '../../../../../server/plans';
import { noSuchPlan, Refusal } from '../../../../../server/problem';
import { newRevisionSchema } from '../../../../../wire/revisions';

export const dynamic = 'force-dynamic';

/** The revisions of the plan, the newest first; without their texts. */
export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const found = await (await revisions()).list(id);
  if (!found) throw noSuchPlan();
  return { revisions: found };
});

/** Keeps a text that somebody marks, or that gave way in a conflict. */
export const POST = handler<{ id: string }>(async (request, { id }) => {
  const revision = await readJson(request, newRevisionSchema);
  const result = await (await revisions()).add(id, { ...revision, text: needText(revision.text) });
  if (result.kind === 'gone') throw noSuchPlan();
  if (result.kind === 'kept') return Response.json(result.revision, { status: 201 });
  throw new Refusal(
    409,
    'No room',
    'The named revisions of this plan fill the 32 MiB that a history may have, or the text is empty. Nothing was kept.',
  );
});

export const { PUT, PATCH, DELETE } = onlyFor('GET', 'POST');
