import express, { type Router } from 'express';
import { z } from 'zod';
import { findSize } from '../core/pipe/catalogue.ts';
import { fileNameFor, MOST_JOB_BYTES, writeJobFile } from '../exchange/job-file.ts';
import { clipText } from '../model/clean-text.ts';
import { DisplaySchema, type Job } from '../model/job.ts';
import { newJob } from '../model/new-job.ts';
import { OwnEntrySchema } from '../model/own-entry.ts';
import { readJob, readJobText } from '../model/read-job.ts';
import { Name, text } from '../model/schema-parts.ts';
import type { Database } from './database.ts';
import { historyOf, readRevision } from './history.ts';
import { JobNews } from './job-news.ts';
import * as jobs from './jobs.ts';
import * as entries from './own-entries.ts';
import { Problem } from './problem.ts';

/** As many revisions as the database counts. */
const MOST_REVISION = 2_147_483_647;

const NewJobBody = z.strictObject({
  name: Name.transform((name) => name.trim()).pipe(z.string().min(1)),
  display: DisplaySchema.optional(),
});
const SaveBody = z.strictObject({ revision: z.int().min(1).max(MOST_REVISION), summary: text(200), job: z.unknown() });
const Id = z.uuid();
const RevisionNumber = z.coerce.number().int().min(1).max(MOST_REVISION);
const HistoryAsked = z.strictObject({ before: RevisionNumber.optional() });
const JobsAsked = z.strictObject({
  find: text(120).optional(),
  skip: z.coerce.number().int().min(0).max(1_000_000).optional(),
  deleted: z
    .literal('yes')
    .transform(() => true)
    .optional(),
});

/** Parses a boundary value or answers 400 with the sentence given. */
function parse<T>(schema: z.ZodType<T>, value: unknown, sentence: string): T {
  const read = schema.safeParse(value);
  if (!read.success) throw new Problem(400, 'Cannot be read', sentence);
  return read.data;
}

const idOf = (value: unknown): string => {
  const read = Id.safeParse(value);
  if (!read.success) throw new Problem(404, 'No such job', 'This address names no job. Go back to the list of jobs.');
  return read.data;
};

function acceptJob(read: ReturnType<typeof readJob>): Job {
  if (!read.ok) throw new Problem(422, 'The job cannot be read', read.problems.join(' '), { problems: read.problems });
  return read.job;
}

const SENTENCES = {
  list: 'The list of jobs is asked for by find (a text of up to 120 characters), skip (a number) and deleted (yes).',
  revision: 'A revision is a whole number from 1 up.',
  newJob: 'A new job needs a name of 1 to 120 characters, and may say its units.',
  entry: 'An entry of the catalogue needs a name of 1 to 120 characters and an emitter or a pipe within its bounds.',
  pipe: 'A pipe is named by a size of its material, or by outside diameter and wall in mm: 24x1.5.',
  save: 'A save needs the revision it was made on, a summary of up to 200 characters, and the job.',
};

/** The routes under /api. */
export function api(database: Database, instance: string): Router {
  const router = express.Router();
  const news = new JobNews();
  const json = express.json({ limit: MOST_JOB_BYTES });
  const anyText = express.text({ type: () => true, limit: MOST_JOB_BYTES });

  router.get('/health', async (_request, response) => {
    const up = await database
      .selectFrom('settings')
      .select('key')
      .limit(1)
      .execute()
      .then(
        () => true,
        () => false,
      );
    response.json({ instance, database: up ? 'up' : 'away' });
  });

  router.get('/jobs', async (request, response) => {
    response.json(await jobs.listJobs(database, parse(JobsAsked, request.query, SENTENCES.list)));
  });
  router.post('/jobs', json, async (request, response) => {
    const { name, display } = parse(NewJobBody, request.body, SENTENCES.newJob);
    response.status(201).json(await jobs.createJob(database, newJob(name, display), 'Job started'));
  });
  router.post('/jobs/import', anyText, async (request, response) => {
    const job = acceptJob(readJobText(typeof request.body === 'string' ? request.body : ''));
    response.status(201).json(await jobs.createJob(database, job, 'Read from a job file'));
  });
  router.get('/jobs/:id', async (request, response) => {
    response.json(await jobs.readStoredJob(database, idOf(request.params.id)));
  });
  router.put('/jobs/:id', json, async (request, response) => {
    const { revision, summary, job } = parse(SaveBody, request.body, SENTENCES.save);
    const id = idOf(request.params.id);
    const stored = await jobs.saveJob(database, id, revision, acceptJob(readJob(job)), summary);
    if (stored.revision > revision) news.saved(id, stored.revision);
    response.json(stored);
  });
  router.get('/jobs/:id/events', (request, response) => {
    news.listen(idOf(request.params.id), request, response);
  });
  router.delete('/jobs/:id', async (request, response) => {
    await jobs.setDeleted(database, idOf(request.params.id), true);
    response.status(204).end();
  });
  router.post('/jobs/:id/restore', async (request, response) => {
    await jobs.setDeleted(database, idOf(request.params.id), false);
    response.status(204).end();
  });
  router.post('/jobs/:id/duplicate', async (request, response) => {
    const { job } = await jobs.readStoredJob(database, idOf(request.params.id));
    const copy = { ...job, name: `${clipText(job.name, 110)} (copy)` };
    response.status(201).json(await jobs.createJob(database, copy, clipText(`Copied from ${job.name}`, 200)));
  });
  router.get('/jobs/:id/history', async (request, response) => {
    const { before } = parse(HistoryAsked, request.query, SENTENCES.revision);
    response.json(await historyOf(database, idOf(request.params.id), before));
  });
  router.get('/jobs/:id/history/:revision', async (request, response) => {
    const revision = parse(RevisionNumber, request.params.revision, SENTENCES.revision);
    response.json(await readRevision(database, idOf(request.params.id), revision));
  });
  router.get('/jobs/:id/export', async (request, response) => {
    const { job } = await jobs.readStoredJob(database, idOf(request.params.id));
    response.attachment(fileNameFor(job, 'warm.json')).type('application/json').send(writeJobFile(job));
  });
  router.get('/own-entries', async (_request, response) => {
    response.json(await entries.listEntries(database));
  });
  router.post('/own-entries', json, async (request, response) => {
    const entry = parse(OwnEntrySchema, request.body, SENTENCES.entry);
    if (entry.kind === 'pipe' && !findSize(entry.pipe.material, entry.pipe.size)) {
      throw new Problem(422, 'No such pipe', SENTENCES.pipe);
    }
    response.status(201).json(await entries.keepEntry(database, entry));
  });
  router.delete('/own-entries/:id', async (request, response) => {
    await entries.deleteEntry(database, idOf(request.params.id));
    response.status(204).end();
  });
  router.use((request) => {
    throw new Problem(404, 'Nothing here', `There is no ${request.method} ${clipText(request.path, 100)} here.`);
  });
  return router;
}
