import { FIRST_PAIR, FIRST_STATION, type Job, type Separation } from '../../model/job.ts';
import { type Branch, type Plan, type PortRef, portOf, type Station, stationOf } from './plan.ts';

/** What the entries of a job call each kind of station, the port that feeds it, and the one that most things hang on. */
const KIND: Record<Separation['kind'], { kind: Station['kind']; enters: string; leaves: string }> = {
  none: { kind: 'bars', enters: 'a', leaves: 'a' },
  'low-loss-header': { kind: 'header', enters: 'a', leaves: 'b' },
  'closely-spaced-tees': { kind: 'ring', enters: 'feed', leaves: FIRST_PAIR },
  buffer: { kind: 'tank', enters: 'a', leaves: 'b' },
  'coil-tank': { kind: 'coiled', enters: 'hot', leaves: 'cold' },
  'plate-exchanger': { kind: 'plates', enters: 'hot', leaves: 'cold' },
};

/** Ports that are entries of their own. */
function portsOf({ kind, pairs }: Pick<Separation, 'kind' | 'pairs'>): Station['ports'] {
  // The first pair of tees is the loop's own, the others are entries of their own.
  if (kind === 'closely-spaced-tees') return [{ id: FIRST_PAIR }, ...pairs.map(({ id }) => ({ id }))];
  return kind === 'buffer' ? [{ id: 'a' }, { id: 'b' }] : [];
}

/** Every port of a station by its name, the one that feeds it first. */
export function portNames(entry: Pick<Separation, 'kind' | 'pairs'>): string[] {
  const { enters, leaves } = KIND[entry.kind];
  return [...new Set([enters, ...portsOf(entry).map(({ id }) => id), leaves])];
}

/** The port by which a station is fed. */
export const feedPort = (id: string, { kind }: Pick<Separation, 'kind'>): PortRef => portOf(id, KIND[kind].enters);

/** What of a job says how it is piped. */
export type PipedJob = Pick<
  Job,
  'furtherSources' | 'separation' | 'stations' | 'links' | 'distribution' | 'circuits' | 'hotWater'
>;

/** Ids of stations that have no entry of their own in the list of stations. */
const ZONE_BARS = 'st2';
const CYLINDER = 'hw';

/** What a job says of one of its stations; undefined for those that have no entry. */
export const entryOf = (
  { separation, stations }: Pick<PipedJob, 'separation' | 'stations'>,
  id: string,
): Separation | undefined => (id === FIRST_STATION ? separation : stations.find((station) => station.id === id));

/** Whether a job has a port of that name. */
export function hasPort(job: Pick<PipedJob, 'separation' | 'stations'>, ref: PortRef): boolean {
  const id = stationOf(ref);
  const entry = entryOf(job, id);
  return entry !== undefined && portNames(entry).some((port) => portOf(id, port) === ref);
}

/** Whether all that draws hangs behind further stations, so that no other pump is felt at the source. */
function allBeyond(job: PipedJob): boolean {
  const hanging = [...job.circuits, ...(job.hotWater ? [job.hotWater] : [])];
  return (
    hanging.length > 0 &&
    hanging.every(({ at }) => {
      let here = at === null || !hasPort(job, at) ? FIRST_STATION : stationOf(at);
      for (let steps = 0; steps <= job.stations.length; steps++) {
        if (here === FIRST_STATION) return false;
        if (entryOf(job, here)?.kind !== 'none') return true;
        const feed = job.links.find(({ to }) => stationOf(to) === here);
        if (!feed) return false;
        here = stationOf(feed.at);
      }
      return false;
    })
  );
}

/**
 * How a job's plant is piped: sources on the near side of its first station; circuits and the cylinder on the far side, or on bars of
 * their own behind one pump where valves let the water in, or on the port they name. Further stations hang where their links lead.
 */
export function planOf(job: PipedJob): Plan {
  const first = KIND[job.separation.kind];
  const station = (id: string, place: string, entry: Pick<Separation, 'kind' | 'pairs'>): Station => ({
    id,
    kind: KIND[entry.kind].kind,
    place,
    ports: portsOf(entry),
  });
  const stations: Station[] = [
    station(FIRST_STATION, 'separation', job.separation),
    ...job.stations.map((entry) => station(entry.id, `stations/${entry.id}`, entry)),
  ];
  const near = portOf(FIRST_STATION, first.enters);
  const far = portOf(FIRST_STATION, first.leaves);
  // The pump of the source reaches the circuits where nothing stands between.
  const bySource = job.distribution.kind === 'source' && job.separation.kind === 'none';
  /** The port that something names, where there is such a port. */
  const named = (ref: PortRef | null) => (ref !== null && hasPort(job, ref) ? ref : null);
  const branches: Branch[] = [
    // Where nothing parts the two, the pumps of the circuits move the source's water.
    {
      kind: 'source',
      id: 's1',
      place: 'source',
      at: near,
      pump: job.separation.kind !== 'none' || bySource || allBeyond(job),
      order: 'lead',
    },
    ...job.furtherSources.map(
      ({ id, order, at }): Branch => ({
        kind: 'source',
        id,
        place: `furtherSources/${id}`,
        at: named(at) ?? near,
        pump: true,
        order,
      }),
    ),
  ];
  const shared = job.distribution.kind === 'valves';
  let hangs = far;
  if (shared) {
    hangs = portOf(ZONE_BARS, 'a');
    stations.push({ id: ZONE_BARS, kind: 'bars', place: 'distribution', ports: [] });
    branches.push({
      kind: 'link',
      id: 'l1',
      place: 'distribution',
      at: far,
      to: hangs,
      pump: true,
      pumpOn: job.distribution.pumpOn,
    });
  }
  for (const { id, at, to, pump } of job.links) {
    const [from, into] = [named(at), named(to)];
    // Pipes that lead nowhere carry nothing; the review names them.
    if (from && into) branches.push({ kind: 'link', id, place: `links/${id}`, at: from, to: into, pump: pump !== 'none' });
  }
  for (const { id, connection, at: asked } of job.circuits) {
    const at = named(asked) ?? hangs;
    // The valve of a mixed circuit mixes, and its pump moves; away from the one pump every circuit needs its own.
    const pump = !(shared || bySource) || connection === 'mixed' || at !== hangs;
    branches.push({ kind: 'circuit', id, place: `circuits/${id}`, at, pump });
  }
  if (job.hotWater) {
    stations.push({ id: CYLINDER, kind: 'cylinder', place: 'hotWater', ports: [{ id: 'coil', coil: true }] });
    const at = named(job.hotWater.at) ?? hangs;
    branches.push({
      kind: 'link',
      id: 'hw',
      place: 'hotWater',
      at,
      to: portOf(CYLINDER, 'coil'),
      pump: !(shared || bySource) || at !== hangs,
    });
  }
  return { stations, branches };
}
