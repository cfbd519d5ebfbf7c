import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { Kysely, Migrator, SqliteDialect } from 'kysely';
import Sqlite from 'libsql';
import { migrationProvider } from './migrations';
import type { Tables } from './schema';

export type Database = Kysely<Tables>;

/**
 * Opens the database file, made if it is not there, and brings its schema up to date.
 * The write-ahead log with full synchronisation keeps whatever was committed, should the process or the machine stop.
 *
 * @throws where the file cannot be opened or is no database
 */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sqlite = new Sqlite(file);
  // First: another server may be opening the file at this moment.
  sqlite.pragma('busy_timeout = 5000');
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite as never }) });
  const { error } = await new Migrator({ db, provider: migrationProvider }).migrateToLatest();
  if (error) throw error;
  return db;
}
