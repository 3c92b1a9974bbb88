import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Emitter } from '../../model/emitter.ts';
import type { Job } from '../../model/job.ts';
import { newFloor, newPanel, newRated } from '../../model/new-emitter.ts';
import { newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { improvementsOf, planForTarget, rankedImprovements } from './improve.ts';
import { ladder, rungOutput } from './ladder.ts';

const emitter = fc.oneof(
  fc
    .record({ type: fc.constantFrom('1-0', '1-1', '2-1', '2-2', '3-3'), length: fc.double({ min: 0.4, max: 2, noNaN: true }) })
    .map((fields) => newPanel('e', fields as Partial<ReturnType<typeof newPanel>>)),
  fc
    .record({ spacing: fc.constantFrom(0.1, 0.15, 0.2, 0.3), covering: fc.double({ min: 0, max: 0.15, noNaN: true }) })
    .map((fields) => newFloor('e', 12, fields)),
  fc.constant(newRated('e', 'baseboard', { length: 2 })),
  fc.constant(newRated('e', 'radiator')),
);
const house = fc
  .array(
    fc.record({
      load: fc.double({ min: 300, max: 1500, noNaN: true }),
      emitters: fc.array(emitter, { minLength: 1, maxLength: 3 }),
    }),
    {
      minLength: 1,
      maxLength: 6,
    },
  )
  .map((rooms): Job => {
    const base = newJob('House');
    return {
      ...base,
      circuits: [newCircuit('c1', base, { flowTemperature: 45, temperatureDifference: 7 })],
      rooms: rooms.map(({ load, emitters }, i) =>
        newRoom(`r${i}`, {
          heatLoad: load,
          circuit: 'c1',
          emitters: emitters.map((each, e): Emitter => ({ ...each, id: `e${e}` })),
        }),
      ),
    };
  });
const needed = (job: Job) => ladder(job)[0]?.needed ?? 0;

describe('what lowers a circuit', () => {
  it('helps each room it is done in, leaves a sound job, and no room worse', () => {
    fc.assert(
      fc.property(house, (job) => {
        for (const rung of ladder(job)) {
          for (const option of improvementsOf(job, rung)) {
            const after = applyEdits(job, option.edits);
            expect(readJob(after).ok).toBe(true);
            const changed = ladder(after);
            expect(changed.find((each) => each.roomId === rung.roomId)?.needed).toBeCloseTo(option.after, 6);
            for (const other of changed) {
              const before = ladder(job).find((each) => each.roomId === other.roomId)?.needed ?? 0;
              expect(other.needed).toBeLessThanOrEqual(before + 1e-6);
            }
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('falls step by step, and ends where nothing helps the hottest room', () => {
    fc.assert(
      fc.property(house, (job) => {
        const ranked = rankedImprovements(job, 'c1', 30);
        let before = needed(job);
        for (const step of ranked) {
          expect(step.circuitBefore).toBeCloseTo(before, 6);
          expect(step.circuitAfter).toBeLessThanOrEqual(before + 1e-6);
          before = step.circuitAfter;
        }
        if (ranked.length < 30) {
          const done = applyEdits(
            job,
            ranked.flatMap((step) => step.edits),
          );
          const [worst] = ladder(done);
          expect(worst ? improvementsOf(done, worst) : []).toEqual([]);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('reaches a target or names who does not', () => {
    fc.assert(
      fc.property(house, fc.double({ min: 32, max: 60, noNaN: true }), (job, target) => {
        const plan = planForTarget(job, 'c1', target);
        const done = applyEdits(
          job,
          plan.changes.flatMap((change) => change.edits),
        );
        expect(needed(done)).toBeCloseTo(plan.reached, 6);
        expect(plan.tooHot.length === 0).toBe(plan.reached <= target);
        // Nothing is done where nothing is needed.
        for (const change of plan.changes) expect(change.before).toBeGreaterThan(target);
        // What it says it would take does it: with that much less load the room is within reach.
        for (const { roomId, lessLoad } of plan.tooHot) {
          expect(lessLoad).toBeGreaterThan(0);
          const shares = ladder(done).find((rung) => rung.roomId === roomId);
          if (!shares || done.rooms.find(({ id }) => id === roomId)?.emitters.some(({ kind }) => kind === 'fixed')) continue;
          expect(rungOutput(shares, target)).toBeCloseTo(shares.load - lessLoad, 4);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('tries the same place first, then longer, one more, a fan; and another circuit where nothing is enough', () => {
    const base = newJob('House');
    const job: Job = {
      ...base,
      circuits: [
        newCircuit('c1', base, { flowTemperature: 50, temperatureDifference: 7 }),
        newCircuit('c2', base, { name: 'Hot', flowTemperature: 75, temperatureDifference: 10 }),
      ],
      rooms: [
        newRoom('r1', { name: 'Bath', heatLoad: 900, circuit: 'c1', emitters: [newPanel('e1', { type: '1-1', length: 0.6 })] }),
      ],
    };
    const effort = (target: number) => planForTarget(job, 'c1', target).changes.map((each) => each.effort);
    // 900 W at the rating 75/65/20 of 1700 W/m (catalogue of this program): from 60 mm on the same face, then ever more.
    expect(effort(65)).toEqual(['same-place']);
    expect(effort(48)).toEqual(['longer']);
    expect(effort(38)).toEqual(['fan']);
    const out = planForTarget(job, 'c1', 21);
    expect(out.tooHot[0]).toMatchObject({ name: 'Bath', elsewhere: [{ label: 'Bath on Hot at 75\u00a0°C' }] });
    const moved = applyEdits(job, out.tooHot[0]?.elsewhere[0]?.edits ?? []);
    expect(ladder(moved).every((rung) => rung.circuitId === 'c2')).toBe(true);
  });
});
