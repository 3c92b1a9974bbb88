import { describe, expect, it } from 'vitest';
import { thistleMill, thistleMillByLoads } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newFloor, newPanel } from '../../model/new-emitter.ts';
import { newJob, newRoom, newSection } from '../../model/new-job.ts';
import { readJob } from '../../model/read-job.ts';
import { designJob } from './design-job.ts';
import { ARRANGEMENTS, draftPlants } from './draft-plant.ts';

/** Rooms and a source, and nothing decided beyond them. */
function onlyRooms(kind: Job['source']['kind']): Job {
  const base = newJob('Rooms only');
  const rooms = Array.from({ length: 12 }, (_, i) =>
    newRoom(`r${i}`, {
      name: `Room ${i}`,
      area: 16,
      heatLoad: 700 + 20 * i,
      emitters: i < 6 ? [newFloor('e1', 15)] : [newPanel('e1', { type: '3-3', length: 1.8 })],
    }),
  );
  return { ...base, rooms, source: { ...base.source, kind } };
}

describe.each([
  ['rooms and a boiler', onlyRooms('condensing-boiler')],
  ['rooms and a heat pump', onlyRooms('heat-pump')],
  [
    'rooms without emitters',
    { ...onlyRooms('boiler'), rooms: onlyRooms('boiler').rooms.map((room) => ({ ...room, emitters: [] })) },
  ],
  ['a job that is there', thistleMill],
  ['one by loads alone', thistleMillByLoads],
] as [string, Job][])('drafts from %s', (_, job) => {
  const drafts = draftPlants(job);

  it('are one for each arrangement, valid as they are, and run', () => {
    expect(drafts.map((each) => each.arrangement)).toEqual([...ARRANGEMENTS]);
    for (const draft of drafts) {
      expect(readJob(JSON.parse(JSON.stringify(draft.job))).ok, draft.title).toBe(true);
      const { solved, circuits, source } = designJob(draft.job);
      expect(solved?.state.converged, draft.title).toBe(true);
      expect(
        circuits.every((circuit) => circuit.sized?.pump?.duty ?? circuit.sized?.zoneValve),
        draft.title,
      ).toBe(true);
      expect(source?.massFlow.value).toBeGreaterThan(0);
    }
  });

  it('heat every room: what the circuits carry is the load', () => {
    const loads = job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0);
    for (const draft of drafts) expect(designJob(draft.job).load.value).toBeGreaterThanOrEqual(loads * 0.999);
  });

  it('dilute nothing behind a separator', () => {
    for (const draft of drafts.slice(1)) {
      const { source, stations } = designJob(draft.job);
      const plates = draft.job.separation.kind === 'plate-exchanger' ? draft.job.separation.approach : 0;
      expect(source?.supplyTemperature.value, draft.title).toBeCloseTo(draft.job.source.flowTemperature - plates, 1);
      for (const { supply } of stations) expect(supply.value, draft.title).toBeCloseTo(source?.supplyTemperature.value ?? 0, 1);
    }
  });
});

describe('the arrangements', () => {
  const [open, header, tees, ring, buffer] = draftPlants(thistleMill).map((each) => each.job);

  it('differ as their schools do', () => {
    expect(open?.circuits).toHaveLength(1);
    expect(open?.separation.kind).toBe('none');
    expect(open?.circuits[0]).toMatchObject({ connection: 'direct', zones: 'circuit' });
    expect(header?.circuits.map((each) => each.connection)).toEqual(['mixed', 'direct', 'mixed', 'direct']);
    expect(tees?.circuits.every((each) => each.zones === 'circuit')).toBe(true);
    expect(buffer?.circuits.every((each) => each.zones === 'rooms')).toBe(true);
    // The hottest need first, each on a pair of tees of its own.
    const needs = [null, ...(ring?.separation.pairs ?? []).map(({ id }) => `st1/${id}`)].map(
      (id) => ring?.circuits.filter(({ at }) => at === id).map(({ flowTemperature }) => flowTemperature) ?? [],
    );
    expect(needs.map((each) => each.length)).toEqual([1, 1, 1, 1]);
    expect(needs.flat()).toEqual([...needs.flat()].sort((a, b) => b - a));
  });

  it('keep what was decided: source, pumps, pipes', () => {
    for (const draft of [header, tees, ring, buffer]) {
      expect(draft?.source.capacity).toBe(thistleMill.source.capacity);
      expect(draft?.circuits.map((each) => [each.run, each.pump])).toEqual(
        thistleMill.circuits.map((each) => [each.run, each.pump]),
      );
    }
    expect(open?.circuits[0]?.sections.length).toBe(thistleMill.circuits.reduce((sum, each) => sum + each.sections.length, 0));
  });

  it('join pipe trees under ids of their own, each piece behind the one it was behind', () => {
    const [first, second, ...others] = thistleMill.circuits;
    if (!first || !second) throw new Error('no circuits');
    const tree = (rooms: [string, string]) => [
      newSection('s1', first, { rooms: [rooms[0]] }),
      newSection('s2', first, { from: 's1', rooms: [rooms[1]] }),
    ];
    const job: Job = {
      ...thistleMill,
      circuits: [{ ...first, sections: tree(['r1', 'r2']) }, { ...second, sections: tree(['r6', 'r7']) }, ...others],
    };
    const sections = draftPlants(job)[0]?.job.circuits[0]?.sections ?? [];
    expect(new Set(sections.map((each) => each.id)).size).toBe(4);
    const behind = (room: string) => sections.find((each) => each.rooms.includes(room));
    expect(behind('r2')?.from).toBe(behind('r1')?.id);
    expect(behind('r7')?.from).toBe(behind('r6')?.id);
  });

  it('need a load', () => {
    expect(draftPlants(newJob('Empty'))).toEqual([]);
    expect(draftPlants({ ...newJob('Cold'), rooms: [newRoom('r1', { area: 12 })] })).toEqual([]);
  });
});
