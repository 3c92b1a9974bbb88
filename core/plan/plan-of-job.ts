import type { Job } from '../../model/job.ts';
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
  ring: [{ id: 'b' }],
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
  const stations: Station[] = [{ id: FIRST_STATION, kind: first.kind, place: 'separation', ports: PORTS[first.kind] ?? [] }];
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
  let hangs = far;
  if (shared) {
    hangs = portOf(ZONE_BARS, 'a');
    stations.push({ id: ZONE_BARS, kind: 'bars', place: 'distribution', ports: [] });
    branches.push({ kind: 'link', id: 'l1', place: 'distribution', at: far, to: hangs, pump: true });
  }
  for (const { id, connection } of job.circuits) {
    // The valve of a mixed circuit mixes, and its pump moves.
    const pump = !shared || connection === 'mixed';
    branches.push({ kind: 'circuit', id, place: `circuits/${id}`, at: hangs, pump });
  }
  if (job.hotWater) {
    stations.push({ id: CYLINDER, kind: 'cylinder', place: 'hotWater', ports: [{ id: 'coil', coil: true }] });
    branches.push({ kind: 'link', id: 'hw', place: 'hotWater', at: hangs, to: portOf(CYLINDER, 'coil'), pump: !shared });
  }
  return { stations, branches };
}
