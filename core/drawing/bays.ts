import type { Job } from '../../model/job.ts';
import { isOnPair } from '../design/points.ts';
import { isEntered, type Piping } from '../piping/piping.ts';
import { type LinkBranch, type PortRef, portOf, type Station, stationOf } from '../plan/plan.ts';
import { KINDS } from '../station/kinds.ts';
import type { Riser } from './bars.ts';
import { COLUMN, risersOf } from './layout.ts';

/** Room for the pump, the parts and the symbol of a further station, before its first column. */
export const BAY = { width: 196, pump: 36, symbol: 150 };

/** One pair of pipes out of a station: what hangs on it, from the left, and the station that its pipes go on to. */
export interface Lane {
  port: PortRef;
  /** Id of the port. */
  id: string;
  risers: readonly Riser[];
  /** Left edge of the first and of the last of its columns. */
  first: number;
  last: number;
  next: { link: LinkBranch; bay: Bay } | null;
}

/** A station with all that hangs on it or behind it, as wide as it needs. */
export interface Bay {
  station: Station;
  /** Middle of its symbol. */
  x: number;
  lanes: Lane[];
  /** Right edge. */
  end: number;
}

/** What stands in a column of its own. */
interface Hanging {
  id: string;
  place: string;
  hand: 'right' | 'left';
}

const hangingOn = (job: Job, piping: Piping, port: PortRef): Hanging[] => {
  const { sharedLink } = piping;
  const at = (place: string) => {
    const own = piping.branch(place).at;
    // What hangs behind the one pump stands where that draws from.
    return sharedLink && own === sharedLink.to ? sharedLink.at : own;
  };
  return [
    ...job.circuits.map(({ id, hand }): Hanging => ({ id, place: `circuits/${id}`, hand })),
    ...(job.hotWater ? [{ id: 'hotWater', place: 'hotWater', hand: 'right' as const }] : []),
    // A source on a pair of tees stands among what draws: its water goes up from the first tee and comes down to the second.
    ...piping.elsewhere
      .filter((branch) => isOnPair(piping, branch))
      .map(({ id, place }) => ({ id, place, hand: 'right' as const })),
  ].filter(({ place }) => at(place) === port);
};

/** Ports that things may hang on, in the order the water meets them. */
const portsOut = (station: Station): string[] => {
  if (station.kind === 'ring') return station.ports.map(({ id }) => id);
  return [station.kind === 'bars' ? 'a' : KINDS[station.kind].traits.partsWater ? 'cold' : 'b'];
};

/**
 * Lays a station out with its columns and the stations behind it, each pair of pipes after the other.
 * @param from left edge of its first column @param x middle of its symbol
 * @param links those that are drawn in line; each is laid out once
 */
export function bayOf(job: Job, piping: Piping, station: Station, x: number, from: number, links: readonly LinkBranch[]): Bay {
  let left = from;
  const lanes = portsOut(station).map((id): Lane => {
    const port = portOf(station.id, id);
    const first = left;
    const risers = hangingOn(job, piping, port).map((each) => {
      const riser = { id: each.id, ...risersOf(left, each.hand) };
      left += COLUMN;
      return riser;
    });
    const last = Math.max(left - COLUMN, first);
    const link = links.find((each) => each.at === port && isEntered(each));
    const to = link && piping.station(stationOf(link.to));
    let next: Lane['next'] = null;
    if (link && to) {
      // A pair of tees that nothing else hangs on needs room for its own short pipes.
      const start = left + (station.kind === 'ring' && risers.length === 0 ? 60 : 0);
      const bay = bayOf(job, piping, to, start + BAY.symbol, start + BAY.width, links);
      left = bay.end;
      next = { link, bay };
    }
    return { port, id, risers, first, last, next };
  });
  return { station, x, lanes, end: Math.max(left, from) };
}

/** Links drawn in line, one from each port and one to each station; the rest run below the sheet. */
export function linksInLine(piping: Piping): LinkBranch[] {
  const taken = new Set<PortRef>();
  return piping.linksOutwards.filter(({ at }) => {
    if (taken.has(at)) return false;
    taken.add(at);
    return true;
  });
}

/** Every lane of a bay and of those behind it. */
export const lanesOf = (bay: Bay): { bay: Bay; lane: Lane }[] =>
  bay.lanes.flatMap((lane) => [{ bay, lane }, ...(lane.next ? lanesOf(lane.next.bay) : [])]);
