import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from '../store/database';
import { PlanStore } from '../store/plans';

/** The demo's text, as it stands in the project. */
export const demoText = (): string => readFileSync(join(process.cwd(), 'demo', 'saddleback.andante'), 'utf8');
export const demoName = 'Saddleback Huts';

async function open(): Promise<PlanStore> {
  const folder = process.env.ANDANTE_DATA ?? join(process.cwd(), 'data');
  const store = new PlanStore(await openDatabase(join(folder, 'andante.sqlite')));
  await store.purge();
  if ((await store.list()).length === 0) await store.create(demoName, demoText());
  return store;
}

// One for the process: route handlers and pages are bundled apart and would each open their own.
const shared = globalThis as { andantePlans?: Promise<PlanStore> };

/** The store, opened at its first use, with the demo in it where it was empty. */
export function plans(): Promise<PlanStore> {
  shared.andantePlans ??= open().catch((error: unknown) => {
    delete shared.andantePlans;
    throw error;
  });
  return shared.andantePlans;
}
