import { isDeepStrictEqual } from 'node:util';
import { sql } from 'kysely';
import type { Job } from '../model/job.ts';
import type { JobsFound } from '../model/job-list.ts';
import type { Database } from './database.ts';
import { keepOlder, noteRevision } from './history.ts';
import { Problem } from './problem.ts';
import { notFound, parseStored } from './stored-job.ts';

export interface StoredJob {
  id: string;
  revision: number;
  job: Job;
  updatedAt: string;
}

const columnsOf = (job: Job) => ({
  name: job.name,
  place: job.site.place,
  room_count: job.rooms.length,
  heat_load: job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0),
  document: JSON.stringify(job),
});

/** Most jobs of one answer. */
export const JOBS_PAGE = 100;
/** Days a deleted job is kept for those who want it back. */
const DELETED_KEPT_DAYS = 30;

export interface JobsAsked {
  /** Part of a name or a place; everything without. */
  find?: string;
  /** How many of them to leave out, because they are known. */
  skip?: number;
  /** Those deleted of late instead of those at work. */
  deleted?: boolean;
}

/** A text as a pattern that means itself. */
const literal = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** Jobs, the last worked on (or deleted) first, a page of them. */
export async function listJobs(database: Database, { find = '', skip = 0, deleted = false }: JobsAsked = {}): Promise<JobsFound> {
  let found = database.selectFrom('jobs').where('deleted_at', deleted ? 'is not' : 'is', null);
  if (find) found = found.where(sql<string>`name || ' ' || place`, 'ilike', literal(find));
  const rows = await found
    .select(['id', 'name', 'place', 'room_count', 'heat_load', 'revision', 'updated_at', 'deleted_at'])
    .select(sql<string>`document #>> '{display,system}'`.as('system'))
    .orderBy(deleted ? 'deleted_at' : 'updated_at', 'desc')
    .orderBy('id')
    .offset(skip)
    .limit(JOBS_PAGE)
    .execute();
  const { total } = await found.select((of) => of.fn.countAll<string>().as('total')).executeTakeFirstOrThrow();
  return {
    total: Number(total),
    jobs: rows.map((row) => ({
      id: row.id,
      name: row.name,
      place: row.place,
      roomCount: row.room_count,
      heatLoad: row.heat_load,
      system: row.system === 'us' ? 'us' : 'metric',
      revision: row.revision,
      updatedAt: row.updated_at.toISOString(),
      goneOn: row.deleted_at && new Date(row.deleted_at.getTime() + DELETED_KEPT_DAYS * 86_400_000).toISOString(),
    })),
  };
}

/** Takes out for good what was deleted longer ago than the days it is kept; says how many jobs that were. */
export async function purgeDeleted(database: Database): Promise<number> {
  const done = await database
    .deleteFrom('jobs')
    .where('deleted_at', '<', sql<Date>`now() - make_interval(days => ${DELETED_KEPT_DAYS})`)
    .executeTakeFirst();
  return Number(done.numDeletedRows);
}

export async function createJob(database: Database, job: Job, summary: string): Promise<StoredJob> {
  return database.transaction().execute(async (transaction) => {
    const row = await transaction
      .insertInto('jobs')
      .values({ ...columnsOf(job), revision: 1, deleted_at: null })
      .returning(['id', 'updated_at'])
      .executeTakeFirstOrThrow();
    await noteRevision(transaction, row.id, 1, summary);
    return { id: row.id, revision: 1, job, updatedAt: row.updated_at.toISOString() };
  });
}

export async function readStoredJob(database: Database, id: string): Promise<StoredJob> {
  const row = await database
    .selectFrom('jobs')
    .select(['document', 'revision', 'updated_at'])
    .where('id', '=', id)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw notFound();
  return {
    id,
    revision: row.revision,
    job: parseStored(row.document),
    updatedAt: row.updated_at.toISOString(),
  };
}

/**
 * Saves a job as the next revision.
 * @param revision the revision the change was made on
 * @throws Problem 409 with both versions when another revision was saved meanwhile
 */
export async function saveJob(database: Database, id: string, revision: number, job: Job, summary: string): Promise<StoredJob> {
  return database.transaction().execute(async (transaction) => {
    const row = await transaction
      .selectFrom('jobs')
      .select(['revision', 'document', 'updated_at'])
      .where('id', '=', id)
      .where('deleted_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!row) throw notFound();
    // Nothing changed, or the answer to an earlier save got lost on the way and the browser sends it again.
    const newer = JSON.parse(JSON.stringify(job)) as object;
    if (isDeepStrictEqual(row.document, newer)) {
      return { id, revision: row.revision, job, updatedAt: row.updated_at.toISOString() };
    }
    if (row.revision !== revision) {
      throw new Problem(
        409,
        'Changed elsewhere',
        'The job was changed in another window since it was opened here. Look at both versions and choose one.',
        {
          theirs: {
            id,
            revision: row.revision,
            job: parseStored(row.document),
            updatedAt: row.updated_at.toISOString(),
          },
          yours: job,
        },
      );
    }
    const saved = await transaction
      .updateTable('jobs')
      .set({ ...columnsOf(job), revision: revision + 1, updated_at: sql<Date>`now()` })
      .where('id', '=', id)
      .returning('updated_at')
      .executeTakeFirstOrThrow();
    await keepOlder(transaction, id, revision, row.document, newer);
    await noteRevision(transaction, id, revision + 1, summary);
    return { id, revision: revision + 1, job, updatedAt: saved.updated_at.toISOString() };
  });
}

export async function setDeleted(database: Database, id: string, deleted: boolean): Promise<void> {
  const done = await database
    .updateTable('jobs')
    .set({ deleted_at: deleted ? sql<Date>`now()` : null })
    .where('id', '=', id)
    .where('deleted_at', deleted ? 'is' : 'is not', null)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n) throw notFound();
}
