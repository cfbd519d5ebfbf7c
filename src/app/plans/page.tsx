import type { Metadata } from 'next';
import { plans, setAside } from '../../server/plans';
import { PlanList } from '../../ui/plans/PlanList';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Plans' };

export default async function Plans() {
  const store = await plans();
  return (
    <PlanList initial={await store.list()} initiallyDeleted={await store.listDeleted()} setAside={await setAside()} />
  );
}
