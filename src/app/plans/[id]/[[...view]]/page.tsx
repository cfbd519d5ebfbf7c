import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { detail } from '../../../../core/report/detail';
import { linksCard } from '../../../../core/report/links-card';
import { marginNotes } from '../../../../core/report/margin';
import { supplyTable } from '../../../../core/report/supply-table';
import { overview } from '../../../../core/report/overview';
import { walkCard } from '../../../../core/report/walk-card';
import { analyse } from '../../../../server/analyse';
import { plans } from '../../../../server/plans';
import { Workspace } from '../../../../ui/workspace/Workspace';
import { nothingTyped, readTaken } from '../../../../ui/workspace/taken';
import { isView } from '../../../../ui/workspace/views';

export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string; view?: string[] }>;
  searchParams: Promise<Partial<Record<'screen' | 'variant' | 'walk' | 'taken', string | string[]>>>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const plan = await (await plans()).find((await params).id);
  return { title: plan?.name ?? 'No such plan' };
}

/** A name that an address gives once. */
const one = (value: string | string[] | undefined): string | null => (typeof value === 'string' ? value : null);

/** A plan in one of its views. The first analysis is made here, so that the page arrives complete. */
export default async function PlanPage({ params, searchParams }: Props) {
  const { id, view = [] } = await params;
  const plan = await (await plans()).find(id);
  if (!plan || view.length > 1 || (view[0] !== undefined && !isView(view[0]))) notFound();
  const { screen, variant, walk, taken } = await searchParams;
  const shown = one(variant);
  const result = await analyse(plan.text);
  const request = { steps: one(walk) ?? '', taken: readTaken(one(taken)) ?? Infinity, typed: nothingTyped };
  const analysis = {
    overview: overview(result, shown), margin: marginNotes(result, shown), detail: detail(result, one(screen), shown),
    supply: view[0] === 'supply' ? supplyTable(result) : null,
    walk: view[0] === 'walk' ? walkCard(result, request, shown) : null,
    links: view[0] === 'links' ? linksCard(result, { urls: '' }, shown) : null,
  };
  return <Workspace key={id} plan={plan} analysis={analysis} />;
}
