import { designJob, designWithPlant } from '../core/job/design-job.ts';
import { summerDay, summerSeason, waysToCool } from '../core/job/summer.ts';
import { ended } from '../core/run/ended.ts';
import { summerMill } from '../demo/summer-mill.ts';
import { twelveZones } from '../demo/twelve-zones.ts';
import type { Job } from '../model/job.ts';
import { newRated, USUAL_COOLING } from '../model/new-emitter.ts';
import { USUAL_COLD, USUAL_SOURCE_COOLING } from '../model/new-job.ts';
import { medianOf } from './median.ts';

/** Twelve zones of fan units on a heat pump that is turned round. */
function twelveCold(): Job {
  const base = twelveZones();
  return {
    ...base,
    mode: 'heating-and-cooling',
    source: { ...base.source, kind: 'heat-pump', cooling: { ...USUAL_SOURCE_COOLING, flowTemperature: 7 } },
    circuits: base.circuits.map((circuit) => ({
      ...circuit,
      cooling: { ...USUAL_COLD, flowTemperature: 8, temperatureDifference: 5, drain: 'trap', sealed: true },
    })),
    rooms: base.rooms.map((room) => ({
      ...room,
      coolingLoad: 700,
      latentLoad: 120,
      emitters: [newRated('e1', 'fan-unit', { cooling: USUAL_COOLING })],
    })),
  };
}

// Nothing is kept from one design to the next: each is of a job of its own.
const fresh = (job: Job): Job => ({ ...job, name: `${job.name} ${Math.random()}` });
const both = medianOf(() => void designJob(fresh(summerMill)), 15, 5);
const winter = medianOf(() => void designJob(fresh({ ...summerMill, mode: 'heating' })), 15, 5);
console.log('Both modes beside one');
console.log(
  `  the demo in both modes: ${both.toFixed(0)} ms, heating alone ${winter.toFixed(0)} ms: ${(both / winter).toFixed(2)} times`,
);

console.log('The hottest day in steps of three minutes');
for (const [name, job] of [
  ['the demo in both modes', summerMill],
  ['twelve zones', twelveCold()],
] as const) {
  const designed = designWithPlant(job);
  const alone = medianOf(() => void summerDay(job, designed), 9, 3);
  const whole = medianOf(() => void summerDay(job), 5, 2);
  console.log(`  ${name}: ${alone.toFixed(0)} ms, with its design ${whole.toFixed(0)} ms`);
}

console.log('A summer of 153 days in steps of five minutes');
for (const [name, job] of [
  ['the demo in both modes', summerMill],
  ['twelve zones', twelveCold()],
] as const) {
  const started = performance.now();
  const result = ended(summerSeason(job));
  console.log(
    `  ${name}: ${((performance.now() - started) / 1000).toFixed(1)} s${result ? `, ${result.solved} sets of calls solved, balances off by ${result.imbalance.toExponential(1)} (heat) and ${result.waterImbalance.toExponential(1)} (water)` : ''}`,
  );
}
const begun = performance.now();
const ways = waysToCool(summerMill);
for (const way of ways) ended(summerSeason(way.job));
console.log(`  ${ways.length} ways to cool the demo, one after the other: ${((performance.now() - begun) / 1000).toFixed(1)} s`);
