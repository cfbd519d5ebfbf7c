import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { AuditStore } from '../store/audits';
import { openDatabase, Unusable } from '../store/database';
import { PlanStore } from '../store/plans';
import { RevisionStore } from '../store/revisions';
import { examples, type ExampleId } from '../wire/plans';
import { log } from './log';

const files: Readonly<Record<ExampleId, string>> = { demo: 'saddleback', tidewater: 'tidewater' };

/** The text of an example, as it stands in the project. */
export const exampleText = (id: ExampleId): string =>
  readFileSync(join(process.cwd(), 'demo', `${files[id]}.andante`), 'utf8');

interface Stores {
  readonly plans: PlanStore;
  readonly audits: AuditStore;
  readonly revisions: RevisionStore;
  /** Place of a damaged database that the server set aside at its start; null if there was none. */
  readonly setAside: string | null;
  readonly close: () => Promise<void>;
}

/** The folder that holds the database. */
function dataFolder(): string {
  const named = process.env.ANDANTE_DATA;
  if (named?.trim() === '')
    throw new Unusable('ANDANTE_DATA is empty. Name the folder that is to hold the plans, or leave it out.');
  return named ?? join(process.cwd(), 'data');
}

async function open(): Promise<Stores> {
  const { db, setAside, giveSpaceBack, close } = await openDatabase(join(dataFolder(), 'andante.sqlite'));
  if (setAside) log.warn(`The database was damaged. It lies unchanged in ${setAside}; another one was begun.`);
  const store = new PlanStore(db);
  await store.purge();
  giveSpaceBack();
  await store.createFirst(examples[0].name, exampleText('demo'));
  return { plans: store, audits: new AuditStore(db), revisions: new RevisionStore(db), setAside, close };
}

// One for the process: route handlers and pages are bundled apart and would each open their own. The server closes it
// (scripts/serve.mjs).
const shared = globalThis as { andanteStores?: Promise<Stores> };

/** The stores, opened at their first use. Empty ones get the demo. */
function stores(): Promise<Stores> {
  shared.andanteStores ??= open().catch((error: unknown) => {
    delete shared.andanteStores;
    throw error;
  });
  return shared.andanteStores;
}

export const plans = async (): Promise<PlanStore> => (await stores()).plans;
export const audits = async (): Promise<AuditStore> => (await stores()).audits;
export const revisions = async (): Promise<RevisionStore> => (await stores()).revisions;
export const setAside = async (): Promise<string | null> => (await stores()).setAside;
