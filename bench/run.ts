import { compareDistribution } from '../core/job/compare-distribution.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { season } from '../core/job/season.ts';
import { runSide, waysOf } from '../core/job/side-by-side.ts';
import { ended } from '../core/run/ended.ts';
import { daySettings } from '../core/run/settings.ts';
import { simulate } from '../core/run/simulate.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { twelveZones } from '../demo/twelve-zones.ts';
import type { Job } from '../model/job.ts';
import { medianOf } from './median.ts';

/** A day in steps of a minute, the plant and what is known of it made anew each time. */
function day(job: Job): { solved: number; known: number } {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return simulate(job, design, plant, daySettings(job, { mean: 0, swing: 4 }));
}

const share = ({ solved, known }: { solved: number; known: number }) => `${((100 * known) / (known + solved)).toFixed(1)} %`;

console.log('A day at one-minute steps, design and plant included');
for (const zones of [2, 4, 6, 8, 10, 12]) {
  const whole = twelveZones();
  const job = { ...whole, rooms: whole.rooms.slice(0, zones) };
  let last = { solved: 0, known: 0 };
  const ms = medianOf(
    () => {
      last = day(job);
    },
    5,
    2,
  );
  console.log(
    `  ${zones} zones: ${ms.toFixed(0)} ms, ${last.solved} states solved, ${share(last)} of the steps took one of them`,
  );
}
console.log(`  the demo: ${medianOf(() => void day(thistleMill), 5, 2).toFixed(0)} ms`);

console.log('A season at two-minute steps');
for (const [name, job] of [
  ['the demo', thistleMill],
  ['twelve zones', twelveZones()],
] as const) {
  const started = performance.now();
  const result = ended(season(job));
  console.log(
    `  ${name}: ${((performance.now() - started) / 1000).toFixed(1)} s${result ? `, ${result.solved} states solved, ${share(result)} taken again, flows off by ${(100 * result.flowError).toFixed(2)} % at most in ${result.looked} looks` : ''}`,
  );
}
const begun = performance.now();
for (const way of waysOf(thistleMill).slice(0, 4)) {
  const started = performance.now();
  const { run } = ended(runSide(way));
  console.log(
    `  ${way.title}: ${((performance.now() - started) / 1000).toFixed(1)} s${run ? `, ${run.zones.length} zones, ${run.solved} states solved` : ''}`,
  );
}
console.log(
  `The demo and three other ways through a season, one after the other on one core: ${((performance.now() - begun) / 1000).toFixed(1)} s`,
);
console.log(
  `Pump per circuit beside one pump with valves, both designed: ${medianOf(() => void compareDistribution(thistleMill), 9, 3).toFixed(0)} ms`,
);
