import { createHash } from 'node:crypto';
import { sql, type Kysely, type Migration, type MigrationProvider } from 'kysely';

/** Each step of the schema's history, in order of name. A landed step never changes; changes are new steps. */
const migrations: Record<string, Migration> = {
  '001-plans': {
    async up(db: Kysely<unknown>): Promise<void> {
      await db.schema
        .createTable('plan')
        .addColumn('serial', 'integer', (column) => column.primaryKey().autoIncrement())
        .addColumn('id', 'text', (column) => column.notNull().unique())
        .addColumn('name', 'text', (column) => column.notNull())
        .addColumn('text', 'text', (column) => column.notNull())
        .addColumn('version', 'integer', (column) => column.notNull().check(sql`version > 0`))
        .addColumn('created_at', 'integer', (column) => column.notNull())
        .addColumn('updated_at', 'integer', (column) => column.notNull())
        .addColumn('deleted_at', 'integer')
        .execute();
      await db.schema.createIndex('plan_updated_at').on('plan').column('updated_at').execute();
    },
  },
  '002-audits': {
    async up(db: Kysely<unknown>): Promise<void> {
      await db.schema
        .createTable('audit')
        .addColumn('serial', 'integer', (column) => column.primaryKey().autoIncrement())
        .addColumn('id', 'text', (column) => column.notNull().unique())
        .addColumn('plan_id', 'text', (column) => column.notNull().references('plan.id').onDelete('cascade'))
        .addColumn('name', 'text', (column) => column.notNull())
        .addColumn('variant', 'text', (column) => column.notNull())
        .addColumn('created_at', 'integer', (column) => column.notNull())
        .addColumn('total', 'integer', (column) => column.notNull())
        .addColumn('lost', 'integer', (column) => column.notNull())
        .addColumn('report', 'text', (column) => column.notNull())
        .execute();
      await db.schema.createIndex('audit_plan_id').on('audit').column('plan_id').execute();
    },
  },
  '003-earlier-texts': {
    async up(db: Kysely<unknown>): Promise<void> {
      await db.schema
        .createTable('earlier')
        .addColumn('serial', 'integer', (column) => column.primaryKey().autoIncrement())
        .addColumn('id', 'text', (column) => column.notNull().unique())
        .addColumn('plan_id', 'text', (column) => column.notNull().references('plan.id').onDelete('cascade'))
        .addColumn('text', 'text', (column) => column.notNull())
        .addColumn('reason', 'text', (column) => column.notNull())
        .addColumn('kept_at', 'integer', (column) => column.notNull())
        .execute();
      await db.schema.createIndex('earlier_plan_id').on('earlier').column('plan_id').execute();
    },
  },
  '004-revisions': {
    async up(db: Kysely<unknown>): Promise<void> {
      await db.schema
        .createTable('revision')
        .addColumn('serial', 'integer', (column) => column.primaryKey().autoIncrement())
        .addColumn('id', 'text', (column) => column.notNull().unique())
        .addColumn('plan_id', 'text', (column) => column.notNull().references('plan.id').onDelete('cascade'))
        .addColumn('text', 'text', (column) => column.notNull())
        .addColumn('bytes', 'integer', (column) => column.notNull())
        .addColumn('lines', 'integer', (column) => column.notNull())
        .addColumn('digest', 'text', (column) => column.notNull())
        .addColumn('name', 'text')
        .addColumn('note', 'text', (column) => column.notNull())
        .addColumn('reason', 'text', (column) => column.notNull())
        .addColumn('made_at', 'integer', (column) => column.notNull())
        .addColumn('counts', 'text')
        .execute();
      await db.schema.createIndex('revision_plan_id').on('revision').columns(['plan_id', 'made_at']).execute();
      const old = db as Kysely<{ earlier: EarlierRow; revision: object }>;
      // One by one: each text may be of 4 MiB.
      const serials = await old.selectFrom('earlier').select('serial').orderBy('serial').execute();
      for (const { serial } of serials) {
        const row = await old.selectFrom('earlier').selectAll().where('serial', '=', serial).executeTakeFirstOrThrow();
        const { id, plan_id, text, reason, kept_at } = row;
        const [bytes, lines] = [Buffer.byteLength(text), text.split('\n').length];
        const digest = createHash('sha256').update(text, 'utf8').digest('hex');
        await old
          .insertInto('revision')
          .values({
            ...{ id, plan_id, text, bytes, lines, digest, reason, made_at: kept_at },
            ...{ name: null, note: '', counts: null },
          })
          .execute();
      }
      await db.schema.dropTable('earlier').execute();
    },
  },
};

/** A row of the table that `004-revisions` replaces. */
interface EarlierRow {
  serial: number;
  id: string;
  plan_id: string;
  text: string;
  reason: string;
  kept_at: number;
}

export const migrationProvider: MigrationProvider = { getMigrations: async () => migrations };
