import { type Kysely, type Migration, sql } from 'kysely';

export const jobs: Migration = {
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
};
