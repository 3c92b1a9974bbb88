import { FIRST_PAIR, type Job } from '../../model/job.ts';
import { type Branch, type Plan, portOf, type Station } from './plan.ts';

/** The first station of a job, between its source and all else, by what its entries call it. */
const FIRST: Record<Job['separation']['kind'], { kind: Station['kind']; enters: string; leaves: string }> = {
  none: { kind: 'bars', enters: 'a', leaves: 'a' },
  'low-loss-header': { kind: 'header', enters: 'a', leaves: 'b' },
  'closely-spaced-tees': { kind: 'ring', enters: 'feed', leaves: 'b' },
  buffer: { kind: 'tank', enters: 'a', leaves: 'b' },
  'plate-exchanger': { kind: 'plates', enters: 'hot', leaves: 'cold' },
};

const PORTS: Partial<Record<Station['kind'], Station['ports']>> = {
  tank: [{ id: 'a' }, { id: 'b' }],
};

/** What of a job says how it is piped. */
export type PipedJob = Pick<Job, 'furtherSources' | 'separation' | 'distribution' | 'circuits' | 'hotWater'>;

/** Ids of the stations of a job. */
const FIRST_STATION = 'st1';
const ZONE_BARS = 'st2';
const CYLINDER = 'hw';

/**
 * How a job's plant is piped: sources on the near side of its first station; circuits and the cylinder on the far side, or on bars of
 * their own behind one pump where valves let the water in.
 */
export function planOf(job: PipedJob): Plan {
  const first = FIRST[job.separation.kind];
  // The first pair of tees is the loop's own, the others are entries of their own.
  const pairs = [{ id: FIRST_PAIR }, ...job.separation.pairs.map(({ id }) => ({ id }))];
  const ports = first.kind === 'ring' ? pairs : (PORTS[first.kind] ?? []);
  const stations: Station[] = [{ id: FIRST_STATION, kind: first.kind, place: 'separation', ports }];
  const near = portOf(FIRST_STATION, first.enters);
  const far = portOf(FIRST_STATION, first.leaves);
  const branches: Branch[] = [
    // Where nothing parts the two, the pumps of the circuits move the source's water.
    { kind: 'source', id: 's1', place: 'source', at: near, pump: job.separation.kind !== 'none', order: 'lead' },
    ...job.furtherSources.map(
      ({ id, order }): Branch => ({ kind: 'source', id, place: `furtherSources/${id}`, at: near, pump: true, order }),
    ),
  ];
  const shared = job.distribution.kind === 'valves';
  /** Where something hangs that names a pair of tees, if there is such a pair. */
  const onPair = (pair: string | null) =>
    pair !== null && ports.some(({ id }) => id === pair) && first.kind === 'ring' ? portOf(FIRST_STATION, pair) : null;
  let hangs = far;
  if (shared) {
    hangs = portOf(ZONE_BARS, 'a');
    stations.push({ id: ZONE_BARS, kind: 'bars', place: 'distribution', ports: [] });
    branches.push({ kind: 'link', id: 'l1', place: 'distribution', at: far, to: hangs, pump: true });
  }
  for (const { id, connection, pair } of job.circuits) {
    const at = onPair(pair) ?? hangs;
    // The valve of a mixed circuit mixes, and its pump moves; away from the one pump every circuit needs its own.
    const pump = !shared || connection === 'mixed' || at !== hangs;
    branches.push({ kind: 'circuit', id, place: `circuits/${id}`, at, pump });
  }
  if (job.hotWater) {
    stations.push({ id: CYLINDER, kind: 'cylinder', place: 'hotWater', ports: [{ id: 'coil', coil: true }] });
    const at = onPair(job.hotWater.pair) ?? hangs;
    branches.push({ kind: 'link', id: 'hw', place: 'hotWater', at, to: portOf(CYLINDER, 'coil'), pump: !shared || at !== hangs });
  }
  return { stations, branches };
}
