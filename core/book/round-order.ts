import type { Job } from '../../model/job.ts';
import { type ReadingPoint, readingPoints } from '../commission/reading-points.ts';
import type { Design } from '../design/design.ts';

/** One place on a walk through the plant: what is read there, two things at most, three where a room is. */
export interface Stop {
  place: string;
  where: string;
  /** What stands there in words: "Radiators, 1.B2". */
  what: string;
  storey: string;
  points: ReadingPoint[];
}

/**
 * The walk: source, circuits with their pumps, then the rooms storey by storey as the design lists them, each emitter by itself.
 * At a floor loop the meter is read and the return felt, at anything else the return and the air of the room.
 */
export function walkOf(job: Job, design: Design): Stop[] {
  const points = new Map(readingPoints(job, design).map((point) => [point.key, point]));
  const at = (...keys: string[]): ReadingPoint[] => keys.flatMap((key) => points.get(key) ?? []);
  const plant: Stop[] = [];
  const put = (stop: Stop, list: Stop[]) => {
    if (stop.points.length > 0) list.push(stop);
  };
  const own = job.source.name || 'Source';
  put({ place: 'source', where: own, what: 'Source', storey: 'Plant room', points: at('source#supply', 'source#back') }, plant);
  const rooms: Stop[] = [];
  for (const { id, name, sized } of design.circuits) {
    const place = `circuits/${id}`;
    put(
      { place, where: name, what: 'At the manifold', storey: 'Plant room', points: at(`${place}#supply`, `${place}#back`) },
      plant,
    );
    const floor = job.circuits.find((circuit) => circuit.id === id)?.emitters === 'floor';
    const aired = new Set<string>();
    for (const loop of sized?.loops ?? []) {
      const [point] = at(`${loop.place}#back`);
      // The air of a room is read once, at the last of its emitters on this walk.
      const air = aired.has(loop.roomId) ? [] : at(`rooms/${loop.roomId}#air`);
      aired.add(loop.roomId);
      const [, label] = point?.where.split(/, (.+)/) ?? [];
      put(
        {
          place: loop.place,
          where: loop.roomName,
          what: [name, label].filter(Boolean).join(', '),
          storey: loop.storey || 'Rooms',
          points: [...(floor ? at(`${loop.place}#flow`) : []), ...at(`${loop.place}#back`), ...(floor ? [] : air)],
        },
        rooms,
      );
    }
  }
  const storeys = [...new Set(job.rooms.map(({ storey }) => storey || 'Rooms'))];
  return [...plant, ...rooms.sort((a, b) => storeys.indexOf(a.storey) - storeys.indexOf(b.storey))];
}
