// One share of the combinations of the twelve-zone house, timed by the thread that started this one.
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { designWithPlant } = await import('../core/job/design-job.ts');
const { combinations } = await import('../core/design/combinations.ts');
const { twelveZones } = await import('../demo/twelve-zones.ts');
parentPort.once('message', () => {
  const { plant } = designWithPlant(twelveZones());
  let failed = 0;
  for (const each of combinations(plant, workerData.from, workerData.to)) if (!each.converged) failed++;
  parentPort.postMessage(failed);
});
parentPort.postMessage('ready');
