import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { plans } from '../../../../server/plans';
import { Workspace } from '../../../../ui/workspace/Workspace';
import { isView } from '../../../../ui/session/views';

export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string; view?: string[] }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const plan = await (await plans()).find((await params).id);
  return { title: plan?.name ?? 'No such plan' };
}

/**
 * A plan in one of its views. The page arrives with the text alone and waits for no analysis: that is the browser's
 * worker's.
 */
export default async function PlanPage({ params }: Props) {
  const { id, view = [] } = await params;
  const plan = await (await plans()).find(id);
  if (!plan || view.length > 1 || (view[0] !== undefined && !isView(view[0]))) notFound();
  return <Workspace key={id} plan={plan} />;
}
