import { type Kysely, type Migration, sql } from 'kysely';

export const ownEntries: Migration = {
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
};
