import type { Construction } from './construction-schema.ts';
import type { Emitter, Floor } from './emitter.ts';
import type { Job } from './job.ts';

const SHARED = ['system', 'pipe', 'cover', 'conductivity', 'insulation', 'below', 'contact', 'heatTransfer'] as const;
type Shared = Omit<Construction, 'id' | 'name'>;

/** What of a floor its construction gives it. */
export const sharedOf = (floor: Shared): Shared =>
  Object.fromEntries(SHARED.map((key) => [key, floor[key]])) as unknown as Shared;

/** A floor built as a construction. */
export const builtAs = (floor: Floor, construction: Construction): Floor => ({
  ...floor,
  ...sharedOf(construction),
  construction: construction.id,
});

const differs = (floor: Floor, construction: Construction): boolean =>
  SHARED.some((key) => JSON.stringify(floor[key]) !== JSON.stringify(construction[key]));

/** A job with every emitter looked at; rooms in which nothing changes stay the same objects. */
export function withEmitters(job: Job, change: (emitter: Emitter) => Emitter): Job {
  let changed = false;
  const rooms = job.rooms.map((room) => {
    const emitters = room.emitters.map(change);
    if (emitters.every((each, i) => each === room.emitters[i])) return room;
    changed = true;
    return { ...room, emitters };
  });
  return changed ? { ...job, rooms } : job;
}

/** A job in which every floor is what its construction says: after a construction changed, or two people's work was joined. */
export function withConstructions(job: Job): Job {
  const known = new Map(job.constructions.map((each) => [each.id, each]));
  return withEmitters(job, (emitter) => {
    if (emitter.kind !== 'floor' || emitter.construction === null) return emitter;
    const construction = known.get(emitter.construction);
    if (!construction) return { ...emitter, construction: null };
    return differs(emitter, construction) ? builtAs(emitter, construction) : emitter;
  });
}

const OF_FLOOR = new RegExp(`^rooms/[^/]+/emitters/[^/]+/(${SHARED.join('|')})(/|$)`);

/** Whether a place is one that a floor has from its construction; changing it there makes the floor one of its own. */
export const isShared = (place: string): boolean => OF_FLOOR.test(place);

/** Floors built as a construction. */
export const builtSo = (job: Pick<Job, 'rooms'>, id: string): number =>
  job.rooms.reduce(
    (sum, room) => sum + room.emitters.filter((each) => each.kind === 'floor' && each.construction === id).length,
    0,
  );
