import { type Kysely, type Migration, sql } from 'kysely';

export const waysBack: Migration = {
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
};
