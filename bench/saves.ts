// What a day of saves takes on the disk: 2,000 saves of a large job, each a small change, without a pause, on a database of its own.
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newPanel } from '../model/new-emitter.ts';
import { newJob, newRoom } from '../model/new-job.ts';
import { startPostgres } from '../scripts/postgres.mjs';
import { migrate } from '../server/database/migrate.ts';
import { openDatabase } from '../server/database/open.ts';
import { jobsOf } from '../server/kit.fixture.ts';

const SAVES = 2000;
const folder = mkdtempSync(join(tmpdir(), 'warm-saves-'));
chmodSync(folder, 0o755);
const cluster = await startPostgres(folder);
const database = openDatabase(cluster.url());
await migrate(cluster.ownerUrl());
const { createJob, readRevision, readStoredJob, saveJob } = jobsOf(database);

let job = {
  ...newJob('A large block'),
  rooms: Array.from({ length: 1990 }, (_, i) => ({
    ...newRoom(`r${i}`, {
      name: `Flat ${i} ${Math.sin(i).toFixed(9)}`,
      heatLoad: 700 + Math.round(300 * Math.sin(i)),
      area: 12 + (i % 17),
    }),
    emitters: [newPanel('e1', { type: '2-2', length: 1 })],
    // As long a name as brings the job to 0.9 MB.
    storey: `Storey ${i % 40}, ${'stair '.repeat(30)}${Math.cos(i).toFixed(9)}`.slice(0, 115),
  })),
};
const size = JSON.stringify(job).length;
const { id } = await createJob(job, 'Start');
const onDisk = async (): Promise<number> =>
  Number(
    await cluster.must(
      "select sum(pg_total_relation_size(c)) from unnest(array['jobs', 'revisions']::regclass[]) c",
      'size',
      'warm_manifold',
    ),
  );
const before = await onDisk();
const times: number[] = [];
const started = Date.now();
for (let revision = 1; revision <= SAVES; revision++) {
  const at = (revision * 37) % job.rooms.length;
  job = { ...job, rooms: job.rooms.map((room, i) => (i === at ? { ...room, heatLoad: 10_000 + revision } : room)) };
  const from = performance.now();
  await saveJob(id, revision, job, `Heat load of a room ${revision}`);
  times.push(performance.now() - from);
}
const after = await onDisk();
// Without the dead rows that wait to be written over.
await cluster.must('vacuum full jobs; vacuum full revisions', 'vacuum', 'warm_manifold');
const live = await onDisk();
const from = performance.now();
await readRevision(id, 1);
const oldest = performance.now() - from;
const { revision } = await readStoredJob(id);
console.log(
  `${SAVES} saves of a job of ${(size / 1e6).toFixed(2)} MB in ${((Date.now() - started) / 1000).toFixed(0)} s: ${(before / 1e6).toFixed(1)} MB before, ${(after / 1e6).toFixed(1)} after, ${(live / 1e6).toFixed(1)} of them in use; a save ${(times.sort((a, b) => a - b)[SAVES >> 1] ?? 0).toFixed(0)} ms; the oldest of ${revision} read in ${oldest.toFixed(0)} ms`,
);
await database.destroy();
cluster.stop();
rmSync(folder, { recursive: true, force: true });
