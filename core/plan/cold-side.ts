import type { Circuit, Job, Source, StationEntry } from '../../model/job.ts';
import { newSeparation } from '../../model/new-job.ts';
import { shifted } from '../../model/quantities.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { coldStations } from './changeover.ts';
import { stationOf } from './plan.ts';
import type { SettledJob } from './settled-job.ts';

/** What makes the cold water of a plant: its source turned round, or a machine at the cold tank. */
export type ColdSource =
  | { kind: 'turned-round'; source: Source & { cooling: NonNullable<Source['cooling']> } }
  | { kind: 'own'; station: StationEntry; chiller: NonNullable<StationEntry['chiller']> };

/** How a plant stands when it cools. */
export interface ColdSide {
  source: ColdSource;
  /** Tank of cold water that everything turns over to; null where it cools through the bars that it heats through. */
  tank: StationEntry | null;
  /** Circuits that take part. */
  circuits: (Circuit & { cooling: NonNullable<Circuit['cooling']> })[];
}

/** Why a circuit that has cold water in its entries gets none. */
export type Absent = 'no-source' | 'other-tank' | 'no-tank' | 'later';

/** What cools a plant and what takes part; null where nothing makes cold water or nothing takes it. */
export function coldSideOf(job: Job): ColdSide | null {
  if (job.mode !== 'heating-and-cooling') return null;
  const tank = coldTankOf(job);
  const source = coldSourceOf(job, tank);
  if (!source) return null;
  const circuits = job.circuits.flatMap((circuit) => (cools(circuit) && absence(job, circuit, tank) === null ? [circuit] : []));
  return circuits.length > 0 ? { source, tank, circuits } : null;
}

const cools = (circuit: Circuit): circuit is ColdSide['circuits'][number] => circuit.cooling !== null;

/** Circuits with cold water in their entries that get none, and why. */
export function absentCircuits(job: Job): { circuit: Circuit; why: Absent }[] {
  if (job.mode !== 'heating-and-cooling') return [];
  const tank = coldTankOf(job);
  const source = coldSourceOf(job, tank);
  return job.circuits.flatMap((circuit) => {
    if (!cools(circuit)) return [];
    const why = source ? absence(job, circuit, tank) : 'no-source';
    return why === null ? [] : [{ circuit, why }];
  });
}

/** The tank that what turns over turns over to; the first that holds cold water. */
function coldTankOf(job: Job): StationEntry | null {
  const cold = new Set(coldStations(job));
  const named = [job.source.coldAt, ...job.circuits.map(({ coldAt }) => coldAt)].flatMap((at) =>
    at !== null && cold.has(stationOf(at)) ? [stationOf(at)] : [],
  );
  const id = named[0] ?? job.stations.find(({ cold: holds, chiller }) => holds && chiller)?.id;
  return job.stations.find((station) => station.id === id) ?? null;
}

function coldSourceOf({ source }: Job, tank: StationEntry | null): ColdSource | null {
  if (tank?.chiller) return { kind: 'own', station: tank, chiller: tank.chiller };
  const { cooling } = source;
  if (!cooling || !traitsOf(source).heatPump) return null;
  // With a tank it has to turn over to that.
  if (tank && (source.coldAt === null || stationOf(source.coldAt) !== tank.id)) return null;
  return { kind: 'turned-round', source: { ...source, cooling } };
}

function absence(job: Job, { coldAt, phase }: Circuit, tank: StationEntry | null): Absent | null {
  if (phase === 'later') return 'later';
  if (!tank) return coldAt === null ? null : 'no-tank';
  if (coldAt === null) return 'no-tank';
  return stationOf(coldAt) === tank.id && coldStations(job).includes(tank.id) ? null : 'other-tank';
}

/** What the cold water of a plant is sent with, degrees C: by its machine, or by the ground alone. */
export function coldFlowOf({ source }: ColdSide): number {
  return source.kind === 'own' ? source.chiller.flowTemperature : source.source.cooling.flowTemperature;
}

/**
 * The job as it stands when it cools: only what takes part, with the water of summer in it, the tank of cold water in place of what
 * stands between source and circuits where it turns over to that. Pipes, pumps and valves are those of winter.
 */
export function coldJobOf(job: SettledJob, side: ColdSide): SettledJob {
  const { tank } = side;
  const sent = coldFlowOf(side);
  const circuits = side.circuits.map((circuit): Circuit => {
    const { flowTemperature, temperatureDifference } = circuit.cooling;
    return { ...circuit, flowTemperature, temperatureDifference, curve: null, ...(tank ? { at: null } : {}) };
  });
  const own = side.source.kind === 'own';
  return {
    ...job,
    // The house is as warm as its rooms, and so are the pipes in it.
    site: { ...job.site, pipeSurroundings: job.site.summerRoom },
    circuits,
    source: {
      ...job.source,
      flowTemperature: shifted(sent, 0),
      temperatureDifference: sourceRise(side),
      curve: null,
      returnLift: null,
      ...(own ? { pumpControl: 'fixed-speed', pumpOn: 'flow', pump: 'auto', components: ['isolating-valve'] } : {}),
    },
    furtherSources: [],
    hotWater: null,
    ...(tank ? { separation: separationOf(tank), stations: [], links: [] } : {}),
  };
}

/** What a tank of cold water is to the water that passes it. */
function separationOf({ kind, bore, spacing, before, after, pairs, volume, connections, standingLoss, approach }: StationEntry) {
  return newSeparation(kind, { bore, spacing, before, after, pairs, volume, connections, standingLoss, approach });
}

/** K that the water of the machine warms by: common practice, 5; where it draws straight on circuits, what those bring back. */
const USUAL_RISE = 5;
export const sourceRise = ({ circuits, tank }: ColdSide): number =>
  tank || circuits.length === 0
    ? USUAL_RISE
    : circuits.reduce((sum, { cooling }) => sum + cooling.temperatureDifference, 0) / circuits.length;
