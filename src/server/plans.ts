import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { AuditStore } from '../store/audits';
import { openDatabase } from '../store/database';
import { PlanStore } from '../store/plans';

/** The demo's text, as it stands in the project. */
export const demoText = (): string => readFileSync(join(process.cwd(), 'demo', 'saddleback.andante'), 'utf8');
export const demoName = 'Saddleback Huts';

interface Stores {
  readonly plans: PlanStore;
  readonly audits: AuditStore;
}

async function open(): Promise<Stores> {
  const folder = process.env.ANDANTE_DATA ?? join(process.cwd(), 'data');
  const db = await openDatabase(join(folder, 'andante.sqlite'));
  const store = new PlanStore(db);
  await store.purge();
  if ((await store.list()).length === 0) await store.create(demoName, demoText());
  return { plans: store, audits: new AuditStore(db) };
}

// One for the process: route handlers and pages are bundled apart and would each open their own.
const shared = globalThis as { andanteStores?: Promise<Stores> };

/** The stores, opened at their first use, with the demo in them where they were empty. */
function stores(): Promise<Stores> {
  shared.andanteStores ??= open().catch((error: unknown) => {
    delete shared.andanteStores;
    throw error;
  });
  return shared.andanteStores;
}

export const plans = async (): Promise<PlanStore> => (await stores()).plans;
export const audits = async (): Promise<AuditStore> => (await stores()).audits;
