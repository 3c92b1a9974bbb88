import { sql } from 'kysely';
import { JOB_VERSION, type Job } from '../../model/job.ts';
import type { JobsFound } from '../../model/job-list.ts';
import type { AskedByMember } from '../database/asked.ts';
import { DELETED_KEPT_DAYS } from '../database/policies.ts';
import { Problem } from '../problem.ts';
import { noteFirst } from './history.ts';
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
  { rows: database, end }: AskedByMember,
  { find = '', skip = 0, deleted = false }: JobsAsked = {},
): Promise<JobsFound> {
  let found = database.selectFrom('jobs').where('deleted_at', deleted ? 'is not' : 'is', null);
  if (find) found = found.where(sql<string>`name || ' ' || place`, 'ilike', literal(find));
  const listing = found
    .select(['id', 'name', 'place', 'room_count', 'heat_load', 'system', 'revision', 'updated_at', 'deleted_at'])
    .orderBy(deleted ? 'deleted_at' : 'updated_at', 'desc')
    .orderBy('id')
    .offset(skip)
    .limit(JOBS_PAGE)
    .execute();
  const counting = found.select((of) => of.fn.countAll<string>().as('total')).executeTakeFirstOrThrow();
  const [rows, { total }] = await Promise.all([listing, counting, end()]);
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
export async function createJob(by: AskedByMember, job: Job, summary: string, id?: string): Promise<StoredJob> {
  const { rows } = by;
  const made = await rows
    .insertInto('jobs')
    .values({ ...(id ? { id } : {}), ...columnsOf(job), revision: 1, deleted_at: null })
    .onConflict((conflict) => conflict.column('id').doNothing())
    .returning(['id', 'updated_at'])
    .executeTakeFirst();
  if (!made) return readStoredJob(by, id as string);
  await noteFirst(rows, made.id, summary);
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
  const found = await sql<{ revision: number; updated_at: Date; document: string; current: boolean }>`
    select revision, updated_at, document::text as document, (document -> 'version') = to_jsonb(${JOB_VERSION}::int) as current
    from jobs where id = ${id} and deleted_at is null`.execute(rows);
  const [row] = found.rows;
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

/** Told with the save, by the database, to all that listen. */
interface SaveTold {
  channel: string;
  /** What is told, with the revision it has become. */
  words: (revision: number) => string;
}

interface Saved {
  revision: number;
  updatedAt: string;
  /** Whether this call made the revision. */
  made: boolean;
  /** The parts of the job that live links show. */
  guests: string[];
}

interface SaveRow {
  revision: number;
  updated_at: Date;
  same: boolean;
  saved_at: Date | null;
  known: number | null;
  theirs: object | null;
  guests: string[] | null;
}

/**
 * Saves a job as the next revision, and ends the work with it. All of it is one statement: what is read, compared, written and told is
 * of one moment, and there is one answer to wait for.
 * @throws Problem 409 with both versions when another revision was saved meanwhile
 */
export async function saveJob(
  { rows, end }: AskedByMember,
  id: string,
  { revision, job, summary, saveId }: SaveAsked,
  told: SaveTold,
): Promise<Saved> {
  const columns = columnsOf(job);
  const [{ rows: found }] = await Promise.all([
    sql<SaveRow>`
      with given as materialized (select ${columns.document}::jsonb as document),
      old as (
        select j.revision, j.updated_at, j.document, j.document = given.document as same
        from jobs j, given where j.id = ${id} and j.deleted_at is null for update of j
      ), kept as (
        update revisions r set document = old.document from old
        where r.job_id = ${id} and r.revision = old.revision and old.revision = ${revision} and not old.same
      ), saved as (
        update jobs j set name = ${columns.name}, place = ${columns.place}, room_count = ${columns.room_count},
          heat_load = ${columns.heat_load}, system = ${columns.system}, document = given.document,
          revision = old.revision + 1, updated_at = now()
        from old, given where j.id = ${id} and old.revision = ${revision} and not old.same
        returning j.updated_at
      ), noted as (
        insert into revisions (job_id, revision, summary, save_id)
        select ${id}, ${revision + 1}, ${summary}, ${saveId ?? null}::uuid from saved
      )
      select old.revision, old.updated_at, old.same, saved.updated_at as saved_at,
        case when saved is null and not old.same then
          (select r.revision from revisions r where r.job_id = ${id} and r.save_id = ${saveId ?? null}::uuid) end as known,
        case when saved is null and not old.same then old.document end as theirs,
        case when saved is not null then pg_notify(${told.channel}, ${told.words(revision + 1)}) end as told,
        case when saved is not null then (select array_agg(distinct g.part) from guest_links g
          where g.job_id = ${id} and g.revoked_at is null and g.ends_at > now()) end as guests
      from old left join saved on true`.execute(rows),
    end(),
  ]);
  const [row] = found;
  if (!row) throw notFound();
  const updatedAt = row.updated_at.toISOString();
  if (row.saved_at)
    return { revision: revision + 1, updatedAt: row.saved_at.toISOString(), made: true, guests: row.guests ?? [] };
  // Nothing changed, or the answer to an earlier save got lost on the way and the browser, or a proxy, sends it again.
  if (row.same || row.known) return { revision: row.known ?? row.revision, updatedAt, made: false, guests: [] };
  throw new Problem(
    409,
    'Changed elsewhere',
    'The job was changed in another window since it was opened here. Look at both versions and choose one.',
    { theirs: { id, revision: row.revision, job: parseStored(row.theirs), updatedAt }, yours: job },
  );
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
