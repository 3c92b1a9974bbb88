import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Job } from '../model/job.ts';
import { createApp, oneMemberOnly } from './app.ts';
import { type AskedByMember, asked } from './database/asked.ts';
import { migrate } from './database/migrate.ts';
import { openDatabase } from './database/open.ts';
import type { Database } from './database/tables.ts';
import { THIS_COMPUTER, THIS_FIRM } from './database/this-computer.ts';
import { historyOf, readRevision } from './jobs/history.ts';
import * as jobs from './jobs/jobs.ts';
import { putAllBy, putOneBy } from './jobs/ways-back.ts';
import type { Services } from './services.ts';
import { News } from './together/news.ts';

/**
 * The database of these tests: as the server signs in to it, and as the owner of its tables.
 * @param withQueue whether there is long work to wait its turn
 */
export async function openTestDatabase(
  withQueue = false,
): Promise<{ database: Database; owner: Database; url: string; ownerUrl: string }> {
  const { DATABASE_URL: url, OWNER_DATABASE_URL: ownerUrl } = process.env;
  if (!url || !ownerUrl) throw new Error('These tests need a database of their own; run them with: npm test');
  await migrate(ownerUrl, { withQueue });
  return { database: openDatabase(url), owner: openDatabase(ownerUrl, 2), url, ownerUrl };
}

/** Work as the one person of a program that nobody signs in to. */
const asThisComputer =
  (database: Database) =>
  <T>(work: (by: AskedByMember) => Promise<T>, ways = {}): Promise<T> =>
    asked(database, { as: 'member', person: THIS_COMPUTER, firm: THIS_FIRM }, work, ways);

/** Told where nobody listens. */
export const UNHEARD = { channel: 'unheard', words: () => '' };

/** What is done with jobs, each as a piece of work of its own. */
export function jobsOf(database: Database) {
  const ask = asThisComputer(database);
  return {
    createJob: (job: Job, summary: string) => ask((by) => jobs.createJob(by, job, summary)),
    readStoredJob: (id: string) => ask((by) => jobs.readStoredJob(by, id)),
    listJobs: (wanted?: jobs.JobsAsked) => ask((by) => jobs.listJobs(by, wanted)),
    saveJob: (id: string, revision: number, job: Job, summary: string, saveId?: string) =>
      ask((by) => jobs.saveJob(by, id, { revision, job, summary, saveId }, UNHEARD)),
    putBy: (id: string) => putAllBy(() => ask((by) => putOneBy(by, id))),
    setDeleted: (id: string, deleted: boolean) => ask((by) => jobs.setDeleted(by, id, deleted)),
    historyOf: (id: string, before?: number) => ask((by) => historyOf(by, id, before)),
    readRevision: (id: string, revision: number) => ask((by) => readRevision(by, id, revision), { snapshot: true }),
  };
}

/** Services of a server that one person runs. */
export const servicesOf = (database: Database, url = 'postgres://127.0.0.1:1/none', instance = 'test'): Services => ({
  database,
  news: new News(url),
  who: oneMemberOnly,
  firm: null,
  instance,
  leaving: () => false,
});

/** A server that one person runs, on a free port. */
export async function listen(services: Services, webFolder = 'dist'): Promise<{ server: Server; base: string }> {
  const server = createServer(createApp({ services, webFolder, address: { hosts: [] } }));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  return { server, base: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
}
