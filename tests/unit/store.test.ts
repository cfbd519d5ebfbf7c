import { createHash } from 'node:crypto';
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
import fc from 'fast-check';
import { Kysely, Migrator, SqliteDialect } from 'kysely';
import Sqlite from 'libsql';
import { AuditStore, mostKept } from '../../src/store/audits';
import { migrationProvider } from '../../src/store/migrations';
import { keptAfterDelete, longestStretch, PlanStore, stretchPause } from '../../src/store/plans';
import { RevisionStore } from '../../src/store/revisions';
import { mostBytes, mostRevisions, thinned, type Aged } from '../../src/store/thinning';
import { forAll } from './property';

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

describe('revisions', () => {
  let revisions: RevisionStore;
  beforeEach(() => {
    revisions = new RevisionStore(db, () => now);
  });
  const kept = async (id: string): Promise<string[]> =>
    Promise.all(
      (await revisions.list(id))!.map(async (one) => `${one.reason}: ${(await revisions.find(id, one.id))!.text}`),
    );

  test('keep what is replaced: the first text, one in a conflict, one restored over, one cut short', async () => {
    const { id } = await plans.create('Huts', 'one two three four');
    await plans.save(id, 'one two three', 1);
    await plans.save(id, 'one', 2);
    await plans.save(id, 'one one', 3, 'conflict');
    await plans.save(id, 'one one one', 4, 'restored');
    expect(await kept(id)).toEqual([
      'restored: one one',
      'conflict: one',
      'shortened: one two three',
      'begun: one two three four',
    ]);
    // A save that comes too late replaces nothing, and so keeps nothing.
    expect((await plans.save(id, '', 2)).kind).toBe('overtaken');
    const conflict = { text: 'mine', reason: 'conflict' } as const;
    await revisions.add(id, conflict);
    await revisions.add(id, conflict);
    expect(await kept(id)).toHaveLength(5);
    await plans.delete(id);
    expect([await revisions.list(id), await revisions.add(id, conflict), await revisions.history(id)]).toEqual([
      undefined,
      { kind: 'gone' },
      undefined,
    ]);
    await plans.restore(id);
    expect(await kept(id)).toHaveLength(5);
  });

  test('end a stretch of edits: after a pause, or after an hour without one', async () => {
    const { id } = await plans.create('Huts', 'a');
    let version = 1;
    const save = async (text: string, later: number): Promise<void> => {
      now += later;
      expect(await plans.save(id, text, version++)).toMatchObject({ kind: 'saved' });
    };
    await save('ab', 1);
    await save('abc', 1000);
    expect(await kept(id)).toEqual(['begun: a']);
    await save('abcd', stretchPause);
    expect(await kept(id)).toEqual(['edits: abc', 'begun: a']);
    // Dated by its last change, not by the change after the pause.
    expect((await revisions.list(id))![0]!.madeAt).toBe(2001);
    for (let passed = 0; passed < longestStretch; passed += stretchPause / 2)
      await save(`abcd ${passed}`, stretchPause / 2);
    expect((await kept(id))[0]).toMatch(/^edits: abcd /);
  });

  test('that something replaces stay, however long ago the text was last saved', async () => {
    const { id } = await plans.create('Huts', 'a');
    await plans.save(id, 'ab', 1);
    await revisions.add(id, { text: 'of another window', reason: 'conflict' });
    now += 200 * 24 * 3_600_000;
    await plans.save(id, 'abc', 2, 'restored');
    expect(await kept(id)).toContain('restored: ab');
  });

  test('are marked with a name and a note, counted, renamed, deleted', async () => {
    const { id } = await plans.create('Huts', 'a');
    const counts = { errors: 1, warnings: 0, screens: 3, stranded: 1 };
    const added = await revisions.add(id, {
      text: 'a',
      reason: 'marked',
      name: ' Release 1 ',
      note: 'shipped',
      counts,
    });
    expect(added).toMatchObject({ kind: 'kept', revision: { name: 'Release 1', note: 'shipped', counts, lines: 1 } });
    // The same text once more, without a name, is the same revision; with another name it is one more.
    await revisions.add(id, { text: 'a', reason: 'conflict' });
    await revisions.add(id, { text: 'a', reason: 'marked', name: 'Release 2' });
    const [second, first] = (await revisions.list(id))!;
    expect([first!.name, second!.name, first!.digest === second!.digest]).toEqual(['Release 1', 'Release 2', true]);
    expect(await revisions.change(id, second!.id, { name: null, counts })).toMatchObject({ name: null, counts });
    expect(await revisions.change(id, 'nothing', { note: '' })).toBeUndefined();
    expect([await revisions.delete(id, second!.id), await revisions.delete(id, second!.id)]).toEqual([true, false]);
    // An unnamed one that is marked gets the name.
    await revisions.add(id, { text: 'b', reason: 'conflict' });
    await revisions.add(id, { text: 'b', reason: 'marked', name: 'B' });
    expect((await revisions.list(id))!.map(({ name }) => name)).toEqual(['B', 'Release 1']);
  });

  test('go with the plan into one file and out of it', async () => {
    const { id } = await plans.create('Huts', 'a');
    await plans.save(id, 'ab', 1);
    now += 5;
    await revisions.add(id, { text: 'ab', reason: 'marked', name: 'Release', note: 'n' });
    const history = (await revisions.history(id))!;
    expect(history.revisions.map(({ reason, text }) => [reason, text])).toEqual([
      ['begun', 'a'],
      ['marked', 'ab'],
    ]);
    const copy = await plans.createWithHistory(history);
    expect(await revisions.history(copy.id)).toEqual(history);
  });

  test('have a bound: unnamed ones make room, named ones do not', async () => {
    const { id } = await plans.create('Huts', 'a');
    const large = (index: number): string => `${index} ${'x'.repeat(3_000_000)}`;
    for (let index = 0; index < 12; index++) {
      now += 1;
      await revisions.add(id, { text: large(index), reason: 'conflict' });
    }
    expect((await revisions.list(id))!.length).toBe(Math.floor(mostBytes / 3_000_002));
    let results: string[] = [];
    for (let index = 20; index < 32; index++) {
      now += 1;
      results.push((await revisions.add(id, { text: large(index), reason: 'marked', name: `R${index}` })).kind);
    }
    expect(results.filter((kind) => kind === 'kept')).toHaveLength(Math.floor(mostBytes / 3_000_002));
    results = results.slice(-1);
    expect(results).toEqual(['full']);
  });
});

test('revisions thin out with age: named ones and the newest stay, of the others one a period', () => {
  const hour = 3_600_000;
  const revision = fc.record({
    age: fc.oneof(...[hour, 24 * hour, 90 * 24 * hour].map((max) => fc.integer({ min: 0, max }))),
    name: fc.constantFrom(null, null, null, 'Release'),
    bytes: fc.nat(Math.floor(mostBytes / 20)),
  });
  const end = 400 * 24 * hour;
  forAll(
    fc.property(fc.array(revision, { maxLength: 80 }), (all) => {
      const aged = all.map(({ age, ...one }, serial): Aged => ({ ...one, serial, madeAt: end - age }));
      const gone = thinned(aged, end);
      const stays = aged.filter(({ serial }) => !gone.has(serial));
      expect(aged.filter(({ name, serial }) => name !== null && gone.has(serial))).toEqual([]);
      const newest = aged.reduce<Aged | null>(
        (best, one) =>
          !best || one.madeAt > best.madeAt || (one.madeAt === best.madeAt && one.serial > best.serial) ? one : best,
        null,
      );
      if (newest) expect(gone.has(newest.serial)).toBe(false);
      // Once more changes nothing.
      expect(thinned(stays, end)).toEqual(new Set());
      const unnamed = stays.filter(({ name }) => name === null);
      const perDay = new Map<number, number>();
      for (const { madeAt } of unnamed)
        if (end - madeAt >= 24 * hour)
          perDay.set(Math.floor(madeAt / (24 * hour)), (perDay.get(Math.floor(madeAt / (24 * hour))) ?? 0) + 1);
      // A day on the border of a month may have its own, and that of its week.
      expect(Math.max(1, ...perDay.values())).toBeLessThanOrEqual(2);
      expect(unnamed.filter(({ madeAt }) => end - madeAt >= 24 * hour).length).toBeLessThanOrEqual(31 + 11);
      const size = stays.reduce((sum, { bytes }) => sum + bytes, 0);
      const named = stays.filter(({ name }) => name !== null).reduce((sum, { bytes }) => sum + bytes, 0);
      expect(size <= Math.max(mostBytes, named + (newest?.bytes ?? 0))).toBe(true);
      expect(stays.length).toBeLessThanOrEqual(mostRevisions);
    }),
    200,
  );
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

  // Rows of each table, by the schema that made it.
  const rows = [
    "INSERT INTO plan (id, name, text, version, created_at, updated_at) VALUES ('p', 'Huts', 'app \"Huts\"', 3, 1, 2)",
    "INSERT INTO audit (id, plan_id, name, variant, created_at, total, lost, report) VALUES ('a', 'p', 'x', 'app', 3, 1, 0, '{}')",
    "INSERT INTO earlier (id, plan_id, text, reason, kept_at) VALUES ('e', 'p', 'Ünï', 'conflict', 4), ('f', 'p', 'b', 'shortened', 5)",
  ];

  test.each([1, 2, 3])('of schema %i is copied, and brought up to date with all it holds', async (schema) => {
    const sqlite = new Sqlite(file());
    const before = new Kysely<unknown>({ dialect: new SqliteDialect({ database: sqlite }) });
    const all = Object.entries(await migrationProvider.getMigrations());
    const old = Object.fromEntries(all.slice(0, schema));
    await new Migrator({ db: before, provider: { getMigrations: async () => old } }).migrateToLatest();
    for (const row of rows.slice(0, schema)) sqlite.exec(row);
    await before.destroy();
    const opened = await openDatabase(file());
    const [plansThere, revisions] = [new PlanStore(opened.db), new RevisionStore(opened.db)];
    expect(await plansThere.find('p')).toEqual({ id: 'p', name: 'Huts', text: 'app "Huts"', version: 3, updatedAt: 2 });
    expect((await new AuditStore(opened.db).list('p'))!.map(({ id }) => id)).toEqual(schema > 1 ? ['a'] : []);
    const found = (await revisions.list('p'))!;
    expect(found.map(({ id, reason, madeAt, name, lines }) => [id, reason, madeAt, name, lines])).toEqual(
      schema > 2
        ? [
            ['f', 'shortened', 5, null, 1],
            ['e', 'conflict', 4, null, 1],
          ]
        : [],
    );
    if (schema > 2)
      expect((await revisions.find('p', 'e'))!).toMatchObject({
        text: 'Ünï',
        digest: createHash('sha256').update('Ünï').digest('hex'),
      });
    await opened.close();
    const name = `old.sqlite.before-${all[schema]![0]}`;
    expect(readdirSync(folder).filter((each) => each.includes('before'))).toEqual([name]);
    const copy = new Sqlite(join(folder, name));
    expect(copy.prepare('SELECT id FROM plan').all()).toEqual([{ id: 'p' }]);
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
