import type { Job } from '../../model/job.ts';
import { type PortRef, stationOf } from './plan.ts';
import { entryOf, hasPort } from './plan-of-job.ts';

/** Something that hangs on one station while it heats and on another while it cools: two valves turn its flow and its return over. */
export interface Changeover {
  place: string;
  name: string;
  coldAt: PortRef;
}

/** Everything of a job that turns over to cold water. */
export const changeoversOf = ({ source, circuits }: Pick<Job, 'source' | 'circuits'>): Changeover[] => [
  ...(source.coldAt === null ? [] : [{ place: 'source', name: source.name || 'The source', coldAt: source.coldAt }]),
  ...circuits.flatMap(({ id, name, coldAt }) => (coldAt === null ? [] : [{ place: `circuits/${id}`, name, coldAt }])),
];

/** Ids of the stations that hold cold water. */
export const coldStations = ({ stations }: Pick<Job, 'stations'>): string[] =>
  stations.flatMap(({ id, cold }) => (cold ? [id] : []));

/** Whether a port is one of a station of cold water. */
export const isCold = (job: Pick<Job, 'separation' | 'stations'>, ref: PortRef): boolean =>
  hasPort(job, ref) && entryOf(job, stationOf(ref)) !== undefined && coldStations(job).includes(stationOf(ref));
