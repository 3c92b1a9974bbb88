import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { designWithPlant } from '../job/design-job.ts';

const solve = (...edits: [string, unknown][]) => {
  const job: Job = applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
  const { design, plant } = designWithPlant(job);
  const state = design.solved?.state;
  if (!plant || !state) throw new Error('no plant');
  expect(state.reason).toBeNull();
  const circuit = (id: string) => {
    const sized = design.circuits.find((each) => each.id === id)?.sized;
    const solved = state.circuits.find((each) => each.id === id);
    if (!sized || !solved) throw new Error(`no ${id}`);
    return { sized, solved };
  };
  return { circuit, state, plant };
};

describe('valves that hold their flow', () => {
  it('give every loop its design flow without being set, also when the others shut', () => {
    const shares = (valves: string) => {
      const { circuit, plant } = solve(['circuits/c1/loopValves', valves], ['circuits/c1/pump', 'b10']);
      const { sized } = circuit('c1');
      const of = (state: { circuits: { id: string; loops: { flow: number }[] }[] }) =>
        (state.circuits.find((each) => each.id === 'c1')?.loops ?? [])
          .map((loop, i) => loop.flow / (sized.loops[i]?.volumeFlow ?? 0))
          .filter((share) => share > 0);
      return { all: of(plant.runAll()), alone: of(plant.run(['rooms/r2'])) };
    };
    const held = shares('flow-holding');
    for (const share of [...held.all, ...held.alone]) {
      expect(share).toBeGreaterThan(0.95);
      expect(share).toBeLessThan(1.12);
    }
    expect(held.alone).toHaveLength(2);
    for (const share of shares('set').alone) expect(share).toBeGreaterThan(1.2);
  });
});

describe('thermostatic valves', () => {
  const valves: [string, unknown] = ['circuits/c2/loopValves', 'thermostatic'];

  it('keep each room near its temperature however hot the water, and cannot warm one that is short', () => {
    const hot = solve(valves, ['source/flowTemperature', 70]).circuit('c2').solved;
    const mild = solve(valves).circuit('c2').solved;
    for (const loop of hot.loops) {
      const room = thistleMill.rooms.find((each) => loop.place.startsWith(`rooms/${each.id}/`));
      const off = (loop.air as number) - (room?.roomTemperature ?? 0);
      // The shower's floor gives its part whatever its towel rail does.
      if (room?.id !== 'r5') expect(Math.abs(off)).toBeLessThan(1);
    }
    expect(hot.flow).toBeLessThan(0.95 * mild.flow);
    const bath = mild.loops.find((loop) => loop.place.startsWith('rooms/r9/'));
    expect(bath?.air).toBeLessThan(22);
  });

  it('let nothing else shut them: the circuit has one call', () => {
    const { state, plant } = solve(valves, ['circuits/c2/zones', 'rooms']);
    expect(plant.assembly.zones.filter((zone) => zone.circuitId === 'c2')).toHaveLength(1);
    // Idle, its rooms are not told a temperature; calling again, they are as before.
    const idle = plant.run(plant.assembly.zones.filter((zone) => zone.circuitId !== 'c2').map((zone) => zone.id));
    expect(idle.reason).toBeNull();
    expect(idle.circuits[1]?.loops.every((loop) => loop.air === null)).toBe(true);
    const again = plant.runAll();
    expect(again.circuits[1]?.heat).toBeCloseTo(state.circuits[1]?.heat as number, 0);
  });
});
