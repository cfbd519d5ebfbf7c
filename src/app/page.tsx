import { redirect } from 'next/navigation';
import { plans } from '../server/plans';

export const dynamic = 'force-dynamic';

/** The plan that was changed last; on a first visit, the demo. */
export default async function Home() {
  const [latest, ...others] = await (await plans()).list();
  if (!latest) redirect('/plans');
  const isFirstVisit = others.length === 0 && latest.version === 1;
  redirect(`/plans/${latest.id}${isFirstVisit ? '?first=1' : ''}`);
}
