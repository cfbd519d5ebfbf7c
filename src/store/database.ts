import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { Kysely, Migrator, SqliteDialect } from 'kysely';
import Sqlite from 'libsql';
import { migrationProvider } from './migrations';
import type { Tables } from './schema';

export type Database = Kysely<Tables>;

/** Attempts to open the file while another server uses it. */
const mostTries = 8;

/** Thrown if a database cannot be used, with a sentence for the person who starts the server. */
export class Unusable extends Error {
  // Parts that are bundled apart know it by this.
  override readonly name = 'Unusable';
}

export interface Opened {
  readonly db: Database;
  /** Place of a damaged file that was set aside; null if there was none. */
  readonly setAside: string | null;
  /** Gives the space of deleted rows back to the disk. */
  readonly giveSpaceBack: () => void;
  /** Writes all into the one file, and closes it. */
  readonly close: () => Promise<void>;
}

/**
 * Opens the database file, or makes it, and brings its schema up to date. A copy is made before a migration. The
 * write-ahead log with full synchronisation keeps every committed change if the process or the machine stops. A damaged
 * file is set aside, unchanged, and a new one begun.
 *
 * @throws Unusable if the file cannot be opened or made, or belongs to a later version of this program
 */
export async function openDatabase(file: string): Promise<Opened> {
  for (let tries = 1; ; tries++) {
    try {
      return await open(file);
    } catch (error) {
      // Another server that starts at this moment makes the same tables, or moves the same file.
      if (tries === mostTries || !/locked|busy|already exists/i.test(reasonOf(error))) throw error;
      await sleep(100 * tries);
    }
  }
}

async function open(file: string): Promise<Opened> {
  try {
    mkdirSync(dirname(file), { recursive: true });
  } catch (error) {
    throw new Unusable(`The folder ${dirname(file)} cannot be made: ${reasonOf(error)}.`);
  }
  let sqlite = connect(file);
  let setAside: string | null = null;
  if (existsSync(file) && isDamaged(sqlite)) {
    sqlite.close();
    setAside = putAside(file);
    sqlite = connect(file);
  }
  try {
    prepare(sqlite);
    const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) });
    await migrate(db, sqlite, file);
    return {
      db,
      setAside,
      giveSpaceBack: () => void sqlite.exec('PRAGMA incremental_vacuum'),
      async close() {
        sqlite.exec('PRAGMA wal_checkpoint(TRUNCATE)');
        await db.destroy();
      },
    };
  } catch (error) {
    sqlite.close();
    throw unusable(file, error);
  }
}

function connect(file: string): Sqlite.Database {
  try {
    const sqlite = new Sqlite(file);
    // First: another server may be opening the file at this moment.
    sqlite.pragma('busy_timeout = 5000');
    return sqlite;
  } catch (error) {
    throw unusable(file, error);
  }
}

/**
 * The sentence for a database that cannot be used. SQLite's own words for a missing right to write do not name the
 * right.
 */
function unusable(file: string, error: unknown): Unusable {
  if (error instanceof Unusable) return error;
  if (!/unable to open|readonly/i.test(reasonOf(error)))
    return new Unusable(`The database ${file} cannot be used: ${reasonOf(error)}.`);
  const cure = 'Check the rights to the file and its folder, or name another folder in ANDANTE_DATA.';
  return new Unusable(`The database ${file} cannot be opened for writing. ${cure}`);
}

/** Whether the file is damaged; writes nothing to find out. */
function isDamaged(sqlite: Sqlite.Database): boolean {
  try {
    const [first] = sqlite.prepare('PRAGMA quick_check(1)').all() as { quick_check?: string }[];
    return first?.quick_check !== 'ok';
  } catch (error) {
    return /CORRUPT|NOTADB|malformed|not a database/i.test(
      `${(error as { code?: string }).code ?? ''} ${reasonOf(error)}`,
    );
  }
}

/** Moves a file, and its companions, out of the way. Returns its new path. */
function putAside(file: string): string {
  const at = new Date().toISOString().replace(/[:.]/g, '-');
  const aside = `${file}.damaged-${at}`;
  try {
    for (const suffix of ['-wal', '-shm', '']) if (existsSync(file + suffix)) renameSync(file + suffix, aside + suffix);
  } catch (error) {
    throw new Unusable(`The database ${file} is damaged and cannot be moved out of the way: ${reasonOf(error)}.`);
  }
  return aside;
}

function prepare(sqlite: Sqlite.Database): void {
  // An older file has to be rewritten once before it can give space back.
  const [mode] = sqlite.prepare('PRAGMA auto_vacuum').all() as { auto_vacuum: number }[];
  if (mode?.auto_vacuum !== 2) {
    sqlite.pragma('auto_vacuum = INCREMENTAL');
    sqlite.exec('VACUUM');
  }
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  // Fails at the start, not at the first change, if the file is read-only.
  sqlite.exec('BEGIN IMMEDIATE; CREATE TABLE may_write (one); ROLLBACK');
}

async function migrate(db: Database, sqlite: Sqlite.Database, file: string): Promise<void> {
  const migrator = new Migrator({ db, provider: migrationProvider });
  let steps: Awaited<ReturnType<Migrator['getMigrations']>>;
  try {
    steps = await migrator.getMigrations();
  } catch (error) {
    throw new Unusable(`The database ${file} cannot be read: ${reasonOf(error)}.`);
  }
  const next = steps.find(({ executedAt }) => executedAt === undefined);
  if (next && steps.some(({ executedAt }) => executedAt !== undefined)) {
    const copy = `${file}.before-${next.name}`;
    if (!existsSync(copy)) sqlite.prepare('VACUUM INTO ?').run(copy);
  }
  const { error } = await migrator.migrateToLatest();
  if (!error) return;
  if (/corrupted migrations|missing/i.test(reasonOf(error)))
    throw new Unusable(
      `The database ${file} is of a later version of Andante. Start that one, or name another folder in ANDANTE_DATA.`,
    );
  throw error as Error;
}

const reasonOf = (error: unknown): string =>
  (error instanceof Error ? error.message : String(error)).replace(/\.$/, '');
