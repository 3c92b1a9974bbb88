import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { type Cell, type Column, column, type Table } from '../table.ts';

const nameOf = (job: Job, id: string): string => job.circuits.find((circuit) => circuit.id === id)?.name ?? id;

/** What each circuit takes in summer, wanted and as it comes. */
function coldCircuitsTable(job: Job, { cooling }: Design): Table {
  return {
    id: 'cold-circuits',
    title: 'Circuits in summer',
    columns: [
      column('Circuit'),
      column('Cold water', 'temperature'),
      column('Takes', 'power'),
      column('Flow', 'volumeFlow'),
      column('Comes', 'power'),
      column('Of it drying', 'power'),
      column('Water comes at', 'temperature'),
      column('Goes home at', 'temperature'),
      column('Flow that comes', 'fraction'),
      column('Condensate', 'condensate'),
    ],
    rows: (cooling?.circuits ?? []).map(({ circuitId, output, volumeFlow, solved }): Cell[] => [
      nameOf(job, circuitId),
      job.circuits.find(({ id }) => id === circuitId)?.cooling?.flowTemperature ?? null,
      output,
      volumeFlow,
      solved?.heat ?? null,
      solved?.latent ?? null,
      solved?.supply ?? null,
      solved?.back ?? null,
      solved?.flowShare ?? null,
      solved?.condensate ?? null,
    ]),
    note: 'Every zone calling, rooms and air as on the hottest day; pumps as they are set for summer.',
  };
}

/** Rooms that are cooled, what they ask and get. */
function coldRoomsTable(job: Job, { cooling }: Design): Table {
  const parts = cooling?.parts ?? [];
  return {
    id: 'cold-rooms',
    title: 'Rooms in summer',
    columns: [
      column('Room'),
      column('Sensible load', 'heatLoad'),
      column('Sensible that comes', 'heatLoad'),
      column('Latent load', 'heatLoad'),
      column('Latent that comes', 'heatLoad'),
      column('Coldest surface', 'temperature'),
    ],
    rows: job.rooms.flatMap((room): Cell[][] => {
      const own = parts.filter(({ roomId }) => roomId === room.id);
      if (own.length === 0) return [];
      const coldest = own.flatMap(({ coldest: decided, comes }) => comes?.coldest ?? decided ?? []);
      return [
        [
          room.name || room.id,
          room.coolingLoad,
          own.reduce((sum, part) => sum + (part.comes?.sensible ?? part.sensible), 0),
          room.latentLoad,
          own.reduce((sum, part) => sum + (part.comes?.latent ?? part.latent), 0),
          coldest.length > 0 ? Math.min(...coldest) : null,
        ],
      ];
    }),
    ...(cooling ? { note: 'No surface may be colder than the dew point of the air about it.' } : {}),
  };
}

/** What makes the cold water. */
function coldSourceTable({ cooling }: Design): Table {
  const source = cooling?.source;
  const rows: Cell[][] = source
    ? [
        ['Dew point of the room air', cooling.dewPoint],
        ['Sends', source.flowTemperature],
        ['Cooling capacity on the hottest day', source.capacity],
        ['EER then', source.eer],
        ...(cooling.peak ? [['All rooms ask at once', cooling.peak] as Cell[]] : []),
        ...(source.taken ? [['Takes, every zone calling', source.taken] as Cell[]] : []),
        ...(source.power ? [['Electricity for that', source.power] as Cell[]] : []),
        ...(cooling.condensate ? [['Condensate of all coils', cooling.condensate] as Cell[]] : []),
        ...cooling.pumps.flatMap(({ label, duty }): Cell[][] =>
          duty
            ? [
                [`${label}: flow`, duty.flow],
                [`${label}: head`, duty.head],
              ]
            : [],
        ),
      ]
    : [];
  return {
    id: 'cold-source',
    title: source ? `Cold water: ${source.name}` : 'Cold water',
    columns: [column('What'), column('Value')],
    rows,
  };
}

const BY_HAND: Column[] = [
  { label: 'Read', byHand: true },
  { label: 'By, when', byHand: true },
];

/** What thermometers and meters shall show in summer, every zone calling. */
export function coldTargetsTables(job: Job, { cooling }: Design): Table[] {
  const state = cooling?.state;
  if (!cooling || !state?.converged) return [];
  const own = cooling.source?.name ?? 'Source';
  const empty = ['', ''];
  return [
    {
      id: 'targets-cold-temperature',
      title: 'Temperatures in summer, every zone calling, on the hottest day',
      columns: [column('Where'), column('Water'), column('Shall show', 'temperature'), ...BY_HAND],
      rows: [
        [own, 'Leaves it', state.source.supply, ...empty],
        [own, 'Comes back', state.source.back, ...empty],
        ...cooling.circuits.flatMap(({ circuitId, solved }): Cell[][] =>
          solved
            ? [
                [nameOf(job, circuitId), 'Flow', solved.supply, ...empty],
                [nameOf(job, circuitId), 'Return', solved.back, ...empty],
              ]
            : [],
        ),
      ],
      note: 'Read them after half an hour with every thermostat turned down; on a cooler day the water goes home colder.',
    },
    {
      id: 'targets-cold-flow',
      title: 'Flows in summer, every zone calling',
      columns: [column('Where'), column('Flow'), column('Shall show', 'volumeFlow'), ...BY_HAND],
      rows: [
        [own, 'Through it', state.source.flow, ...empty],
        ...state.circuits.map(({ id, flow }): Cell[] => [nameOf(job, id), 'To the emitters', flow, ...empty]),
      ],
    },
  ];
}

/** Every table of the summer; none for a plant that only heats. */
export const summerTables = (job: Job, design: Design): Table[] =>
  design.cooling ? [coldSourceTable(design), coldCircuitsTable(job, design), coldRoomsTable(job, design)] : [];
