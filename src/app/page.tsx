import { redirect } from 'next/navigation';
import { plans } from '../server/plans';

export const dynamic = 'force-dynamic';

/** The plan that was changed last; on a first visit, the demo. */
export default async function Home() {
  const [latest] = await (await plans()).list();
  redirect(latest ? `/plans/${latest.id}` : '/plans');
}
