import { handler } from '../../../../../server/handler';
import { plans } from '../../../../../server/plans';
import { noSuchPlan } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** The text as a file. The name is given twice, plain and in UTF-8 (RFC 6266, section 4.3). */
export const GET = handler<{ id: string }>(async (_request, { id }) => {
  const plan = await (await plans()).find(id);
  if (!plan) throw noSuchPlan();
  const file = `${plan.name.trim().toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'plan'}.andante`;
  const ascii = file.replace(/[^\x20-\x7e]/g, '_');
  return new Response(plan.text, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'content-disposition': `attachment; filename="${ascii}"; filename*=UTF-8''${encodeURIComponent(file)}`,
      'cache-control': 'no-store',
    },
  });
});
