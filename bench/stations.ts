import { designJob, designWithPlant } from '../core/job/design-job.ts';
import { season } from '../core/job/season.ts';
import { ended } from '../core/run/ended.ts';
import { daySettings } from '../core/run/settings.ts';
import { simulate } from '../core/run/simulate.ts';
import { PLANTS } from '../demo/plants.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { medianOf } from './median.ts';

/** A day in steps of a minute, without the design. */
function dayOf(job: Job): () => void {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return () => void simulate(job, design, plant, daySettings(job, { mean: 0, swing: 4 }));
}

console.log('Plants of several stations: design and a day, medians in one run');
for (const [name, job] of Object.entries({ demo: thistleMill, ...PLANTS })) {
  const design = medianOf(() => void designJob(job), 30, 10);
  const day = medianOf(dayOf(job), 5, 2);
  console.log(`  ${name}: design ${design.toFixed(1)} ms, day ${day.toFixed(0)} ms`);
}
for (const name of ['wood, tank and ring main', 'glycol, plates and tank', 'coil in a tank']) {
  const started = performance.now();
  const run = ended(season(PLANTS[name] as Job));
  console.log(`  ${name}: a season ${((performance.now() - started) / 1000).toFixed(1)} s, ${run?.cycles ?? 0} starts`);
}
