import type { Metadata } from 'next';
import { plans } from '../../server/plans';
import { PlanList } from '../../ui/plans/PlanList';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Plans' };

export default async function Plans() {
  return <PlanList initial={await (await plans()).list()} />;
}
