import { handler, readJson } from '../../../server/handler';
import { demoName, demoText, plans } from '../../../server/plans';
import { newPlanSchema } from '../../../wire/plans';
import { parse } from '../../../core/language/parse';

export const dynamic = 'force-dynamic';

/** All plans, the last changed first. */
export const GET = handler(async () => ({ plans: await (await plans()).list() }));

/** A new plan: empty, from the demo, or with a text of its own. */
export const POST = handler(async (request) => {
  const { name, from = 'empty', text } = await readJson(request, newPlanSchema);
  const content = text ?? (from === 'demo' ? demoText() : '');
  const plan = await (await plans()).create(name?.trim() ?? nameOf(content) ?? (from === 'demo' ? demoName : 'Untitled plan'), content);
  return Response.json(plan, { status: 201, headers: { location: `/plans/${plan.id}` } });
});

/** The app's name, where the text has one. */
function nameOf(text: string): string | undefined {
  const app = parse(text).declarations.find((declaration) => declaration.kind === 'app');
  return app?.name?.value.trim().slice(0, 120) || undefined;
}
