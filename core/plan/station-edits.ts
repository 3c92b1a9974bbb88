import { FIRST_STATION, type Job, type Separation } from '../../model/job.ts';
import { newLink, newStation, nextId } from '../../model/new-job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { type PortRef, portOf, type StationKindId, stationOf } from './plan.ts';
import { entryOf, feedPort } from './plan-of-job.ts';

/** What the entries of a job call each kind of station between source and circuits. */
const CALLED: Partial<Record<StationKindId, Job['separation']['kind']>> = {
  bars: 'none',
  header: 'low-loss-header',
  ring: 'closely-spaced-tees',
  tank: 'buffer',
  coiled: 'coil-tank',
  plates: 'plate-exchanger',
};

/** Where the station between source and circuits is decided. */
export const BETWEEN = 'separation/kind';

/** Makes the station between source and circuits another kind. What both kinds know stays. */
export const betweenAs = (kind: StationKindId): JobEdit[] => [{ at: BETWEEN, value: CALLED[kind] ?? 'none' }];

/** A job with one more station of a kind, fed by pipes of their own from a port. */
export function withStation(job: Job, at: PortRef, kind: Separation['kind']): Job {
  const station = newStation(nextId('x', job.stations), kind);
  const link = newLink(nextId('l', [{ id: 'l1' }, ...job.links]), at, feedPort(station.id, station), {
    pump: kind === 'none' ? 'none' : 'auto',
  });
  return { ...job, stations: [...job.stations, station], links: [...job.links, link] };
}

/** A job without one of its further stations and the pipes to and from it; what hung on it hangs where it usually does. */
export function withoutStation(job: Job, id: string): Job {
  const gone = (at: PortRef | null) => at !== null && stationOf(at) === id;
  const links = new Set(job.links.filter(({ at, to }) => gone(at) || gone(to)).map((link) => link.id));
  const freed = <T extends { at: PortRef | null }>(hanging: T): T => (gone(hanging.at) ? { ...hanging, at: null } : hanging);
  const stays = ({ place }: { place: string }) => {
    const [list, item] = place.split('/');
    return !(list === 'stations' && item === id) && !(list === 'links' && links.has(item ?? ''));
  };
  return {
    ...job,
    stations: job.stations.filter((station) => station.id !== id),
    links: job.links.filter((link) => !links.has(link.id)),
    circuits: job.circuits.map((circuit) => ({ ...freed(circuit), coldAt: gone(circuit.coldAt) ? null : circuit.coldAt })),
    source: { ...job.source, coldAt: gone(job.source.coldAt) ? null : job.source.coldAt },
    furtherSources: job.furtherSources.map(freed),
    hotWater: job.hotWater && freed(job.hotWater),
    assumptions: job.assumptions.filter(stays),
    unread: job.unread.filter(stays),
  };
}

/** A job without one of the further pairs of tees of a station; what hung on it hangs where it usually does. */
export function withoutPair(job: Job, id: string, pair: string): Job {
  const [ref, place] = [portOf(id, pair), id === FIRST_STATION ? 'separation' : `stations/${id}`];
  const freed = <T extends { at: PortRef | null }>(hanging: T): T => (hanging.at === ref ? { ...hanging, at: null } : hanging);
  const entry = entryOf(job, id);
  const rest = applyEdits(job, [{ at: `${place}/pairs`, value: entry?.pairs.filter((each) => each.id !== pair) ?? [] }]);
  return {
    ...rest,
    links: rest.links.filter(({ at }) => at !== ref),
    circuits: rest.circuits.map(freed),
    furtherSources: rest.furtherSources.map(freed),
    hotWater: rest.hotWater && freed(rest.hotWater),
    unread: rest.unread.filter((each) => !each.place.startsWith(`${place}/pairs/${pair}/`)),
  };
}
