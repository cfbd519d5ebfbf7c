import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { check } from '../../../../core/check';
import { detail } from '../../../../core/report/detail';
import { marginNotes } from '../../../../core/report/margin';
import { supplyTable } from '../../../../core/report/supply-table';
import { overview } from '../../../../core/report/overview';
import { plans } from '../../../../server/plans';
import { Workspace } from '../../../../ui/workspace/Workspace';
import { isView } from '../../../../ui/workspace/views';

export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string; view?: string[] }>;
  searchParams: Promise<{ screen?: string | string[]; variant?: string | string[] }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const plan = await (await plans()).find((await params).id);
  return { title: plan?.name ?? 'No such plan' };
}

/** A plan in one of its views. The first analysis is made here, so that the page arrives complete. */
export default async function PlanPage({ params, searchParams }: Props) {
  const { id, view = [] } = await params;
  const plan = await (await plans()).find(id);
  if (!plan || view.length > 1 || (view[0] !== undefined && !isView(view[0]))) notFound();
  const { screen, variant } = await searchParams;
  const shown = typeof variant === 'string' ? variant : null;
  const result = check(plan.text);
  const analysis = {
    overview: overview(result, shown), margin: marginNotes(result, shown), detail: detail(result, typeof screen === 'string' ? screen : null, shown),
    supply: view[0] === 'supply' ? supplyTable(result) : null,
  };
  return <Workspace key={id} plan={plan} analysis={analysis} />;
}
