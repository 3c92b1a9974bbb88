import type { Floor } from '../model/emitter.ts';
import type { Circuit, Job, Room, Source } from '../model/job.ts';
import { newFloor, newPanel, newRated, USUAL_COOLING } from '../model/new-emitter.ts';
import {
  newCircuit,
  newFurtherSource,
  newJob,
  newRoom,
  newSection,
  newSeparation,
  USUAL_COLD,
  USUAL_CYLINDER,
  USUAL_SOURCE_COOLING,
} from '../model/new-job.ts';

interface Parts {
  source: Partial<Source>;
  /** Their ids are c1, c2 ... in order. */
  circuits: Partial<Circuit>[];
  /** Their ids are r1, r2 ...; on c1 unless they say otherwise. */
  rooms: Partial<Room>[];
  separation?: Job['separation']['kind'];
  rest?: Partial<Job>;
}

function systemOf(name: string, { source, circuits, rooms, separation = 'none', rest }: Parts): Job {
  const base = newJob(name);
  const job: Job = {
    ...base,
    safety: {
      filling: 'protected',
      discharge: 'drain',
      mainPressure: null,
      reliefCapacity: null,
      heatDump: true,
      fromVented: false,
    },
    separation: newSeparation(separation),
    ...rest,
    source: { ...base.source, components: ['relief-valve', 'air-separator', 'low-water-cut-off', 'isolating-valve'], ...source },
  };
  return {
    ...job,
    circuits: circuits.map((circuit, i) => newCircuit(`c${i + 1}`, job, circuit)),
    rooms: rooms.map((room, i) => newRoom(`r${i + 1}`, { name: `Room ${i + 1}`, circuit: 'c1', ...room })),
  };
}

const floorRoom = (area: number, heatLoad: number, floor: Partial<Floor> = {}, room: Partial<Room> = {}): Partial<Room> => ({
  area,
  heatLoad,
  emitters: [newFloor('e1', area * 0.92, floor)],
  ...room,
});
const times = <T>(count: number, make: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => make(i));
const directFloor = (flowTemperature: number, temperatureDifference: number, rest: Partial<Circuit> = {}): Partial<Circuit> => ({
  emitters: 'floor',
  connection: 'direct',
  flowTemperature,
  temperatureDifference,
  ...rest,
});

/**
 * Whole systems as one meets them, each for what it asks of the program; places and figures are invented. By the number of
 * the kind of system: a row each in the table of what has to be handled.
 */
export const SYSTEMS = {
  1: systemOf('Brick kiln studio', {
    source: { kind: 'combination-unit', capacity: 12_000, flowTemperature: 42, temperatureDifference: 8 },
    circuits: [directFloor(42, 8, { zones: 'rooms' })],
    rooms: times(3, (i) => floorRoom(26 + 4 * i, 1500 + 150 * i, { below: 8, insulation: 1.4, cover: 0.07 })),
  }),
  2: systemOf('Pear orchard barn', {
    source: { kind: 'water-heater', capacity: 9000, flowTemperature: 41, temperatureDifference: 10 },
    circuits: [directFloor(41, 10)],
    rooms: times(4, () => floorRoom(27, 1350, { spacing: 0.15, loops: 2 })),
    rest: { display: { system: 'us', units: {} } },
  }),
  3: systemOf('Stove and cable at Hob Lane', {
    source: {
      kind: 'solid-fuel',
      capacity: 42_000,
      flowTemperature: 78,
      temperatureDifference: 14,
      name: 'Wood boiler',
    },
    circuits: [
      { name: 'Air coil', emitters: 'air-units', flowTemperature: 78, temperatureDifference: 14 },
      directFloor(40, 8, { name: 'Floor', connection: 'mixed' }),
    ],
    rooms: [
      { heatLoad: 17_000, roomTemperature: 18, emitters: [newRated('e1', 'unit-heater', { ratedOutput: 21_000 })] },
      ...times(3, () => floorRoom(32, 2100, { spacing: 0.15 }, { circuit: 'c2' })),
    ],
    separation: 'low-loss-header',
    rest: {
      furtherSources: [
        newFurtherSource('f1', {
          name: 'Electric boiler',
          kind: 'electric',
          capacity: 24_000,
          flowTemperature: 78,
          order: 'backup',
        }),
      ],
      hotWater: {
        ...USUAL_CYLINDER,
        volume: 0.3,
        storeTemperature: 55,
        dailyDraw: 0.2,
        flowTemperature: 75,
        coilOutput: 15_000,
        temperingValve: true,
      },
    },
  }),
  4: systemOf('A curve to find at Larch Steps', {
    source: {
      kind: 'condensing-boiler',
      capacity: 9000,
      flowTemperature: 40,
      temperatureDifference: 7,
      curve: { slope: 0.7, shift: 0, least: 22, most: 55 },
    },
    circuits: [directFloor(40, 7)],
    rooms: times(4, (i) => floorRoom(24, 1050 + 130 * i, { spacing: 0.15, covering: 0.05 })),
  }),
  5: systemOf('Ferry cottage', {
    source: { kind: 'instantaneous-heater', capacity: 14_000, flowTemperature: 45, temperatureDifference: 6 },
    circuits: [directFloor(36, 6, { zones: 'rooms', pumpControl: 'constant-difference', connection: 'mixed' })],
    rooms: times(3, (i) => floorRoom(30, 1500 + 110 * i, { spacing: 0.15 })),
    separation: 'closely-spaced-tees',
  }),
  6: systemOf('Two manifolds at Reed End', {
    source: {
      kind: 'heat-pump',
      capacity: 5200,
      flowTemperature: 33,
      temperatureDifference: 5,
      standing: 'open-air',
      curve: { slope: 'auto', shift: 0, least: 20, most: 40 },
    },
    circuits: [directFloor(33, 5)],
    // Four rooms of two loops and one of one on each storey: two manifolds of nine.
    rooms: times(10, (i) =>
      floorRoom(
        i % 5 === 4 ? 9 : 17.5,
        i % 5 === 4 ? 250 : 480,
        { spacing: 0.1, loops: i % 5 === 4 ? 1 : 2, tail: 3 },
        {
          storey: i < 5 ? 'Ground' : 'Upper',
        },
      ),
    ),
    rest: { rulebook: 'open-low-temperature' },
  }),
  7: systemOf('Under the stair at Cloth Hall', {
    source: { kind: 'condensing-boiler', capacity: 18_000, flowTemperature: 60, temperatureDifference: 12 },
    circuits: [
      { name: 'Radiators', connection: 'mixed', flowTemperature: 52, temperatureDifference: 10, hand: 'left' },
      directFloor(36, 7, { name: 'Floor', connection: 'mixed' }),
    ],
    rooms: [
      ...times(5, () => ({ heatLoad: 1300, emitters: [newPanel('e1', { type: '2-2', length: 1.8 })] })),
      ...times(2, () => floorRoom(34, 1800, {}, { circuit: 'c2' })),
    ],
    separation: 'low-loss-header',
    rest: {
      separation: newSeparation('low-loss-header', { bore: 0.06 }),
      hotWater: {
        ...USUAL_CYLINDER,
        storeTemperature: 45,
        dailyDraw: 0.2,
        flowTemperature: 68,
        charging: 'parallel',
        circulation: 'on-demand',
        circulationLength: 18,
        hygieneTemperature: 62,
        hygieneCirculates: true,
        temperingValve: true,
        coldCheck: true,
        drinkingVessel: true,
      },
      ownPumps: [
        {
          id: 'p1',
          label: 'Pump of the old floor circuit',
          checkValve: false,
          existing: true,
          points: [
            [0, 4.4, 24],
            [1.1 / 3600, 3.1, 38],
            [2.4 / 3600, 0, 44],
          ],
        },
      ],
    },
  }),
  8: systemOf('Warm and cold tank at Alder Mere', {
    source: {
      kind: 'ground-heat-pump',
      capacity: 'auto',
      flowTemperature: 38,
      temperatureDifference: 4,
      points: [
        { id: 'p1', outdoor: 0, flow: 35, output: 9600, cop: 4.3 },
        { id: 'p2', outdoor: 0, flow: 45, output: 9100, cop: 3.4 },
      ],
      cooling: { ...USUAL_SOURCE_COOLING, flowTemperature: 12 },
    },
    circuits: [
      directFloor(27, 4, {
        name: 'Floors',
        connection: 'mixed',
        loopSplit: 'equal',
        loopValves: 'none',
        cooling: USUAL_COLD,
      }),
    ],
    rooms: times(4, () => floorRoom(30, 820, { spacing: 0.1, covering: 0.01 }, { coolingLoad: 700, latentLoad: 150 })),
    rest: {
      mode: 'heating-and-cooling',
      separation: newSeparation('plate-exchanger', { approach: 5.5 }),
    },
  }),
  9: systemOf('Nine doors', {
    source: { kind: 'water-heater', capacity: 16_000, flowTemperature: 54, temperatureDifference: 18 },
    circuits: [directFloor(49, 20, { zones: 'rooms', pumpControl: 'constant-pressure' })],
    rooms: times(9, (i) =>
      floorRoom(15, 720 + 30 * i, { spacing: 0.15, covering: 0.05 }, { storey: i < 5 ? 'Ground' : 'Upper' }),
    ),
    rest: { separation: newSeparation('plate-exchanger', { approach: 5 }) },
  }),
  10: systemOf('Over the cold cellar', {
    source: { kind: 'waste-heat', capacity: 2500, flowTemperature: 48, temperatureDifference: 8 },
    circuits: [directFloor(48, 8)],
    rooms: [floorRoom(22, 900, { system: 'plates-below', spacing: 0.2, below: 9, insulation: 1.5 })],
  }),
  11: systemOf('Three landings', {
    source: { kind: 'heat-pump', capacity: 11_000, flowTemperature: 45, temperatureDifference: 5, standing: 'open-air' },
    circuits: ['Ground', 'Upper', 'Loft'].map((name) => directFloor(45, 5, { name, zones: 'rooms' })),
    rooms: times(9, (i) => floorRoom(18, 780 + 40 * i, { covering: 0.1, spacing: 0.2 }, { circuit: `c${(i % 3) + 1}` })),
    separation: 'low-loss-header',
  }),
  12: systemOf('First house at Sallow Bank', {
    source: { kind: 'boiler', capacity: 15_000, flowTemperature: 60, temperatureDifference: 10 },
    circuits: [
      directFloor(40, 8, { connection: 'mixed', name: 'Hall' }),
      directFloor(40, 8, { connection: 'mixed', name: 'Later: north' }),
      directFloor(40, 8, { connection: 'mixed', name: 'Later: south' }),
    ],
    rooms: [floorRoom(40, 2600, { pipe: { material: 'pex-open', size: '16x2' } })],
    separation: 'closely-spaced-tees',
  }),
  13: systemOf('Forge with a unit heater', {
    source: { kind: 'boiler', capacity: 24_000, flowTemperature: 70, temperatureDifference: 12 },
    circuits: [
      { name: 'House', flowTemperature: 70, temperatureDifference: 12 },
      { name: 'Forge', emitters: 'air-units', flowTemperature: 70, temperatureDifference: 12 },
    ],
    rooms: [
      ...times(4, () => ({ heatLoad: 2400, emitters: [newPanel('e1', { type: '2-2', length: 1.8 })] })),
      { heatLoad: 9600, roomTemperature: 15, circuit: 'c2', emitters: [newRated('e1', 'unit-heater', { ratedOutput: 14_000 })] },
    ],
    separation: 'low-loss-header',
  }),
  14: systemOf('Grooved panels at Wren Row', {
    source: {
      kind: 'heat-pump',
      capacity: 6000,
      flowTemperature: 36,
      temperatureDifference: 5,
      standing: 'open-air',
      curve: { slope: 'auto', shift: 0, least: 22, most: 45 },
      returnComponents: ['isolating-valve', 'magnetic-filter', 'isolating-valve'],
    },
    circuits: [directFloor(36, 5, { name: 'Panels and radiators' })],
    rooms: [
      ...[760, 900, 830, 540].map((load) => floorRoom(20, load, { system: 'grooved-panel', spacing: 0.15 })),
      ...[450, 380].map((load) => ({ heatLoad: load, area: 12, emitters: [newPanel('e1', { type: '3-3', length: 1.4 })] })),
    ],
    rest: { rulebook: 'open-low-temperature' },
  }),
  15: systemOf('Glass corner', {
    source: { kind: 'condensing-boiler', capacity: 8000, flowTemperature: 40, temperatureDifference: 7 },
    circuits: [directFloor(40, 7)],
    rooms: [floorRoom(30, 2000, { spacing: 0.2, edgeArea: 7, edgeSpacing: 0.1 })],
  }),
  16: systemOf('Fan units on the quay', {
    source: {
      kind: 'heat-pump',
      capacity: 12_000,
      flowTemperature: 45,
      temperatureDifference: 5,
      standing: 'open-air',
      cooling: { ...USUAL_SOURCE_COOLING, flowTemperature: 7 },
    },
    circuits: [
      {
        emitters: 'air-units',
        flowTemperature: 45,
        temperatureDifference: 5,
        components: ['isolating-valve', 'spring-check-valve'],
        cooling: { ...USUAL_COLD, flowTemperature: 8, temperatureDifference: 5 },
      },
    ],
    rooms: times(3, (i) => ({
      heatLoad: 1800 + 300 * i,
      coolingLoad: 1200,
      latentLoad: 250,
      emitters: [newRated('e1', 'fan-unit', { ratedOutput: 3200, cooling: USUAL_COOLING })],
    })),
    separation: 'buffer',
    rest: { mode: 'heating-and-cooling', fluid: { kind: 'propylene-glycol', concentration: 0.3 } },
  }),
  17: systemOf('One loop in the potting shed', {
    source: {
      kind: 'electric',
      capacity: 1500,
      flowTemperature: 40,
      temperatureDifference: 6,
      leastOutput: 1500,
      leastRunTime: 1200,
    },
    circuits: [directFloor(40, 6)],
    rooms: [floorRoom(14, 800)],
  }),
  18: systemOf('Old copper at Mason Yard', {
    source: { kind: 'heat-pump', capacity: 8000, flowTemperature: 48, temperatureDifference: 5, standing: 'open-air' },
    circuits: [
      {
        flowTemperature: 48,
        temperatureDifference: 5,
        run: { material: 'copper-en1057', size: '22x0.9', length: 4, fittingsAllowance: 0.4, insulation: 'auto' },
      },
    ],
    rooms: times(7, () => ({ heatLoad: 1000, emitters: [newPanel('e1', { type: '3-3', length: 1.6 })] })),
    separation: 'low-loss-header',
  }),
  19: systemOf('Warm tiles under the towel rail', {
    source: { kind: 'boiler', capacity: 9000, flowTemperature: 56, temperatureDifference: 12 },
    circuits: [{ name: 'Radiators', flowTemperature: 56, temperatureDifference: 12 }],
    rooms: [
      ...times(3, () => ({ heatLoad: 1300, emitters: [newPanel('e1', { type: '2-2', length: 1.6 })] })),
      {
        heatLoad: 420,
        roomTemperature: 23,
        area: 5,
        emitters: [
          newRated('e1', 'towel-rail', { ratedOutput: 600 }),
          newFloor('e2', 3.5, { system: 'joist-space', spacing: 0.15, use: 'bathroom', tail: 1 }),
        ],
      },
    ],
    separation: 'low-loss-header',
  }),
  20: systemOf('Board for the forester', {
    source: { kind: 'boiler', capacity: 12_000, flowTemperature: 65, temperatureDifference: 12 },
    circuits: [
      { name: 'Radiators', flowTemperature: 65, temperatureDifference: 12 },
      directFloor(40, 7, { name: 'Floor', connection: 'mixed' }),
    ],
    rooms: [
      ...times(3, () => ({ heatLoad: 1500, emitters: [newPanel('e1', { type: '2-2', length: 1.4 })] })),
      floorRoom(52, 2900, { loops: 4 }, { circuit: 'c2' }),
    ],
    separation: 'low-loss-header',
  }),
  21: systemOf('Behind the plaster', {
    source: {
      kind: 'heat-pump',
      capacity: 8500,
      flowTemperature: 45,
      temperatureDifference: 5,
      standing: 'open-air',
      leastFlow: 0.95 / 3600,
      curve: { slope: 'auto', shift: 0, least: 22, most: 48 },
    },
    circuits: [
      {
        flowTemperature: 45,
        temperatureDifference: 5,
        run: { material: 'copper-en1057', size: '28x0.9', length: 6, fittingsAllowance: 0.4, insulation: 'auto' },
        sections: ['East', 'West'].map((name, i) =>
          newSection(`s${i + 1}`, newCircuit('c1', newJob('')), {
            name,
            size: '22x0.9',
            length: 7,
            rooms: times(3, (k) => `r${3 * i + k + 1}`),
            existing: true,
            reach: 'under-boards',
          }),
        ),
      },
    ],
    rooms: times(6, () => ({ heatLoad: 1150, emitters: [newPanel('e1', { type: '3-3', length: 1.8 })] })),
    rest: {
      rulebook: 'open-low-temperature',
      assumptions: [{ id: 'a1', place: 'circuits/c1/sections/s2/size', alternatives: ['15x0.7'] }],
    },
  }),
} as const satisfies Record<number, Job>;
