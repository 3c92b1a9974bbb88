import { Worker } from 'node:worker_threads';
import { combinationCount } from '../core/design/combinations.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { twelveZones } from '../demo/twelve-zones.ts';
import { medianOf } from './median.ts';

const CORES = 2;

/** All combinations of the twelve-zone house, shared between workers as the browser shares them. */
async function combinationsOnCores(): Promise<{ seconds: number; failed: number }> {
  const total = combinationCount(12);
  const share = total / CORES;
  const workers = Array.from({ length: CORES }, (_, i) => {
    const worker = new Worker(new URL('./combinations-worker.mjs', import.meta.url), {
      workerData: { from: i * share, to: (i + 1) * share },
    });
    const ready = new Promise((done) => worker.once('message', done));
    return { worker, ready };
  });
  await Promise.all(workers.map(({ ready }) => ready));
  const start = performance.now();
  const results = await Promise.all(
    workers.map(
      ({ worker }) =>
        new Promise<number>((done, fail) => {
          worker.once('error', fail);
          worker.once('message', (failed: number) => done(failed));
          worker.postMessage('go');
        }),
    ),
  );
  const seconds = (performance.now() - start) / 1000;
  await Promise.all(workers.map(({ worker }) => worker.terminate()));
  return { seconds, failed: results.reduce((sum, each) => sum + each, 0) };
}

async function main(): Promise<void> {
  const { plant } = designWithPlant(thistleMill);
  if (!plant) throw new Error('the demo has no plant');
  console.log('the plant as a network, medians in one run');
  console.log(
    `  demo job, flow and temperature from nothing: ${medianOf(() => void plant.runAll(), 300).toFixed(2)} ms (${plant.twin.network.links.length} links)`,
  );
  const zones = twelveZones();
  const { seconds, failed } = await combinationsOnCores();
  console.log(
    `  ${zones.name.toLowerCase()}: ${combinationCount(12)} combinations on ${CORES} workers in ${seconds.toFixed(2)} s, first run of each worker; ${failed} not solved`,
  );
}

await main();
