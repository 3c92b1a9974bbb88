import type { Floor } from '../model/emitter.ts';
import type { Circuit, Job, Room } from '../model/job.ts';
import { newFloor, newPanel, newRated } from '../model/new-emitter.ts';
import {
  newCircuit,
  newFurtherSource,
  newJob,
  newLink,
  newRoom,
  newSeparation,
  newStation,
  newWater,
  USUAL_CYLINDER,
  USUAL_TAPS,
} from '../model/new-job.ts';

interface Storey {
  id: string;
  name: string;
  loads: readonly number[];
  fields: Partial<Circuit>;
}

/** A job with a circuit for each storey, its rooms on floors or panels. */
function storeys(job: Job, parts: readonly Storey[]): Job {
  return {
    ...job,
    circuits: parts.map(({ id, name, fields }) => newCircuit(id, job, { name, ...fields })),
    rooms: parts.flatMap(({ id, name, loads, fields }) =>
      loads.map((heatLoad, i) =>
        newRoom(`${id}r${i + 1}`, {
          name: `${name} ${i + 1}`,
          circuit: id,
          heatLoad,
          area: Math.round(heatLoad / 50),
          emitters:
            fields.emitters === 'floor'
              ? [newFloor('e1', Math.round(heatLoad / 55))]
              : [newPanel('e1', { length: Math.round(heatLoad / 70) / 10, type: '2-2' })],
        }),
      ),
    ),
  };
}

/** A flat over a workshop: a drinking-water heater on one side of plates, one pump and nine thermostats on the other. */
export function heaterAndPlates(): Job {
  const base = newJob('Flat over the workshop');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Mere End' },
    source: {
      ...base.source,
      kind: 'water-heater',
      capacity: 12_000,
      flowTemperature: 46,
      temperatureDifference: 8,
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    separation: newSeparation('plate-exchanger', { approach: 4 }),
    distribution: { ...base.distribution, kind: 'valves', bypass: 15_000 },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const whole = storeys(job, [
    {
      id: 'c1',
      name: 'Floors',
      loads: [900, 1200, 700, 650, 1100, 800, 600, 950, 500],
      fields: { emitters: 'floor', connection: 'direct', flowTemperature: 42, temperatureDifference: 8, zones: 'rooms' },
    },
  ]);
  return {
    ...whole,
    waters: [newWater('w2', 'st1/cold', job, { name: 'Water of the floors' })],
  };
}

/** A house on three storeys: a heat pump whose own pump moves all of it, a diverting valve to the cylinder, a manifold on each storey. */
export function threeStoreys(): Job {
  const base = newJob('Weaver’s house');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Long Row', outdoorDesignTemperature: -8 },
    source: {
      ...base.source,
      kind: 'heat-pump',
      capacity: 9000,
      flowTemperature: 38,
      temperatureDifference: 6,
      standing: 'open-air',
      inside: ['pump'],
      pumpControl: 'constant-pressure',
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    distribution: { ...base.distribution, kind: 'source' },
    hotWater: {
      ...USUAL_CYLINDER,
      storeTemperature: 48,
      flowTemperature: 54,
      coilOutput: 14_000,
      coilFlow: 58,
      coilReturn: 52,
      coilStore: 45,
      diverter: true,
    },
    vessel: { ...base.vessel, staticHeight: 8 },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
    controls: {
      ...base.controls,
      centres: [
        { id: 'k2', name: 'Centre, first floor', circuits: ['c2'] },
        { id: 'k3', name: 'Centre, attic', circuits: ['c3'] },
      ],
    },
  };
  const floor = (height: number, length: number): Partial<Circuit> => ({
    emitters: 'floor',
    connection: 'direct',
    flowTemperature: 38,
    temperatureDifference: 6,
    zones: 'rooms',
    height,
    run: { ...newCircuit('c', job).run, length },
  });
  return storeys(job, [
    { id: 'c1', name: 'Ground floor', loads: [1100, 900, 500], fields: floor(0.5, 3) },
    { id: 'c2', name: 'First floor', loads: [900, 800, 400], fields: floor(3.2, 6) },
    { id: 'c3', name: 'Attic', loads: [1000, 700], fields: floor(6, 9) },
  ]);
}

/** A terraced flat: a combination unit that makes its hot water itself, three rooms on panels. */
export function combinationUnit(): Job {
  const base = newJob('Terraced flat');
  const job: Job = {
    ...base,
    source: {
      ...base.source,
      kind: 'combination-unit',
      capacity: 14_000,
      flowTemperature: 60,
      temperatureDifference: 15,
      inside: ['pump', 'vessel', 'relief-valve', 'filling', 'vent'],
      components: ['isolating-valve', 'air-separator'],
      returnComponents: ['isolating-valve', 'magnetic-filter'],
      taps: USUAL_TAPS,
    },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  return storeys(job, [
    {
      id: 'c1',
      name: 'Panels',
      loads: [1500, 1100, 900],
      fields: { flowTemperature: 60, temperatureDifference: 15, loopValves: 'thermostatic', bypass: 15_000 },
    },
  ]);
}

/** An old bath house: radiators on one circuit; in the bathroom the towel rail leaves its water to a small floor, in the hall a panel to two loops. */
export function railAndFloor(): Job {
  const base = newJob('Bath house');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Mill Leat' },
    source: {
      ...base.source,
      capacity: 8000,
      flowTemperature: 55,
      temperatureDifference: 15,
      components: ['relief-valve', 'low-water-cut-off', 'air-separator', 'isolating-valve'],
    },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const fed = newCircuit('c1', job, { name: 'Radiators', flowTemperature: 55, temperatureDifference: 15 });
  const room = (id: string, name: string, heatLoad: number, emitters: Room['emitters'], fields: Partial<Room> = {}) =>
    newRoom(id, { name, circuit: 'c1', heatLoad, area: Math.round(heatLoad / 60), emitters, ...fields });
  const warmFloor = (area: number, fields: Partial<Floor> = {}) =>
    newFloor('e2', area, { use: 'bathroom', spacing: 0.2, behind: 'e1', tail: 2, ...fields });
  return {
    ...job,
    circuits: [fed],
    rooms: [
      room('r1', 'Bathroom', 600, [newRated('e1', 'towel-rail'), warmFloor(4)], { roomTemperature: 24 }),
      room('r2', 'Hall', 1500, [newPanel('e1', { type: '2-1', length: 1.2 }), warmFloor(14, { use: 'living', loops: 2 })]),
      room('r3', 'Parlour', 1400, [newPanel('e1', { type: '2-2', length: 2 })]),
      room('r4', 'Bedroom', 900, [newPanel('e1', { type: '2-2', length: 1.4 })]),
    ],
  };
}

/** A smith's house whose floors stay where they are: tracks between joists, plates under the old slab, a new slab on the ground with its edge, plates under boards. */
export function oldFloors(): Job {
  const base = newJob('Smith’s house');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Forge Lane' },
    source: {
      ...base.source,
      kind: 'heat-pump',
      capacity: 7000,
      flowTemperature: 42,
      temperatureDifference: 6,
      standing: 'open-air',
      components: ['relief-valve', 'low-water-cut-off', 'air-separator', 'isolating-valve'],
    },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const fed = newCircuit('c1', job, { name: 'Floors', emitters: 'floor', flowTemperature: 42, temperatureDifference: 6 });
  const room = (id: string, name: string, heatLoad: number, area: number, fields: Partial<Floor>) =>
    newRoom(id, { name, circuit: 'c1', heatLoad, area, emitters: [newFloor('e1', area - 2, { insulation: 2, ...fields })] });
  const timber = { cover: 0.022, conductivity: 0.13, covering: 0.01 };
  return {
    ...job,
    circuits: [fed],
    rooms: [
      room('r1', 'Parlour', 800, 24, { system: 'tracks-below', spacing: 0.15, otherGap: 0.25, ...timber, below: 10 }),
      room('r2', 'Forge', 900, 30, { system: 'plates-under-slab', spacing: 0.2, cover: 0.12, conductivity: 1.8, below: 10 }),
      room('r3', 'New wing', 1300, 26, { spacing: 0.15, cover: 0.05, below: 8, openEdge: 14, edgeInsulation: 2.8 }),
      room('r4', 'Loft', 600, 22, { system: 'plates-below', spacing: 0.2, ...timber }),
    ],
  };
}

/** A small mill: two boilers one after the other on bars, one 28 mm pipe from there to the header, pumps and valves on the return. */
export function cascade(): Job {
  const base = newJob('Fulling mill');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Weir Lane' },
    source: {
      ...base.source,
      capacity: 12_000,
      flowTemperature: 70,
      temperatureDifference: 15,
      pumpOn: 'return',
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    furtherSources: [
      newFurtherSource('f1', {
        name: 'Second boiler',
        kind: 'condensing-boiler',
        capacity: 17_000,
        flowTemperature: 70,
        delay: 900,
      }),
    ],
    stations: [newStation('x1', 'low-loss-header')],
    links: [
      newLink('l2', 'st1/a', 'x1/a', {
        name: 'Shared pipe',
        pump: 'none',
        run: { ...newLink('l', 'st1/a', 'x1/a').run, size: '28x0.9', length: 4 },
      }),
    ],
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  return storeys(job, [
    {
      id: 'c1',
      name: 'Workrooms',
      loads: [4200, 3600, 2900],
      fields: { at: 'x1/b', flowTemperature: 70, temperatureDifference: 15, pumpOn: 'return' },
    },
    {
      id: 'c2',
      name: 'Office floor',
      loads: [2100, 1700],
      fields: { at: 'x1/b', emitters: 'floor', connection: 'mixed', flowTemperature: 38, temperatureDifference: 7 },
    },
  ]);
}

/** A barn in stages: one floor connected, two laid, and a boiler that leaves when the heat pump comes onto the same pipe. */
export function inStages(): Job {
  const base = newJob('Tithe barn');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Glebe Farm', outdoorDesignTemperature: -9 },
    source: {
      ...base.source,
      name: 'Old boiler',
      phase: 'leaves',
      capacity: 18_000,
      flowTemperature: 50,
      temperatureDifference: 12,
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    furtherSources: [
      newFurtherSource('f1', {
        name: 'Heat pump',
        kind: 'ground-heat-pump',
        capacity: 12_000,
        flowTemperature: 42,
        phase: 'later',
      }),
    ],
    separation: newSeparation('low-loss-header'),
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const floor: Partial<Circuit> = {
    emitters: 'floor',
    connection: 'mixed',
    flowTemperature: 37,
    temperatureDifference: 6,
    zones: 'rooms',
  };
  return storeys(job, [
    { id: 'c1', name: 'South bay', loads: [1400, 1300], fields: floor },
    { id: 'c2', name: 'North bay', loads: [1600, 1500], fields: { ...floor, phase: 'later' } },
    { id: 'c3', name: 'Loft', loads: [1200, 1100, 900], fields: { ...floor, phase: 'later' } },
  ]);
}
