import { z } from 'zod';
import { fileNameFor, MOST_JOB_BYTES, writeJobFile } from '../../exchange/job-file.ts';
import { clipText } from '../../model/clean-text.ts';
import { DisplaySchema, type Job } from '../../model/job.ts';
import { newJob } from '../../model/new-job.ts';
import { readJob, readJobText } from '../../model/read-job.ts';
import type { GuestPart } from '../../model/rights.ts';
import { Name, text } from '../../model/schema-parts.ts';
import { historyOf, readRevision } from '../jobs/history.ts';
import * as jobs from '../jobs/jobs.ts';
import { parseStored } from '../jobs/stored-job.ts';
import { PUT_BY_EVERY, putAllBy, putOneBy } from '../jobs/ways-back.ts';
import { papersOf } from '../people/guest-links.ts';
import { Problem } from '../problem.ts';
import { note } from '../record/audit.ts';
import { created, forMember, json, nothing, type Route } from './route.ts';

/** As many revisions as the database counts. */
const MOST_REVISION = 2_147_483_647;
/** Time after a save at which guests' papers are made, s. */
const PAPERS_AFTER = 60;
const RevisionNumber = z.coerce.number().int().min(1).max(MOST_REVISION);
/** What the sender calls a new job, so that a request sent twice makes one. */
const NewId = z.uuid().optional();

const LIST = {
  schema: z.strictObject({
    find: text(120).optional(),
    skip: z.coerce.number().int().min(0).max(1_000_000).optional(),
    deleted: z
      .literal('yes')
      .transform(() => true)
      .optional(),
  }),
  sentence: 'The list of jobs is asked for by find (a text of up to 120 characters), skip (a number) and deleted (yes).',
};
const NEW_JOB = {
  schema: z.strictObject({
    name: Name.transform((name) => name.trim()).pipe(z.string().min(1)),
    display: DisplaySchema.optional(),
    id: NewId,
  }),
  sentence: 'A new job needs a name of 1 to 120 characters, and may say its units.',
};
const WITH_ID = { schema: z.strictObject({ id: NewId }), sentence: 'A new job may be given an id, a UUID.' };
const SAVE = {
  schema: z.strictObject({
    revision: z.int().min(1).max(MOST_REVISION),
    summary: text(200),
    job: z.unknown(),
    saveId: z.uuid().optional(),
  }),
  sentence: 'A save needs the revision it was made on, a summary of up to 200 characters, and the job.',
};
const NEWER = {
  schema: z.strictObject({ newer: RevisionNumber.optional() }),
  sentence: 'A revision is a whole number from 1 up.',
};
const HISTORY = {
  schema: z.strictObject({ before: RevisionNumber.optional() }),
  sentence: 'A revision is a whole number from 1 up.',
};

function acceptJob(read: ReturnType<typeof readJob>): Job {
  if (!read.ok) throw new Problem(422, 'The job cannot be read', read.problems.join(' '), { problems: read.problems });
  return read.job;
}

export const JOB_ROUTES: readonly Route[] = [
  forMember('read job', {
    method: 'GET',
    path: '/jobs',
    query: LIST,
    handle: async ({ asked, query }) => json(await asked((by) => jobs.listJobs(by, query))),
  }),
  forMember('create job', {
    method: 'POST',
    path: '/jobs',
    body: NEW_JOB,
    handle: async ({ asked, body: { name, display, id } }) =>
      created(await asked((by) => jobs.createJob(by, newJob(name, display), 'Job started', id))),
  }),
  forMember('create job', {
    method: 'POST',
    path: '/jobs/import',
    body: 'text',
    limit: MOST_JOB_BYTES,
    query: WITH_ID,
    handle: async ({ asked, body, query: { id } }) => {
      const job = acceptJob(readJobText(typeof body === 'string' ? body : ''));
      return created(await asked((by) => jobs.createJob(by, job, 'Read from a job file', id)));
    },
  }),
  forMember('read job', {
    method: 'GET',
    path: '/jobs/:id',
    query: NEWER,
    handle: async ({ asked, params: { id = '' }, query: { newer = 0 }, response }) => {
      const [{ revision, updatedAt, document, current }] = await asked((by) =>
        Promise.all([jobs.readStoredText(by, id), by.end()]),
      );
      if (revision <= newer) return nothing();
      // What this program wrote last needs no reading to be passed on.
      const job = current ? document : JSON.stringify(parseStored(JSON.parse(document)));
      response.type('json').send(`{"id":"${id}","revision":${revision},"updatedAt":"${updatedAt}","job":${job}}`);
      return null;
    },
  }),
  forMember('save job', {
    method: 'PUT',
    path: '/jobs/:id',
    body: SAVE,
    limit: MOST_JOB_BYTES,
    handle: async ({ asked, params: { id = '' }, body, services, member }) => {
      const job = acceptJob(readJob(body.job));
      const { person, firm } = member;
      const telling = (revision: number) => services.news.telling(firm, { of: 'saved', job: id, revision, by: person });
      const { made, guests, ...stored } = await asked((by) =>
        jobs.saveJob(by, id, { ...body, job }, { channel: telling(0).channel, words: (revision) => telling(revision).words }),
      );
      // What guests see is made anew, once the person has changed what there is to change. It never keeps a save from being one.
      for (const paper of papersOf(guests as GuestPart[]))
        services.firm?.queue.order({ firm, person, job: id, paper }, PAPERS_AFTER).catch(() => {});
      // Nor does what takes longer than a save should. Where it fails it is done with the next lot.
      if (made && stored.revision % PUT_BY_EVERY === 0) void putAllBy(() => asked((by) => putOneBy(by, id)));
      return json({ id, ...stored });
    },
  }),
  forMember('delete job', {
    method: 'DELETE',
    path: '/jobs/:id',
    handle: async ({ asked, params: { id = '' }, member, requestId }) => {
      await asked(async (by) => {
        await jobs.setDeleted(by, id, true);
        await note(by, { what: 'job deleted', thing: id, person: member.person, firm: member.firm, requestId });
      });
      return nothing();
    },
  }),
  forMember('delete job', {
    method: 'POST',
    path: '/jobs/:id/restore',
    handle: async ({ asked, params: { id = '' }, member, requestId }) => {
      await asked(async (by) => {
        await jobs.setDeleted(by, id, false);
        await note(by, { what: 'job brought back', thing: id, person: member.person, firm: member.firm, requestId });
      });
      return nothing();
    },
  }),
  forMember('create job', {
    method: 'POST',
    path: '/jobs/:id/duplicate',
    query: WITH_ID,
    handle: async ({ asked, params: { id = '' }, query }) =>
      created(
        await asked(async (by) => {
          const { job } = await jobs.readStoredJob(by, id);
          const copy = { ...job, name: `${clipText(job.name, 110)} (copy)` };
          return jobs.createJob(by, copy, clipText(`Copied from ${job.name}`, 200), query.id);
        }),
      ),
  }),
  forMember('read job', {
    method: 'GET',
    path: '/jobs/:id/history',
    query: HISTORY,
    handle: async ({ asked, params: { id = '' }, query: { before } }) => json(await asked((by) => historyOf(by, id, before))),
  }),
  forMember('read job', {
    method: 'GET',
    path: '/jobs/:id/history/:revision',
    params: { revision: z.string().refine((value) => RevisionNumber.safeParse(value).success) },
    handle: async ({ asked, params: { id = '', revision } }) =>
      json(await asked((by) => readRevision(by, id, Number(revision)), { snapshot: true })),
  }),
  forMember('read job', {
    method: 'GET',
    path: '/jobs/:id/export',
    handle: async ({ asked, params: { id = '' }, response, member, requestId }) => {
      const job = await asked(async (by) => {
        await note(by, { what: 'job exported', thing: id, person: member.person, firm: member.firm, requestId });
        return (await jobs.readStoredJob(by, id)).job;
      });
      response.attachment(fileNameFor(job, 'warm.json')).type('application/json').send(writeJobFile(job));
      return null;
    },
  }),
];
