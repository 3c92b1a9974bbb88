import { type Circuit, FIRST_STATION, type Job, type Room, type Section } from '../../model/job.ts';
import { AUTO_CURVE, idsAfter, newCircuit, newWater } from '../../model/new-job.ts';
import { proposeCircuits } from '../circuit/propose-circuits.ts';
import { ladder } from '../emitter/ladder.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { portOf } from '../plan/plan.ts';
import { withStation } from '../plan/station-edits.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { designJob } from './design-job.ts';
import { ringOf } from './ring-of.ts';

/** Ways of piping a plant room, each after a school of its own. */
export const ARRANGEMENTS = ['open', 'header', 'tees', 'ring', 'buffer', 'diverter', 'parted'] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];

export interface PlantDraft {
  arrangement: Arrangement;
  title: string;
  /** Who pipes so, and what for. */
  school: string;
  job: Job;
}

const TITLES: Record<Arrangement, [title: string, school: string]> = {
  open: [
    'Open, one temperature',
    'One pump, nothing between source and emitters, nothing that closes: the source follows the weather, every emitter gets the same water.',
  ],
  header: [
    'Low-loss header',
    'Source and circuits each with their own pump and flow; mixed and direct circuits side by side, air and dirt settle in the header.',
  ],
  tees: [
    'Closely spaced tees, a pump for each zone',
    'A loop round the source; each zone has its pump and no valve that closes. Little room, little cost.',
  ],
  ring: [
    'Ring main, a pair of tees for each circuit',
    'One loop past all circuits, the hottest need first: each takes from what the one before it left, so the source gets cooler water back.',
  ],
  buffer: [
    'Buffer between source and circuits',
    'The tank takes what the source makes too much: rooms may close one by one, and the source still runs long enough.',
  ],
  diverter: [
    'The pump of the source, a diverting valve',
    'One pump moves all direct circuits through zone valves, and by a diverting valve the coil of the cylinder: as heat pumps and wall-hung units come.',
  ],
  parted: [
    'Plates, and a tank behind them',
    'Two waters: glycol where it may freeze, plain water in the house, a tank between the two that lets each run as it likes.',
  ],
};

/** Falls of the water where all of it is one circuit, K: common practice for heat pumps and for anything else. */
const OPEN_FALL = { heatPump: 5, other: 10 };
/** Hottest water a draft asks for, degrees C; what needs more stays a finding. */
const HOTTEST = 80;

/**
 * Complete plants for the rooms and the source of a job, one for each arrangement. Circuits that are there stay with
 * their pipes, pumps and temperatures; where there are none they are proposed by temperature. The open plant has one
 * circuit, so all are joined into the one with the largest load.
 * @returns nothing while no room has a load
 */
export function draftPlants(job: Job): PlantDraft[] {
  const start = withCircuits(job);
  if (!start) return [];
  return ARRANGEMENTS.map((arrangement) => {
    const [title, school] = TITLES[arrangement];
    return { arrangement, title, school, job: undiluted(arranged(start, arrangement)) };
  });
}

/** Every room with a load on some circuit; null where there is nothing to heat. */
function withCircuits(job: Job): Job | null {
  if (job.circuits.length === 0) return proposeCircuits(job, 'temperature')?.job ?? null;
  const first = job.circuits[0] as Circuit;
  const lost = (room: Room) => room.circuit === null && room.emitters.every((emitter) => emitter.circuit === null);
  const whole = { ...job, rooms: job.rooms.map((room) => (lost(room) ? { ...room, circuit: first.id } : room)) };
  return designJob(whole).source ? whole : null;
}

/** No station but the first. */
const ALONE: Pick<Job, 'stations' | 'links' | 'waters'> = { stations: [], links: [], waters: [] };

function arranged(job: Job, arrangement: Arrangement): Job {
  const separated = (kind: Job['separation']['kind'], change: (circuit: Circuit) => Circuit): Job => ({
    ...job,
    ...ALONE,
    separation: { ...job.separation, kind, pairs: [] },
    circuits: job.circuits.map((circuit) => change({ ...circuit, at: null })),
    // One that moved all of it by the source's pump or by one for all has a pump for each again.
    distribution: { ...job.distribution, kind: job.distribution.kind === 'source' ? 'pumps' : job.distribution.kind },
    furtherSources: job.furtherSources.map((source) => ({ ...source, at: null })),
    hotWater: job.hotWater && { ...job.hotWater, at: null, diverter: false },
  });
  switch (arrangement) {
    case 'open':
      return openPlant(job);
    case 'header':
      return separated('low-loss-header', (circuit) => circuit);
    case 'tees':
      return separated('closely-spaced-tees', (circuit) => ({ ...circuit, zones: 'circuit', bypass: null }));
    case 'ring':
      return ringOf(separated('closely-spaced-tees', (circuit) => ({ ...circuit, zones: 'circuit', bypass: null })));
    case 'diverter':
      return throughSourcePump(separated('none', (circuit) => circuit));
    case 'parted':
      return behindPlates(separated('plate-exchanger', (circuit) => circuit));
    case 'buffer':
      return separated('buffer', (circuit) => ({ ...circuit, zones: 'rooms' }));
  }
}

/** Moved by the pump of the source: a valve in each direct circuit, a diverting valve for the cylinder. */
const throughSourcePump = (job: Job): Job => ({
  ...job,
  distribution: { ...job.distribution, kind: 'source' },
  hotWater: job.hotWater && { ...job.hotWater, diverter: true, charging: 'priority' },
  source: { ...job.source, pumpControl: 'constant-pressure', temperatureDifference: 'auto' },
});

/** Kelvin that the plates of a draft take off: common practice, 3 to 5. */
const DRAFT_APPROACH = 3;

/** The house's water parted from the source's by plates, a tank behind them on which all circuits hang. */
function behindPlates(job: Job): Job {
  const bare: Job = { ...job, separation: { ...job.separation, approach: DRAFT_APPROACH }, waters: [] };
  const cold = portOf(FIRST_STATION, 'cold');
  const more = withStation(bare, cold, 'buffer');
  const at = portOf(more.stations[0]?.id ?? '', 'b');
  const hottest = Math.min(job.source.flowTemperature + DRAFT_APPROACH, HOTTEST_SOURCE);
  return {
    ...more,
    // What the plates take off the source sends more.
    source: { ...more.source, flowTemperature: hottest as Job['source']['flowTemperature'] },
    circuits: more.circuits.map((circuit) => ({ ...circuit, at })),
    hotWater: more.hotWater && { ...more.hotWater, at },
    waters: [newWater('w2', cold, job)],
  };
}
/** As the job file bounds it. */
const HOTTEST_SOURCE = 110;

/** All on one circuit straight from the source, by the weather, as hot as the hottest emitter needs and no hotter: the open school. */
function openPlant(job: Job): Job {
  const { circuits: designed } = designJob(job);
  const largest = designed.reduce((most, each) => (each.load.value > most.load.value ? each : most));
  const main = job.circuits.find((circuit) => circuit.id === largest.id) ?? newCircuit('c1', job);
  const fall = traitsOf(job.source).heatPump ? OPEN_FALL.heatPump : OPEN_FALL.other;
  const one: Circuit = {
    ...main,
    at: null,
    connection: 'direct',
    temperatureDifference: fall,
    zones: 'circuit',
    bypass: null,
    mixingValve: 'auto',
    loopValves: main.loopValves === 'none' ? 'none' : 'set',
    sections: joinedSections(job, main),
  };
  const gone = new Set(job.circuits.filter((circuit) => circuit.id !== main.id).map((circuit) => circuit.id));
  const stays = ({ place }: { place: string }) => !gone.has(place.split('/')[1] ?? '') || !place.startsWith('circuits/');
  const joined: Job = {
    ...job,
    ...ALONE,
    separation: { ...job.separation, kind: 'none' },
    circuits: [one],
    furtherSources: job.furtherSources.map((source) => ({ ...source, at: null })),
    hotWater: job.hotWater && { ...job.hotWater, at: null },
    rooms: job.rooms.map((room) => ({
      ...room,
      circuit: room.circuit === null && room.emitters.every((each) => each.circuit === null) ? null : one.id,
      emitters: room.emitters.map((emitter) => ({ ...emitter, circuit: null })),
    })),
    assumptions: job.assumptions.filter(stays),
    unread: job.unread.filter(stays),
  };
  const needs = ladder(joined).flatMap((rung) => (Number.isFinite(rung.needed) ? [rung.needed] : []));
  const flowTemperature = Math.min(Math.ceil(needs.length > 0 ? Math.max(...needs) : main.flowTemperature), HOTTEST);
  return {
    ...joined,
    rulebook: 'open-low-temperature',
    circuits: [{ ...one, flowTemperature }],
    source: {
      ...joined.source,
      flowTemperature,
      temperatureDifference: fall,
      curve: joined.source.curve ?? AUTO_CURVE,
    },
  };
}

/** The pipe trees of all circuits on one; those that come to it get ids that are free there. */
function joinedSections({ circuits }: Job, main: Circuit): Section[] {
  const next = idsAfter('s', main.sections);
  const joining = circuits.filter((circuit) => circuit.id !== main.id);
  return [
    ...main.sections,
    ...joining.flatMap(({ sections }) => {
      const renamed = new Map(sections.map((section) => [section.id, next()]));
      return sections.map((section) => ({
        ...section,
        id: renamed.get(section.id) as string,
        from: section.from && (renamed.get(section.from) ?? section.from),
      }));
    }),
  ];
}

/** Behind a separator the source has to send at least what the circuits draw; its delta T is made narrow enough for that. */
function undiluted(job: Job): Job {
  if (!pipingOf(job).between().traits.decouples) return job;
  const { source } = designJob(job);
  // On a ring each pair has to get what it draws, not all of them together.
  const drawn = source?.pairs.length ? Math.max(...source.pairs.map((pair) => pair.drawn.value)) : source?.secondaryFlow.value;
  if (!source || source.massFlow.value >= (drawn ?? 0)) return job;
  return { ...job, source: { ...job.source, temperatureDifference: 'auto' } };
}
