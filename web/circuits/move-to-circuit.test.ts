import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newFloor, newPanel } from '../../model/new-emitter.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { moveToCircuit } from './move-to-circuit.ts';

const job = applyEdits(thistleMill, [{ at: 'rooms/r9/emitters', value: [newPanel('e1'), newFloor('e2', 6, { circuit: 'c1' })] }]);
const bath = (from: typeof job) => from.rooms.find((room) => room.id === 'r9');

describe('a room or an emitter put on another circuit', () => {
  it('takes along what follows the room, and leaves what has a circuit of its own', () => {
    const moved = moveToCircuit(job, { roomId: 'r9', emitterId: null }, 'c3');
    expect(bath(moved)?.circuit).toBe('c3');
    expect(bath(moved)?.emitters.map((each) => each.circuit)).toEqual([null, 'c1']);
    const home = moveToCircuit(job, { roomId: 'r9', emitterId: null }, 'c1');
    expect(bath(home)?.emitters.map((each) => each.circuit)).toEqual([null, null]);
  });

  it('moves one emitter alone, and back to its room', () => {
    const moved = moveToCircuit(job, { roomId: 'r9', emitterId: 'e1' }, 'c3');
    expect(bath(moved)?.emitters.map((each) => each.circuit)).toEqual(['c3', 'c1']);
    expect(bath(moveToCircuit(moved, { roomId: 'r9', emitterId: 'e1' }, 'c2'))?.emitters[0]?.circuit).toBeNull();
  });

  it('leaves the pipe tree of a circuit that no longer feeds the room, and the job whole', () => {
    const inTree = (from: typeof job) => from.circuits[1]?.sections.some((section) => section.rooms.includes('r6'));
    expect(inTree(thistleMill)).toBe(true);
    const moved = moveToCircuit(thistleMill, { roomId: 'r6', emitterId: null }, 'c3');
    expect(inTree(moved)).toBe(false);
    expect(readJob(JSON.parse(JSON.stringify(moved))).ok).toBe(true);
    expect(moveToCircuit(job, { roomId: 'none', emitterId: null }, 'c3').rooms).toEqual(job.rooms);
  });
});
