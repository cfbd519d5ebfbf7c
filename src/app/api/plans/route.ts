import { handler, readJson } from '../../../server/handler';
import { onlyFor } from '../../../server/methods';
import { exampleText, plans } from '../../../server/plans';
import { writePlan } from '../../../core/model/write-plan';
import { Refusal } from '../../../server/problem';
import { needText } from '../../../server/need-text';
import { asModel, isMisfit } from '../../../wire/model';
import { newPlanSchema } from '../../../wire/plans';
import { parse } from '../../../core/language/parse';

export const dynamic = 'force-dynamic';

/** All plans, the last changed first. */
export const GET = handler(async () => ({ plans: await (await plans()).list() }));

/** A new plan: empty, from an example, or with a text of its own. */
export const POST = handler(async (request) => {
  const { name, from = 'empty', text, model } = await readJson(request, newPlanSchema);
  const content = needText(text ?? (model ? textOf(model) : null) ?? (from === 'empty' ? '' : exampleText(from)));
  const plan = await (await plans()).create(name?.trim() ?? nameOf(content) ?? 'Untitled plan', content);
  return Response.json(plan, { status: 201, headers: { location: `/plans/${plan.id}` } });
});

/** The text of a plan that comes as JSON. */
function textOf(json: Record<string, unknown>): string {
  const model = asModel(json);
  if (isMisfit(model))
    throw new Refusal(422, 'Not a plan', 'The JSON is not a plan in Andante’s format.', { errors: model });
  return writePlan(model);
}

/** The app's name, if it stands near the beginning of the text: to parse a whole text could hold up other requests. */
function nameOf(text: string): string | undefined {
  const app = parse(text.slice(0, 20_000)).declarations.find((declaration) => declaration.kind === 'app');
  return app?.name?.value.trim().slice(0, 120) || undefined;
}

export const { PUT, PATCH, DELETE } = onlyFor('GET', 'POST');
