import { describe, expect, it } from 'vitest';
import { thistleMill, thistleMillByLoads } from '../../demo/thistle-mill.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { downwardLoss } from '../emitter/floor.ts';
import { ladder, rungOutput } from '../emitter/ladder.ts';
import { designJob, designWithPlant } from '../job/design-job.ts';

describe('a plant with its emitters entered', () => {
  const design = designJob(thistleMill);
  const state = design.solved?.state;
  const loopsOf = (id: string) => design.circuits.find((circuit) => circuit.id === id)?.sized?.loops ?? [];

  it('carries what its floors lose downwards as well', () => {
    const down = thistleMill.rooms.reduce((sum, room) => {
      const [floor] = room.emitters;
      if (floor?.kind !== 'floor') return sum;
      const load = ladder(thistleMill).find((rung) => rung.roomId === room.id && rung.circuitId === 'c1')?.load ?? 0;
      return sum + downwardLoss(floor, load / floor.area, room.roomTemperature) * floor.area;
    }, 0);
    expect(down).toBeGreaterThan(300);
    expect(design.load.value).toBeCloseTo(14_800 + down, 3);
  });

  it('feeds a room from two circuits', () => {
    expect(loopsOf('c1').some((loop) => loop.roomId === 'r5')).toBe(true);
    expect(loopsOf('c2').some((loop) => loop.roomId === 'r5' && loop.emitterId === 'e2')).toBe(true);
    const zones = design.solved?.zones ?? [];
    expect(new Set(zones.map((zone) => zone.id)).size).toBe(zones.length);
  });

  it('gives each room what its emitters can at the water that comes, not what was wished', () => {
    expect(state?.converged).toBe(true);
    const heatOf = (circuit: string, room: string) =>
      loopsOf(circuit)
        .filter((loop) => loop.roomId === room)
        .reduce((sum, loop) => {
          const solved = state?.circuits.flatMap((each) => each.loops).find((each) => each.place === loop.place);
          return sum + (solved?.heat ?? 0) * loop.useful;
        }, 0);
    // The study is short, the boot room has far more than it needs.
    expect(heatOf('c1', 'r3')).toBeLessThan(0.93 * 690);
    expect(heatOf('c1', 'r4')).toBeGreaterThan(1.2 * 410);
    // At its own flow and supply each emitter gives what its law says.
    const rung = ladder(thistleMill).find((each) => each.roomId === 'r12');
    const loft = state?.circuits.find((circuit) => circuit.id === 'c3');
    if (!rung || !loft) throw new Error('no loft');
    expect(heatOf('c3', 'r12') / rungOutput(rung, loft.supply)).toBeCloseTo(1, 1);
  });

  it('splits floors into loops of their own pipe and length', () => {
    const hall = loopsOf('c1').filter((loop) => loop.roomId === 'r1');
    expect(hall.length).toBeGreaterThan(2);
    // 32 m2 at 150 and 6 m2 at 100 mm, with tails of 3 m each way.
    expect(hall.reduce((sum, loop) => sum + loop.length, 0)).toBeCloseTo(32 / 0.15 + 60 + hall.length * 6, 6);
    expect(hall[0]?.bore).toBeCloseTo(0.012, 9);
    expect(hall[0]?.lengthKnown).toBe(true);
    expect(design.figures['circuits/c1/waterContent']?.value).toBeCloseTo(
      loopsOf('c1').reduce((sum, loop) => sum + loop.length * (Math.PI / 4) * loop.bore ** 2, 0),
      6,
    );
  });

  it('takes the index loop for the worst run once every loop is known', () => {
    const index = loopsOf('c1').find((loop) => loop.index);
    const sized = design.circuits[0]?.sized;
    const beyond = design.figures['circuits/c1/longerLoop']?.value ?? 0;
    expect((sized?.worstRun.loss.value ?? 0) + (sized?.terminalLoss.value ?? 0) + beyond).toBeCloseTo(index?.ownLoss ?? 0, 6);
  });

  it('is the same plant as by loads where nothing is entered', () => {
    const none: JobEdit[] = thistleMill.rooms.map((room) => ({ at: `rooms/${room.id}/emitters`, value: [] }));
    none.push({ at: 'circuits/c2/sections', value: [] });
    for (const room of thistleMill.rooms) none.push({ at: `rooms/${room.id}/branchLength`, value: null });
    expect(designJob(applyEdits(thistleMill, none)).solved?.state).toEqual(designJob(thistleMillByLoads).solved?.state);
  });

  it('stands still for no emitter: a law without size, a share of nothing, a floor without a pipe of that name', () => {
    const { design: odd } = designWithPlant(
      applyEdits(thistleMill, [
        { at: 'rooms/r9/emitters/e1/share', value: 0 },
        { at: 'rooms/r13/emitters/e1/ratedFlow', value: 20 },
        { at: 'rooms/r2/emitters/e1/pipe/size', value: 'nothing' },
      ]),
    );
    expect(odd.solved?.state.converged).toBe(true);
  });
});
