import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { openDatabase, type Database } from '../../src/store/database';
import { AuditStore, mostKept } from '../../src/store/audits';
import { keptAfterDelete, PlanStore } from '../../src/store/plans';

let folder: string;
let db: Database;
let now: number;
let plans: PlanStore;

const open = async (): Promise<void> => {
  db = await openDatabase(join(folder, 'deep', 'andante.sqlite'));
  plans = new PlanStore(db, () => now);
};

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'andante-store-'));
  now = 1000;
  await open();
});

afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

test('what was saved is there after the database is opened again', async () => {
  const { id } = await plans.create('Huts', 'app "Huts"');
  now = 2000;
  expect(await plans.save(id, 'app "Ünï \u{1f3d4}"', 1)).toMatchObject({ kind: 'saved', plan: { version: 2, updatedAt: 2000 } });
  await db.destroy();
  await open();
  expect(await plans.find(id)).toEqual({ id, name: 'Huts', text: 'app "Ünï \u{1f3d4}"', version: 2, updatedAt: 2000 });
});

test('a text that the database would keep otherwise is not acknowledged, and changes nothing', async () => {
  const { id } = await plans.create('Huts', 'old');
  await expect(plans.save(id, 'a\0b', 1)).rejects.toThrow();
  await expect(plans.create('Huts', 'a\0b')).rejects.toThrow();
  expect(await plans.find(id)).toMatchObject({ text: 'old', version: 1 });
  expect(await plans.list()).toHaveLength(1);
});

test('a text is saved over the version that it was made from, and over no other', async () => {
  const { id } = await plans.create('Huts', 'old');
  const results = await Promise.all([plans.save(id, 'one', 1), plans.save(id, 'two', 1)]);
  expect(results.map((result) => result.kind).sort()).toEqual(['overtaken', 'saved']);
  const current = await plans.find(id);
  expect(current).toMatchObject({ version: 2 });
  expect(results.find((result) => result.kind === 'overtaken')).toEqual({ kind: 'overtaken', current });
  // The same text once more, as when an answer was lost on its way.
  expect(await plans.save(id, current!.text, 1)).toMatchObject({ kind: 'saved', plan: { version: 2 } });
});

test('the list has the last changed first; copies and new names change no text', async () => {
  const first = await plans.create('First', 'a');
  now = 2000;
  const second = await plans.create('Second', 'b');
  now = 3000;
  await plans.save(first.id, 'c', 1);
  expect((await plans.list()).map((plan) => plan.name)).toEqual(['First', 'Second']);
  const copy = await plans.duplicate(second.id);
  expect(copy).toMatchObject({ name: 'Second (copy)', version: 1 });
  expect(await plans.rename(second.id, 'Third')).toMatchObject({ name: 'Third', version: 1 });
  expect((await plans.find(copy!.id))!.text).toBe('b');
});

test('a deleted plan is gone until it is brought back, and for good after thirty days', async () => {
  const { id } = await plans.create('Huts', 'a');
  expect(await plans.delete(id)).toBe(true);
  expect(await plans.delete(id)).toBe(false);
  expect(await plans.find(id)).toBeUndefined();
  expect(await plans.save(id, 'b', 1)).toEqual({ kind: 'gone' });
  expect(await plans.rename(id, 'x')).toBeUndefined();
  now += keptAfterDelete;
  await plans.purge();
  expect(await plans.restore(id)).toMatchObject({ id });
  expect((await plans.find(id))!.text).toBe('a');
  await plans.delete(id);
  now += keptAfterDelete + 1;
  await plans.purge();
  expect(await plans.restore(id)).toBeUndefined();
});

test('audits are kept with their plan, the last so many, and go with it', async () => {
  const audits = new AuditStore(db, () => now);
  const { id } = await plans.create('Huts', '');
  const other = await plans.create('Other', '');
  const report = { total: 3, opens: 1, gated: 0, lost: 1, unreadable: 1, ambiguous: 0, opened: [{ pattern: '/huts', screen: 'huts', count: 1, gated: false, ambiguous: 0, examples: ['/huts'] }], lostGroups: [], unreadableGroups: [], ambiguousGroups: [] };
  now = 5000;
  const made = await audits.create(id, { name: 'mail.csv', variant: 'phone', report });
  expect(made).toEqual({ id: made!.id, name: 'mail.csv', variant: 'phone', createdAt: 5000, total: 3, lost: 2 });
  expect(await audits.find(id, made!.id)).toEqual({ id: made!.id, name: 'mail.csv', variant: 'phone', createdAt: 5000, report });
  expect(await audits.find(other.id, made!.id)).toBeUndefined();
  for (let index = 0; index < mostKept; index++) await audits.create(id, { name: `${index}.txt`, variant: 'phone', report });
  expect((await audits.list(id))!.map(({ name }) => name)).toEqual(Array.from({ length: mostKept }, (_each, index) => `${mostKept - 1 - index}.txt`));
  expect(await audits.list(other.id)).toEqual([]);
  await plans.delete(id);
  expect([await audits.list(id), await audits.create(id, { name: 'late.txt', variant: 'phone', report })]).toEqual([undefined, undefined]);
  now += keptAfterDelete + 1;
  await plans.purge();
  expect(await db.selectFrom('audit').select('id').execute()).toEqual([]);
});
