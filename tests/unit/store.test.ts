import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { openDatabase, Unusable, type Database } from '../../src/store/database';
import { Kysely, Migrator, SqliteDialect } from 'kysely';
import Sqlite from 'libsql';
import { AuditStore, mostKept } from '../../src/store/audits';
import { EarlierStore, mostEarlier } from '../../src/store/earlier';
import { migrationProvider } from '../../src/store/migrations';
import { keptAfterDelete, PlanStore } from '../../src/store/plans';

let folder: string;
let db: Database;
let close: () => Promise<void>;
let giveSpaceBack: () => void;
let now: number;
let plans: PlanStore;

const open = async (): Promise<void> => {
  ({ db, close, giveSpaceBack } = await openDatabase(join(folder, 'deep', 'andante.sqlite')));
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

test('saved plans survive a restart of the database', async () => {
  const { id } = await plans.create('Huts', 'app "Huts"');
  now = 2000;
  expect(await plans.save(id, 'app "Ünï \u{1f3d4}"', 1)).toMatchObject({
    kind: 'saved',
    plan: { version: 2, updatedAt: 2000 },
  });
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
  // An equal text once more, as when an answer was lost on its way.
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

test('the last audits of a plan are kept, and are deleted with it', async () => {
  const audits = new AuditStore(db, () => now);
  const { id } = await plans.create('Huts', '');
  const other = await plans.create('Other', '');
  const report = {
    total: 3,
    opens: 1,
    gated: 0,
    lost: 1,
    unreadable: 1,
    ambiguous: 0,
    opened: [{ pattern: '/huts', screen: 'huts', count: 1, gated: false, ambiguous: 0, examples: ['/huts'] }],
    lostGroups: [],
    unreadableGroups: [],
    ambiguousGroups: [],
  };
  now = 5000;
  const made = await audits.create(id, { name: 'mail.csv', variant: 'phone', report });
  expect(made).toEqual({ id: made!.id, name: 'mail.csv', variant: 'phone', createdAt: 5000, total: 3, lost: 2 });
  expect(await audits.find(id, made!.id)).toEqual({
    id: made!.id,
    name: 'mail.csv',
    variant: 'phone',
    createdAt: 5000,
    report,
  });
  expect(await audits.find(other.id, made!.id)).toBeUndefined();
  for (let index = 0; index < mostKept; index++)
    await audits.create(id, { name: `${index}.txt`, variant: 'phone', report });
  expect((await audits.list(id))!.map(({ name }) => name)).toEqual(
    Array.from({ length: mostKept }, (_each, index) => `${mostKept - 1 - index}.txt`),
  );
  expect(await audits.list(other.id)).toEqual([]);
  await plans.delete(id);
  expect([await audits.list(id), await audits.create(id, { name: 'late.txt', variant: 'phone', report })]).toEqual([
    undefined,
    undefined,
  ]);
  now += keptAfterDelete + 1;
  await plans.purge();
  expect(await db.selectFrom('audit').select('id').execute()).toEqual([]);
});

test('a text is kept before another takes its place in a conflict or as an earlier one, and before less than half is left', async () => {
  const earlier = new EarlierStore(db, () => now);
  const { id } = await plans.create('Huts', 'one two three four');
  const kept = async (): Promise<string[]> =>
    Promise.all(
      (await earlier.list(id))!.map(async (one) => `${one.reason}: ${(await earlier.find(id, one.id))!.text}`),
    );
  await plans.save(id, 'one two three', 1);
  expect(await kept()).toEqual([]);
  await plans.save(id, 'one', 2);
  await plans.save(id, 'one one', 3, 'conflict');
  await plans.save(id, 'one one one', 4, 'restored');
  expect(await kept()).toEqual(['restored: one one', 'conflict: one', 'shortened: one two three']);
  // A save that comes too late replaces nothing, and so keeps nothing.
  expect((await plans.save(id, '', 2)).kind).toBe('overtaken');
  expect(await earlier.keep(id, 'mine')).toBe(true);
  expect(await earlier.keep(id, 'mine')).toBe(true);
  expect(await kept()).toHaveLength(4);
  for (let index = 0; index < mostEarlier; index++) await earlier.keep(id, `text ${index}`);
  expect(await kept()).toHaveLength(mostEarlier);
  expect((await earlier.list(id))![0]).toMatchObject({ lines: 1, reason: 'conflict', keptAt: now });
  await plans.delete(id);
  expect([await earlier.list(id), await earlier.keep(id, 'x')]).toEqual([undefined, false]);
});

test('plans that can be brought back are listed, with how long', async () => {
  const [first, second] = [await plans.create('First', ''), await plans.create('Second', '')];
  await plans.delete(first.id);
  now = 2000;
  await plans.delete(second.id);
  expect(await plans.listDeleted()).toEqual([
    { id: second.id, name: 'Second', deletedAt: 2000, until: 2000 + keptAfterDelete },
    { id: first.id, name: 'First', deletedAt: 1000, until: 1000 + keptAfterDelete },
  ]);
  now = 1001 + keptAfterDelete;
  expect((await plans.listDeleted()).map(({ name }) => name)).toEqual(['Second']);
});

test('a plan that is gone for good gives its space back', async () => {
  const file = join(folder, 'deep', 'andante.sqlite');
  const { id } = await plans.create('Large', 'x'.repeat(3_000_000));
  await plans.delete(id);
  now += keptAfterDelete + 1;
  await plans.purge();
  giveSpaceBack();
  await close();
  expect(statSync(file).size).toBeLessThan(500_000);
  await open();
});

describe('a file', () => {
  const file = (): string => join(folder, 'old.sqlite');

  test('of before is copied before its schema is changed, and made to give space back', async () => {
    const before = new Kysely<unknown>({ dialect: new SqliteDialect({ database: new Sqlite(file()) }) });
    const all = await migrationProvider.getMigrations();
    const old = Object.fromEntries(Object.entries(all).slice(0, 2));
    await new Migrator({ db: before, provider: { getMigrations: async () => old } }).migrateToLatest();
    await before.destroy();
    const opened = await openDatabase(file());
    await new PlanStore(opened.db).create('Huts', 'a');
    await opened.db.destroy();
    expect(readdirSync(folder).filter((name) => name.includes('before'))).toEqual([
      'old.sqlite.before-003-earlier-texts',
    ]);
    const copy = new Sqlite(join(folder, 'old.sqlite.before-003-earlier-texts'));
    expect(copy.prepare("SELECT name FROM sqlite_master WHERE name IN ('audit', 'earlier')").all()).toEqual([
      { name: 'audit' },
    ]);
    copy.close();
    expect((await openDatabase(file())).setAside).toBeNull();
  });

  test('that is damaged is set aside as it was, and another one begun', async () => {
    const first = await openDatabase(file());
    await new PlanStore(first.db).create('Huts', 'lorem ipsum '.repeat(20_000));
    await first.close();
    const bytes = readFileSync(file());
    bytes.fill(0x5a, 4096, 3 * 4096);
    for (const damaged of [
      bytes,
      Buffer.from('no database at all, and longer than a header would be, so that it is looked at'),
    ]) {
      writeFileSync(file(), damaged);
      const { db: other, setAside, close: closeOther } = await openDatabase(file());
      expect(readFileSync(setAside!).equals(damaged)).toBe(true);
      expect(await new PlanStore(other).list()).toEqual([]);
      await closeOther();
    }
  });

  test.each([
    ['that may only be read', (file: string) => chmodSync(file, 0o444)],
    ['in a folder that may only be read', (file: string) => rmSync(file)],
  ])('%s is refused in one sentence', async (_what, forbid) => {
    await close();
    const [inside, file] = [join(folder, 'deep'), join(folder, 'deep', 'andante.sqlite')];
    forbid(file);
    chmodSync(folder, 0o755);
    chmodSync(inside, 0o555);
    // The superuser may write everywhere: for a moment the test runs as another user.
    const isRoot = process.getuid!() === 0;
    if (isRoot) process.seteuid!(65534);
    try {
      await expect(openDatabase(file)).rejects.toThrow(
        new Unusable(
          `The database ${file} cannot be opened for writing. Check the rights to the file and its folder, or name another folder in ANDANTE_DATA.`,
        ),
      );
    } finally {
      if (isRoot) process.seteuid!(0);
      chmodSync(inside, 0o755);
    }
  });

  test('that cannot be used is refused in one sentence, and left as it is', async () => {
    const first = await openDatabase(file());
    await first.db
      .insertInto('kysely_migration' as never)
      .values({ name: '999-later', timestamp: '2030' })
      .execute();
    await first.close();
    await expect(openDatabase(file())).rejects.toThrow(/^The database \S+ is of a later version of Andante\. /);
    await expect(openDatabase(join(file(), 'below', 'andante.sqlite'))).rejects.toThrow(Unusable);
    await expect(openDatabase(folder)).rejects.toThrow(Unusable);
    expect(existsSync(file())).toBe(true);
  });
});
