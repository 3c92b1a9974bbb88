import { FIRST_STATION, type Job, type Separation } from '../../model/job.ts';
import { type PortRef, portOf, stationOf } from './plan.ts';
import { feedPort, type PipedJob, portNames } from './plan-of-job.ts';

/** What each kind of station is called in a sentence, without its article. */
const STATION_NAMES: Record<Separation['kind'], string> = {
  none: 'pair of bars',
  'low-loss-header': 'header',
  'closely-spaced-tees': 'ring main',
  buffer: 'tank',
  'coil-tank': 'tank with a coil',
  'plate-exchanger': 'plate exchanger',
};

/** What a station is called: as entered, or by its kind and its number among those of its kind. */
export function stationName(job: Pick<Job, 'separation' | 'stations'>, id: string): string {
  const all = [{ id: FIRST_STATION, name: '', kind: job.separation.kind }, ...job.stations];
  const own = all.find((station) => station.id === id);
  if (!own) return id;
  if (own.name) return own.name;
  const alike = all.filter(({ kind, name }) => kind === own.kind && name === '');
  const word = STATION_NAMES[own.kind];
  return `${word.charAt(0).toUpperCase()}${word.slice(1)}${alike.length > 1 ? ` ${alike.indexOf(own) + 1}` : ''}`;
}

/** A port that something may hang on, in words. */
export interface PortChoice {
  ref: PortRef;
  label: string;
}

/** Every port that circuits, further stations and sources may hang on: not those by which a station is fed, but where both are one. */
export function portsToHangOn(job: Pick<PipedJob, 'separation' | 'stations'>): PortChoice[] {
  return [{ id: FIRST_STATION, entry: job.separation }, ...job.stations.map((entry) => ({ id: entry.id, entry }))].flatMap(
    ({ id, entry }) => {
      const feed = feedPort(id, entry);
      const ports = portNames(entry).map((port) => portOf(id, port));
      const free = ports.filter((ref) => ref !== feed);
      const name = stationName(job, id);
      if (free.length === 0) return [{ ref: feed, label: name }];
      return free.map((ref, i) => ({
        ref,
        label: entry.kind === 'closely-spaced-tees' && free.length > 1 ? `${name}, pair ${i + 1}` : name,
      }));
    },
  );
}

/** Every port that a further source may hang on: what feeds a station beyond the first, and the pairs of tees of a ring main. */
export function portsToFeed(job: Pick<PipedJob, 'separation' | 'stations'>): PortChoice[] {
  const feeds = job.stations.map((entry) => ({ ref: feedPort(entry.id, entry), label: `Feeds ${stationName(job, entry.id)}` }));
  const pairs = portsToHangOn(job).filter(({ ref }) => {
    const id = stationOf(ref);
    const kind = id === FIRST_STATION ? job.separation.kind : job.stations.find((station) => station.id === id)?.kind;
    return kind === 'closely-spaced-tees';
  });
  return [...feeds, ...pairs];
}
