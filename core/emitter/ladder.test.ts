import { describe, expect, it } from 'vitest';
import { thistleMill, thistleMillByLoads } from '../../demo/thistle-mill.ts';
import type { Emitter } from '../../model/emitter.ts';
import type { Job } from '../../model/job.ts';
import { newFixed, newFloor, newPanel, newRated } from '../../model/new-emitter.ts';
import { newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { emitterLaw, mostOutput, shareLoad } from './emitter.ts';
import { planForTarget, rankedImprovements } from './improve.ts';
import { ladder, type Rung, rungOutput } from './ladder.ts';

/** A house of one circuit of radiators, 50 °C and 10 K. */
function house(rooms: readonly { load: number; emitters: Emitter[] }[]): Job {
  const base = newJob('House');
  return {
    ...base,
    circuits: [newCircuit('c1', base, { flowTemperature: 50, temperatureDifference: 10 })],
    rooms: rooms.map(({ load, emitters }, i) =>
      newRoom(`r${i + 1}`, { name: `Room ${i + 1}`, heatLoad: load, circuit: 'c1', emitters }),
    ),
  };
}
const only = (job: Job): Rung => ladder(job)[0] as Rung;

describe('the ladder of flow temperatures', () => {
  // Source: EN 442 by hand: 1000 W at 75/65/20 and n = 1.3 have to give 500 W: L = 49.83 * 0.5 ^ (1 / 1.3) = 29.24 K;
  // x = 10 / (1 - e ^ (-10 / 29.24)) = 34.52 K over 20 °C.
  it('finds 54.5 °C for a radiator at half its rating and 10 K', () => {
    const rung = only(house([{ load: 500, emitters: [newRated('e1', 'radiator', { ratedOutput: 1000 })] }]));
    expect(rung.needed).toBeCloseTo(54.52, 1);
    expect(rungOutput(rung, rung.needed)).toBeCloseTo(500, 3);
  });

  it('lets emitters share a room by what they give, so that both need the same water', () => {
    const two = [newRated('e1', 'radiator', { ratedOutput: 600 }), newRated('e2', 'radiator', { ratedOutput: 400 })];
    const one = [newRated('e1', 'radiator', { ratedOutput: 1000 })];
    expect(only(house([{ load: 700, emitters: two }])).needed).toBeCloseTo(only(house([{ load: 700, emitters: one }])).needed, 6);
    const fed = two.map((emitter) => ({ emitter, law: emitterLaw(emitter), flow: 50, drop: 10 }));
    expect(shareLoad(700, fed, 20).map(Math.round)).toEqual([420, 280]);
    // Too cold to give anything they still share by size.
    expect(
      shareLoad(
        700,
        fed.map((each) => ({ ...each, flow: 15 })),
        20,
      ).map(Math.round),
    ).toEqual([420, 280]);
  });

  it('keeps a share that was fixed, and a load that is', () => {
    const emitters = [newRated('e1', 'radiator', { share: 0.25 }), newRated('e2', 'radiator'), newFixed('e3', { output: 100 })];
    const fed = emitters.map((emitter) => ({ emitter, law: emitterLaw(emitter), flow: 50, drop: 10 }));
    expect(shareLoad(1000, fed, 20)).toEqual([250, 650, 100]);
    expect(only(house([{ load: 1000, emitters: [newFixed('e1', { leastFlow: 62 })] }])).needed).toBe(62);
  });

  it('has a rung for each circuit that feeds a room', () => {
    const rungs = ladder(thistleMill);
    const shower = rungs.filter((rung) => rung.roomId === 'r5');
    expect(shower.map((rung) => rung.circuitId).sort()).toEqual(['c1', 'c2']);
    expect(shower.reduce((sum, rung) => sum + rung.load, 0)).toBeCloseTo(480, 6);
    expect(rungs.map((rung) => rung.needed)).toEqual(rungs.map((rung) => rung.needed).sort((a, b) => b - a));
    expect(ladder(thistleMillByLoads)).toEqual([]);
  });

  it('says when no water is hot enough', () => {
    expect(only(house([{ load: 5000, emitters: [newRated('e1', 'radiator', { ratedOutput: 10 })] }])).needed).toBe(
      Number.POSITIVE_INFINITY,
    );
  });

  // Source: EN 1264-2: 29 °C over 20 °C is 100 W/m2.
  it('ends a floor at its surface', () => {
    expect(mostOutput(newFloor('e1', 12), 20)).toBeCloseTo(1200, -1);
    expect(mostOutput(newFloor('e1', 12, { use: 'gentle' }), 20)).toBeLessThan(1000);
    const edged = newFloor('e1', 12, { edgeArea: 4 });
    expect(mostOutput(edged, 20)).toBeGreaterThan(1200);
    expect(mostOutput(edged, 20)).toBeLessThan(8 * 100 + 4 * 176);
    expect(mostOutput(newPanel('e1'), 20)).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('improvements', () => {
  const job = house([
    { load: 900, emitters: [newPanel('e1', { type: '1-1', length: 1 })] },
    { load: 700, emitters: [newPanel('e1', { type: '2-1', length: 1 })] },
    { load: 600, emitters: [newFloor('e1', 12, { spacing: 0.3, covering: 0.05 })] },
  ]);

  it('begin with the room that sets the circuit, and each lowers it', () => {
    const ranked = rankedImprovements(job, 'c1');
    expect(ranked[0]?.label).toMatch(/^Room 1: 2 panels/);
    for (const each of ranked) expect(each.circuitAfter).toBeLessThan(each.circuitBefore);
    ranked.slice(1).forEach((each, i) => {
      expect(each.circuitBefore).toBeCloseTo(ranked[i]?.circuitAfter as number, 9);
    });
    // Done in that order, they do what they say.
    const done = applyEdits(
      job,
      ranked.flatMap((each) => each.edits),
    );
    expect(only(done).needed).toBeCloseTo(ranked.at(-1)?.circuitAfter as number, 9);
  });

  it('find the least that reaches a target', () => {
    const plan = planForTarget(job, 'c1', 50);
    const done = applyEdits(
      job,
      plan.changes.flatMap((each) => each.edits),
    );
    expect(plan.tooHot).toEqual([]);
    expect(only(done).needed).toBeLessThanOrEqual(50);
    expect(only(done).needed).toBeCloseTo(plan.reached, 9);
    // None of the changes could be left out.
    for (const left of plan.changes) {
      const others = plan.changes.filter((each) => each !== left);
      expect(
        only(
          applyEdits(
            job,
            others.flatMap((each) => each.edits),
          ),
        ).needed,
      ).toBeGreaterThan(50);
    }
  });

  it('name the rooms that cannot get there', () => {
    const plan = planForTarget(job, 'c1', 30);
    expect(plan.tooHot.map((each) => each.name)).toContain('Room 1');
    expect(plan.reached).toBeGreaterThan(30);
  });
});
