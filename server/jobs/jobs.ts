import { isDeepStrictEqual } from 'node:util';
import { sql } from 'kysely';
import { JOB_VERSION, type Job } from '../../model/job.ts';
import type { JobsFound } from '../../model/job-list.ts';
import type { AskedByMember } from '../database/asked.ts';
import { DELETED_KEPT_DAYS } from '../database/policies.ts';
import { Problem } from '../problem.ts';
import { keepOlder, noteRevision, savedAs } from './history.ts';
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
  system: job.display.system,
  document: JSON.stringify(job),
});

/** Most jobs of one answer. */
export const JOBS_PAGE = 100;

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
export async function listJobs(
  { rows: database }: AskedByMember,
  { find = '', skip = 0, deleted = false }: JobsAsked = {},
): Promise<JobsFound> {
  let found = database.selectFrom('jobs').where('deleted_at', deleted ? 'is not' : 'is', null);
  if (find) found = found.where(sql<string>`name || ' ' || place`, 'ilike', literal(find));
  const rows = await found
    .select(['id', 'name', 'place', 'room_count', 'heat_load', 'system', 'revision', 'updated_at', 'deleted_at'])
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
      system: row.system,
      revision: row.revision,
      updatedAt: row.updated_at.toISOString(),
      goneOn: row.deleted_at && new Date(row.deleted_at.getTime() + DELETED_KEPT_DAYS * 86_400_000).toISOString(),
    })),
  };
}

/**
 * Puts a job among the others.
 * @param id what the sender calls it, so that one sent twice is there once; the database names it where there is none
 */
export async function createJob({ rows }: AskedByMember, job: Job, summary: string, id?: string): Promise<StoredJob> {
  const made = await rows
    .insertInto('jobs')
    .values({ ...(id ? { id } : {}), ...columnsOf(job), revision: 1, deleted_at: null })
    .onConflict((conflict) => conflict.column('id').doNothing())
    .returning(['id', 'updated_at'])
    .executeTakeFirst();
  if (!made) return readStoredJob({ rows } as AskedByMember, id as string);
  await noteRevision(rows, made.id, 1, summary, null);
  return { id: made.id, revision: 1, job, updatedAt: made.updated_at.toISOString() };
}

/** Whether there is such a job for who asks. */
export const jobIsThere = async (rows: AskedByMember['rows'], id: string): Promise<boolean> =>
  (await rows.selectFrom('jobs').select('id').where('id', '=', id).where('deleted_at', 'is', null).executeTakeFirst()) !==
  undefined;

/** A job as the database holds it, its document still text where this program wrote it last. */
export async function readStoredText(
  { rows }: AskedByMember,
  id: string,
): Promise<{ revision: number; updatedAt: string; document: string; current: boolean }> {
  const row = await rows
    .selectFrom('jobs')
    .select(['revision', 'updated_at'])
    .select(sql<string>`document::text`.as('document'))
    .select(sql<boolean>`(document -> 'version') = to_jsonb(${JOB_VERSION}::int)`.as('current'))
    .where('id', '=', id)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw notFound();
  return { revision: row.revision, updatedAt: row.updated_at.toISOString(), document: row.document, current: row.current };
}

export async function readStoredJob(asked: AskedByMember, id: string): Promise<StoredJob> {
  const { revision, updatedAt, document } = await readStoredText(asked, id);
  return { id, revision, job: parseStored(JSON.parse(document)), updatedAt };
}

export interface SaveAsked {
  /** The revision the change was made on. */
  revision: number;
  job: Job;
  /** What was done, in a few words. */
  summary: string;
  /** What the sender calls this save: a proxy that got no answer sends it again, and it is taken once. */
  saveId?: string;
}

/**
 * Saves a job as the next revision.
 * @returns the revision it is now, and whether this call made it
 * @throws Problem 409 with both versions when another revision was saved meanwhile
 */
export async function saveJob(
  { rows }: AskedByMember,
  id: string,
  { revision, job, summary, saveId }: SaveAsked,
): Promise<{ revision: number; updatedAt: string; saved: boolean }> {
  const row = await rows
    .selectFrom('jobs')
    .select(['revision', 'document', 'updated_at'])
    .where('id', '=', id)
    .where('deleted_at', 'is', null)
    .forUpdate()
    .executeTakeFirst();
  if (!row) throw notFound();
  const columns = columnsOf(job);
  // Nothing changed, or the answer to an earlier save got lost on the way and the browser sends it again.
  const newer = JSON.parse(columns.document) as object;
  const asItIs = { revision: row.revision, updatedAt: row.updated_at.toISOString(), saved: false };
  if (isDeepStrictEqual(row.document, newer)) return asItIs;
  if (row.revision !== revision) {
    const before = saveId && (await savedAs(rows, id, saveId));
    if (before) return { ...asItIs, revision: before };
    const theirs = { id, revision: row.revision, job: parseStored(row.document), updatedAt: asItIs.updatedAt };
    throw new Problem(
      409,
      'Changed elsewhere',
      'The job was changed in another window since it was opened here. Look at both versions and choose one.',
      { theirs, yours: job },
    );
  }
  const saved = await rows
    .updateTable('jobs')
    .set({ ...columns, revision: revision + 1, updated_at: sql<Date>`now()` })
    .where('id', '=', id)
    .returning('updated_at')
    .executeTakeFirst();
  if (!saved) throw notFound();
  await keepOlder(rows, id, revision, row.document, newer);
  await noteRevision(rows, id, revision + 1, summary, saveId ?? null);
  return { revision: revision + 1, updatedAt: saved.updated_at.toISOString(), saved: true };
}

export async function setDeleted({ rows }: AskedByMember, id: string, deleted: boolean): Promise<void> {
  const done = await rows
    .updateTable('jobs')
    .set({ deleted_at: deleted ? sql<Date>`now()` : null })
    .where('id', '=', id)
    .where('deleted_at', deleted ? 'is' : 'is not', null)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n) throw notFound();
}
