import { isDeepStrictEqual } from 'node:util';
import { sql } from 'kysely';
import type { Job } from '../model/job.ts';
import type { UnitSystem } from '../model/quantities.ts';
import { readJob } from '../model/read-job.ts';
import type { Database } from './database.ts';
import { Problem } from './problem.ts';

export interface JobSummary {
  id: string;
  name: string;
  place: string;
  roomCount: number;
  /** W */
  heatLoad: number;
  /** Whether the job is read in metric or US units. */
  system: UnitSystem;
  revision: number;
  updatedAt: string;
}

export interface StoredJob {
  id: string;
  revision: number;
  job: Job;
  updatedAt: string;
}

export interface Revision {
  revision: number;
  savedAt: string;
  author: string;
  summary: string;
}

/** There are no accounts: the server answers only to the computer it runs on. */
const AUTHOR = 'this computer';

const columnsOf = (job: Job) => ({
  name: job.name,
  place: job.site.place,
  room_count: job.rooms.length,
  heat_load: job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0),
  document: JSON.stringify(job),
});

const notFound = () =>
  new Problem(404, 'No such job', 'This job is not here; it may have been deleted. Go back to the list of jobs.');

/** A stored document is parsed like any other input: an older version is brought up, a broken one is named. */
function parseStored(document: unknown): Job {
  const read = readJob(document);
  if (!read.ok) throw new Problem(500, 'Stored job cannot be read', read.problems.join(' '));
  return read.job;
}

export async function listJobs(database: Database): Promise<JobSummary[]> {
  const rows = await database
    .selectFrom('jobs')
    .select(['id', 'name', 'place', 'room_count', 'heat_load', 'revision', 'updated_at'])
    .select(sql<string>`document #>> '{display,system}'`.as('system'))
    .where('deleted_at', 'is', null)
    .orderBy('updated_at', 'desc')
    .limit(500)
    .execute();
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    place: row.place,
    roomCount: row.room_count,
    heatLoad: row.heat_load,
    system: row.system === 'us' ? 'us' : 'metric',
    revision: row.revision,
    updatedAt: row.updated_at.toISOString(),
  }));
}

export async function createJob(database: Database, job: Job, summary: string): Promise<StoredJob> {
  return database.transaction().execute(async (transaction) => {
    const row = await transaction
      .insertInto('jobs')
      .values({ ...columnsOf(job), revision: 1, deleted_at: null })
      .returning(['id', 'updated_at'])
      .executeTakeFirstOrThrow();
    await transaction
      .insertInto('revisions')
      .values({ job_id: row.id, revision: 1, document: JSON.stringify(job), author: AUTHOR, summary })
      .execute();
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
    if (isDeepStrictEqual(row.document, JSON.parse(JSON.stringify(job)))) {
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
    await transaction
      .insertInto('revisions')
      .values({ job_id: id, revision: revision + 1, document: JSON.stringify(job), author: AUTHOR, summary })
      .execute();
    return { id, revision: revision + 1, job, updatedAt: saved.updated_at.toISOString() };
  });
}

/** Newest first, at most 200. */
export async function historyOf(database: Database, id: string): Promise<Revision[]> {
  const rows = await database
    .selectFrom('revisions')
    .select(['revision', 'author', 'summary', 'saved_at'])
    .where('job_id', '=', id)
    .orderBy('revision', 'desc')
    .limit(200)
    .execute();
  if (rows.length === 0) throw notFound();
  return rows.map((row) => ({
    revision: row.revision,
    savedAt: row.saved_at.toISOString(),
    author: row.author,
    summary: row.summary,
  }));
}

export async function readRevision(database: Database, id: string, revision: number): Promise<Job> {
  const row = await database
    .selectFrom('revisions')
    .select('document')
    .where('job_id', '=', id)
    .where('revision', '=', revision)
    .executeTakeFirst();
  if (!row) throw new Problem(404, 'No such revision', `The job has no revision ${revision}. Choose one from its history.`);
  return parseStored(row.document);
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
