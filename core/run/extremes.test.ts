import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeIn } from '../../demo/place-in.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { FIELDS } from '../../model/fields.ts';
import { type Job, SEPARATION_KINDS } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import type { RunResult } from './run.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';

const JOBS: readonly Job[] = [thistleMill, ...Object.values(SYSTEMS)];
const PLACES = Object.keys(FIELDS) as (keyof typeof FIELDS)[];

const dayOf = (job: Job, mean: number, swing: number): RunResult | null => {
  const { design, plant } = designWithPlant(job);
  return plant && simulate(job, design, plant, daySettings(job, { mean, swing }, { step: 300, keepEvery: 12 }));
};

const allNumbers = ({ moments }: RunResult): boolean =>
  moments.every(({ rooms, supply, back, output, flow, drawn, store, coilBack, layers, circuits }) =>
    [
      ...rooms,
      supply,
      back,
      output,
      flow,
      drawn,
      store ?? 0,
      coilBack ?? 0,
      ...layers,
      ...circuits.flatMap((circuit) => [circuit.supply, circuit.back, circuit.heat]),
    ].every(Number.isFinite),
  );

describe('whatever the fields of a job say', () => {
  it('a day ends in numbers and balance, or says when and why it broke off', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...JOBS),
        fc.array(fc.tuple(fc.constantFrom(...PLACES), fc.double({ min: 0, max: 1, noNaN: true })), {
          minLength: 1,
          maxLength: 4,
        }),
        fc.constantFrom(null, ...SEPARATION_KINDS),
        fc.integer({ min: -30, max: 32 }),
        fc.integer({ min: 0, max: 12 }),
        (start, edits, kind, mean, swing) => {
          let job = start;
          for (const [pattern, share] of edits) {
            const place = placeIn(job, pattern);
            const { min, max } = FIELDS[pattern];
            if (place) job = applyEdits(job, [{ at: place, value: min + (max - min) * share ** 3 }]);
          }
          if (kind) job = { ...job, separation: { ...job.separation, kind } };
          const read = readJob(JSON.parse(JSON.stringify(job)));
          if (!read.ok) return;
          const run = dayOf(read.job, mean, swing);
          if (!run) return;
          if (run.broke !== null) {
            expect(run.broke).toMatch(/^At \d\d:\d\d/);
            return;
          }
          expect(allNumbers(run)).toBe(true);
          expect(run.imbalance).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 60, seed: 20_261_128 },
    );
    // Sixty whole days of extreme jobs take their time on a busy machine.
  }, 400_000);

  it('a warm day leaves water that nobody cools as it was', () => {
    // Thermostats that ask for heat while the rooms are as warm as the water: everything goes round and gives nothing.
    for (const mean of [18, 22, 25, 30]) {
      const run = dayOf(thistleMill, mean, 6);
      expect(run && allNumbers(run), `${mean} °C`).toBe(true);
      expect(run?.imbalance).toBeLessThan(1e-9);
    }
  });
});
