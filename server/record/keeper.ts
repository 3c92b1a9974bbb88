import { sql } from 'kysely';
import { asked } from '../database/asked.ts';
import { DELETED_KEPT_DAYS, LEAST_RECORD_DAYS } from '../database/policies.ts';
import type { Database } from '../database/tables.ts';

const daysAgo = (days: number) => sql<Date>`now() - make_interval(days => ${days})`;

/**
 * Takes out for good what was kept long enough: jobs deleted a while ago, ended sessions and codes, the older record. The database
 * itself refuses anything younger than it says.
 * @param recordDays days what was written down is kept
 * @returns how many jobs were taken out
 */
export async function purge(database: Database, recordDays: number): Promise<number> {
  const days = Math.max(recordDays, LEAST_RECORD_DAYS);
  return asked(database, { as: 'keeper' }, async ({ rows }) => {
    const jobs = await rows.deleteFrom('jobs').where('deleted_at', '<', daysAgo(DELETED_KEPT_DAYS)).executeTakeFirst();
    await rows
      .deleteFrom('sessions')
      .where((row) => row.or([row('ends_at', '<', daysAgo(0)), row('idle_ends_at', '<', daysAgo(0))]))
      .execute();
    await rows.deleteFrom('join_codes').where('ends_at', '<', daysAgo(0)).execute();
    await rows.deleteFrom('one_time_links').where('ends_at', '<', daysAgo(days)).execute();
    await rows.deleteFrom('notices').where('at', '<', daysAgo(days)).execute();
    await rows.deleteFrom('audit').where('at', '<', daysAgo(days)).execute();
    await rows.deleteFrom('papers').where('made_at', '<', daysAgo(DELETED_KEPT_DAYS)).execute();
    return Number(jobs.numDeletedRows);
  });
}
