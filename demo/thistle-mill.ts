import type { Emitter } from '../model/emitter.ts';
import {
  type Facing,
  type InsulatedRun,
  JOB_FORMAT,
  JOB_VERSION,
  type Job,
  type PipeRun,
  type RoomUse,
  type Section,
} from '../model/job.ts';
import { newFloor, newPanel, newRated } from '../model/new-emitter.ts';
import { newRoom } from '../model/new-job.ts';

const pipe = (material: PipeRun['material'], length: number, size = 'auto', fittingsAllowance = 0.4): PipeRun => ({
  material,
  size,
  length,
  fittingsAllowance,
});

const insulated = (material: PipeRun['material'], length: number, size = 'auto'): InsulatedRun => ({
  ...pipe(material, length, size),
  insulation: 'auto',
});

const room = (
  n: number,
  name: string,
  storey: string,
  area: number,
  heatLoad: number,
  roomTemperature: number,
  circuit: string,
  use: RoomUse,
  facing: Facing | null,
) => newRoom(`r${n}`, { name, storey, area, heatLoad, roomTemperature, circuit, use, facing });

const house: Job = {
  format: JOB_FORMAT,
  version: JOB_VERSION,
  name: 'Thistle Mill',
  site: {
    place: 'Lower Ambersett',
    notes: 'Pipe to the upper floor lies under boards that stay. The workshop is heated on weekdays only.',
    outdoorDesignTemperature: -9,
    pipeSurroundings: 14,
    summerRoom: 26,
    summerHumidity: 0.55,
  },
  display: { system: 'metric', units: {} },
  mode: 'heating',
  fluid: { kind: 'water', concentration: 0 },
  rulebook: 'velocity-led',
  wholeHouseLoad: 13_200,
  roughLoads: null,
  rooms: [
    room(1, 'Mill hall', 'Ground', 41, 2150, 20, 'c1', 'living', 's'),
    room(2, 'Kitchen', 'Ground', 24, 1320, 20, 'c1', 'kitchen', 'e'),
    room(3, 'Study', 'Ground', 14, 690, 20, 'c1', 'work', 'n'),
    room(4, 'Boot room', 'Ground', 9, 410, 16, 'c1', 'passage', 'n'),
    room(5, 'Shower', 'Ground', 5.2, 480, 22, 'c1', 'bathroom', 'n'),
    room(6, 'Bedroom east', 'Upper', 17, 980, 18, 'c2', 'sleeping', 'e'),
    room(7, 'Bedroom west', 'Upper', 18.5, 1040, 18, 'c2', 'sleeping', 'w'),
    room(8, 'Guest room', 'Upper', 15, 860, 18, 'c2', 'sleeping', 's'),
    room(9, 'Bathroom', 'Upper', 8.4, 720, 23, 'c2', 'bathroom', 'n'),
    room(10, 'Landing', 'Upper', 12, 540, 18, 'c2', 'passage', 'n'),
    room(11, 'Loft studio', 'Loft', 28, 1450, 20, 'c3', 'work', 's'),
    room(12, 'Loft store', 'Loft', 7, 260, 15, 'c3', 'other', null),
    room(13, 'Workshop', 'Yard', 52, 3900, 17, 'c4', 'work', 'w'),
  ],
  circuits: [
    {
      id: 'c1',
      name: 'Ground floor',
      emitters: 'floor',
      connection: 'mixed',
      flowTemperature: 38,
      temperatureDifference: 7,
      run: insulated('multilayer', 9),
      worstRun: { ...pipe('pex-iso15875', 88, '16x2', 0.1), load: 900 },
      terminalLoss: 'auto',
      waterContent: 'auto',
      pump: 'auto',
      mixingValve: 'auto',
      pumpControl: 'fixed-speed',
      components: ['isolating-valve', 'isolating-valve'],
      balancing: 'valve',
      loopValves: 'set',
      loopSplit: 'by-floor',
      ports: 12,
      cooling: null,
      sections: [],
      bypass: null,
      zones: 'rooms',
      height: 0.5,
    },
    {
      id: 'c2',
      name: 'Upper radiators',
      emitters: 'radiators',
      connection: 'direct',
      flowTemperature: 55,
      temperatureDifference: 7,
      run: insulated('copper-en1057', 7, '15x0.7'),
      worstRun: { ...pipe('copper-en1057', 26, 'auto', 0.5), load: 'auto' },
      terminalLoss: 8000,
      waterContent: 'auto',
      pump: 'auto',
      mixingValve: 'auto',
      pumpControl: 'fixed-speed',
      components: ['isolating-valve', 'y-strainer', 'isolating-valve'],
      balancing: 'valve',
      loopValves: 'set',
      loopSplit: 'by-floor',
      ports: 12,
      cooling: null,
      sections: [],
      bypass: null,
      zones: 'circuit',
      height: 3,
    },
    {
      id: 'c3',
      name: 'Loft',
      emitters: 'radiators',
      connection: 'mixed',
      flowTemperature: 48,
      temperatureDifference: 8,
      run: insulated('multilayer', 14),
      worstRun: { ...pipe('multilayer', 18), load: 'auto' },
      terminalLoss: 'auto',
      waterContent: 'auto',
      pump: 'auto',
      mixingValve: 'auto',
      pumpControl: 'fixed-speed',
      components: ['isolating-valve', 'isolating-valve'],
      balancing: 'valve',
      loopValves: 'set',
      loopSplit: 'by-floor',
      ports: 12,
      cooling: null,
      sections: [],
      bypass: null,
      zones: 'circuit',
      height: 6,
    },
    {
      id: 'c4',
      name: 'Workshop',
      emitters: 'air-units',
      connection: 'direct',
      flowTemperature: 55,
      temperatureDifference: 12,
      run: insulated('copper-en1057', 16),
      worstRun: { ...pipe('copper-en1057', 12), load: 1950 },
      terminalLoss: 12_000,
      waterContent: 'auto',
      pump: 'auto',
      mixingValve: 'auto',
      pumpControl: 'fixed-speed',
      components: ['isolating-valve', 'isolating-valve'],
      balancing: 'valve',
      loopValves: 'set',
      loopSplit: 'by-floor',
      ports: 12,
      cooling: null,
      sections: [],
      bypass: null,
      zones: 'circuit',
      height: 0.5,
    },
  ],
  source: {
    kind: 'condensing-boiler',
    name: 'Boiler in the old grain store',
    capacity: 17_000,
    flowTemperature: 55,
    temperatureDifference: 10,
    run: insulated('copper-en1057', 2.5),
    loss: 14_000,
    waterContent: 'auto',
    pump: 'auto',
    pumpControl: 'fixed-speed',
    components: ['isolating-valve', 'magnetic-filter', 'air-separator', 'isolating-valve'],
  },
  separation: { kind: 'low-loss-header', bore: 'auto', spacing: 'auto' },
  vessel: { volume: 'auto', staticHeight: 7.5, reliefPressure: 300_000, fillTemperature: 10, connection: 'source-return' },
  assumptions: [
    { id: 'a1', place: 'circuits/c2/run/size', alternatives: ['22x0.9'] },
    { id: 'a2', place: 'circuits/c2/worstRun/length', alternatives: [38] },
  ],
  unread: [],
};

/** What stands in each room. */
const EMITTERS: Record<string, Emitter[]> = {
  r1: [newFloor('e1', 38, { covering: 0.05, edgeArea: 6, below: 10, insulation: 2, tail: 3 })],
  r2: [newFloor('e1', 19, { covering: 0.01, below: 10, insulation: 2, tail: 6 })],
  r3: [newFloor('e1', 12.5, { covering: 0.1, below: 10, insulation: 2, tail: 9 })],
  r4: [newFloor('e1', 8, { covering: 0.01, spacing: 0.2, below: 10, insulation: 2, tail: 7 })],
  r5: [
    newFloor('e1', 4.2, {
      covering: 0.01,
      spacing: 0.1,
      layout: 'serpentine',
      use: 'bathroom',
      below: 10,
      insulation: 2,
      tail: 8,
    }),
    newRated('e2', 'towel-rail', { ratedOutput: 420, circuit: 'c2' }),
  ],
  r6: [newPanel('e1', { type: '2-2', length: 1 })],
  r7: [newPanel('e1', { length: 1.4 })],
  r8: [newPanel('e1', { length: 1.2 })],
  r9: [newPanel('e1', { type: '1-1', length: 0.8 }), newRated('e2', 'towel-rail', { ratedOutput: 400 })],
  r10: [newPanel('e1', { type: '1-1', length: 1 })],
  r11: [newPanel('e1', { type: '2-2', height: 0.5, length: 1.6 }), newPanel('e2', { type: '2-2', height: 0.5, length: 1.2 })],
  r12: [newPanel('e1', { type: '1-1', height: 0.4, length: 0.8 })],
  r13: [
    newRated('e1', 'fan-unit', { name: 'Unit by the lathe', ratedOutput: 2400, ratedFlow: 60, ratedReturn: 48, ratedRoom: 18 }),
    newRated('e2', 'fan-unit', { name: 'Unit by the gate', ratedOutput: 2400, ratedFlow: 60, ratedReturn: 48, ratedRoom: 18 }),
  ],
};

const riser = (id: string, name: string, from: string | null, rooms: string[], length: number, size: string): Section => ({
  id,
  name,
  from,
  rooms,
  material: 'copper-en1057',
  size,
  length,
  fittingsAllowance: 0.4,
  existing: true,
  reach: 'under-boards',
});

/** Pipe from the old tree to the radiator and back, m. */
const BRANCHES: Record<string, number> = { r5: 7, r6: 5, r7: 4, r8: 9, r9: 5, r10: 3 };

/** The old pipe under the boards of the upper floor. */
const UPPER_FLOOR: Section[] = [
  riser('s1', 'Under the landing', null, ['r10'], 4, '15x0.7'),
  riser('s2', 'East wing', 's1', ['r6', 'r8'], 6, '15x0.7'),
  riser('s3', 'West wing', 's1', ['r7'], 5, '15x0.7'),
  riser('s4', 'To the bathroom', 's3', ['r9', 'r5'], 3, '12x0.6'),
];

/**
 * The demo job: an invented mill house in an invented valley. Floors below, radiators above on pipe that stays,
 * a workshop with fan units, and a header between them and the boiler.
 */
export const thistleMill: Job = {
  ...house,
  rooms: house.rooms.map((room) => ({
    ...room,
    emitters: EMITTERS[room.id] ?? [],
    branchLength: BRANCHES[room.id] ?? room.branchLength,
  })),
  circuits: house.circuits.map((circuit) => (circuit.id === 'c2' ? { ...circuit, sections: UPPER_FLOOR } : circuit)),
};

/** The same house with its loads alone, before anybody has entered an emitter. */
export const thistleMillByLoads: Job = house;
