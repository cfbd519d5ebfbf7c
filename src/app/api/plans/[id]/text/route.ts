import { handler, readJson } from '../../../../../server/handler';
import { onlyFor } from '../../../../../server/methods';
import { plans } from '../../../../../server/plans';
import { noSuchPlan, Refusal } from '../../../../../server/problem';
import { needText } from '../../../../../server/need-text';
import { problemType, saveTextSchema } from '../../../../../wire/plans';

export const dynamic = 'force-dynamic';

/**
 * Saves the text over the version that it was made from; where another save came first, that one is sent back instead.
 */
export const PUT = handler<{ id: string }>(async (request, { id }) => {
  const { text, version, keep } = await readJson(request, saveTextSchema);
  const result = await (await plans()).save(id, needText(text), version, keep ?? null);
  if (result.kind === 'gone') throw noSuchPlan();
  if (result.kind === 'overtaken') {
    throw new Refusal(
      409,
      'Changed elsewhere',
      'Another window has changed the plan since this text was begun. Nothing was overwritten.',
      {
        type: problemType.overtaken,
        current: result.current,
      },
    );
  }
  return result.plan;
});

export const { GET, POST, PATCH, DELETE } = onlyFor('PUT');
