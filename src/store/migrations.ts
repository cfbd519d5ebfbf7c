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
};

export const migrationProvider: MigrationProvider = { getMigrations: async () => migrations };
