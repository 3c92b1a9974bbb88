import type { StateNote } from '../../model/book/entry.ts';
import type { SoundPlant } from '../fault/fault.ts';

/**
 * Share of what it stands above outdoors by which a room falls that gets no heat of its own: the others heat it through their walls.
 * Common practice, no source; a house in which nothing heats falls further.
 */
const FALLS = 0.25;
/** K by which a room with more heat than it asks for warms up at most: windows are opened. */
const MOST_WARMER = 3;
/** Heat in W below which a room is not heated at all, sound or not. */
const LEAST_HEAT = 1;

/** Share of its usual heat that each room gets. */
export type Shares = ReadonlyMap<string, number>;

/** @param now @param usual W by room, with every zone calling on the design day */
export function sharesOf(now: ReadonlyMap<string, number>, usual: ReadonlyMap<string, number>): Shares {
  return new Map([...usual].flatMap(([id, heat]) => (heat > LEAST_HEAT ? [[id, (now.get(id) ?? 0) / heat] as const] : [])));
}

/**
 * Rooms are as warm as the heat they have had: air that was too little heated for days is cold, whatever calls just now.
 * @param shown readings by key; those of the air are changed @param shares of usual heat that each room gets
 * @param state whose outdoor temperature it is; that of the design day without one
 */
export function withRoomAir(
  shown: ReadonlyMap<string, number>,
  shares: Shares,
  { job }: Pick<SoundPlant, 'job'>,
  { outdoor }: StateNote,
): Map<string, number> {
  const out = outdoor ?? job.site.outdoorDesignTemperature;
  const changed = new Map(shown);
  for (const [id, share] of shares) {
    const key = `rooms/${id}#air`;
    const kept = shown.get(key);
    if (kept === undefined) continue;
    const drawn = job.rooms.find((room) => room.id === id)?.roomTemperature ?? kept;
    // A room that is kept cooler than drawn takes more heat for it, a warmer one less: neither warms or cools it further.
    if ((share > 1 && kept < drawn) || (share < 1 && kept > drawn)) continue;
    const by = FALLS * (Math.max(share, 0) - 1) * Math.max(kept - out, 0);
    changed.set(key, kept + Math.min(by, MOST_WARMER));
  }
  return changed;
}
