import { type Kysely, type Migration, Migrator, sql } from 'kysely';
import type { Database } from './database.ts';

const migrations: Record<string, Migration> = {
  '001-jobs': {
    async up(database: Kysely<unknown>) {
      await database.schema
        .createTable('jobs')
        .addColumn('id', 'uuid', (column) => column.primaryKey().defaultTo(sql`gen_random_uuid()`))
        .addColumn('name', 'text', (column) => column.notNull())
        .addColumn('place', 'text', (column) => column.notNull())
        .addColumn('room_count', 'integer', (column) => column.notNull())
        .addColumn('heat_load', 'double precision', (column) => column.notNull())
        .addColumn('revision', 'integer', (column) => column.notNull())
        .addColumn('document', 'jsonb', (column) => column.notNull())
        .addColumn('created_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .addColumn('updated_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .addColumn('deleted_at', 'timestamptz')
        .execute();
      await database.schema
        .createTable('revisions')
        .addColumn('job_id', 'uuid', (column) => column.notNull().references('jobs.id').onDelete('cascade'))
        .addColumn('revision', 'integer', (column) => column.notNull())
        .addColumn('document', 'jsonb', (column) => column.notNull())
        .addColumn('author', 'text', (column) => column.notNull())
        .addColumn('summary', 'text', (column) => column.notNull())
        .addColumn('saved_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('revisions_pk', ['job_id', 'revision'])
        .execute();
      await database.schema
        .createTable('settings')
        .addColumn('key', 'text', (column) => column.primaryKey())
        .addColumn('value', 'text', (column) => column.notNull())
        .execute();
    },
  },
  '002-own-entries': {
    async up(database: Kysely<unknown>) {
      await database.schema
        .createTable('own_entries')
        .addColumn('id', 'uuid', (column) => column.primaryKey().defaultTo(sql`gen_random_uuid()`))
        .addColumn('kind', 'text', (column) => column.notNull())
        .addColumn('name', 'text', (column) => column.notNull())
        .addColumn('entry', 'jsonb', (column) => column.notNull())
        .addColumn('created_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .addUniqueConstraint('own_entries_name', ['kind', 'name'])
        .execute();
    },
  },
  '003-ways-back': {
    async up(database: Kysely<unknown>) {
      await database.schema
        .alterTable('revisions')
        .alterColumn('document', (column) => column.dropNotNull())
        .addColumn('back', 'jsonb')
        .execute();
      // Each save leaves the old document behind as dead rows; they are cleared by their number, not by their share.
      await sql`alter table jobs set (autovacuum_vacuum_threshold = 20, autovacuum_vacuum_scale_factor = 0, toast.autovacuum_vacuum_threshold = 200, toast.autovacuum_vacuum_scale_factor = 0)`.execute(
        database,
      );
      await database.schema.createIndex('jobs_by_update').on('jobs').columns(['updated_at desc', 'id']).execute();
    },
  },
};

/** Brings the database to the newest form; throws when a step fails, leaving the earlier form as it was. */
export async function migrate(database: Database): Promise<void> {
  const migrator = new Migrator({ db: database, provider: { getMigrations: async () => migrations } });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error;
}
