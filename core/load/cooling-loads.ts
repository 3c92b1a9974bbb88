import type { BuildingClass, HouseMass, Job, Room } from '../../model/job.ts';
import { sunOnWall } from './sun-on-side.ts';

/** Rough sensible cooling loads by how a building keeps heat out, W per m2 of floor: common practice, figures from memory. */
const ROUGH: Record<BuildingClass, number> = {
  uninsulated: 55,
  'partly-insulated': 48,
  insulated: 42,
  modern: 35,
  'low-energy': 28,
};
/** A room that the low sun reaches takes so much more, one to the north so much less: common practice. */
const BY_SIDE: Record<NonNullable<Room['facing']>, number> = {
  n: 0.7,
  ne: 0.9,
  e: 1.15,
  se: 1.15,
  s: 1,
  sw: 1.25,
  w: 1.35,
  nw: 1.1,
};

/** Rough sensible load of a room in W by its area, the class of the building and where it looks; null without class or area. */
export function roughCoolingLoad({ roughLoads }: Pick<Job, 'roughLoads'>, { area, facing }: Room): number | null {
  if (roughLoads === null || area === null) return null;
  return ROUGH[roughLoads] * area * (facing === null ? 1 : BY_SIDE[facing]);
}

/** Whether anything of a room gets cold water. */
const cooled = ({ circuits }: Pick<Job, 'circuits'>, { circuit, emitters }: Room): boolean =>
  circuits.some(({ id, cooling }) => cooling !== null && (circuit === id || emitters.some((emitter) => emitter.circuit === id)));

/** Whether the cooling load of a room is only a rough one. */
export const isRoughCooling = (job: Job, room: Room): boolean =>
  job.mode === 'heating-and-cooling' &&
  room.coolingLoad === null &&
  cooled(job, room) &&
  roughCoolingLoad(job, room) !== null &&
  !job.unread.some((entry) => entry.place === `rooms/${room.id}/coolingLoad`);

/** Share of the sun where nobody gave one: none where nobody knows where a room looks, little to the north. Common practice. */
const USUAL_SUN = { north: 0.25, other: 0.6 };
export const sunShareOf = ({ sunShare, facing }: Pick<Room, 'sunShare' | 'facing'>): number =>
  sunShare !== 'auto' ? sunShare : facing === null ? 0 : facing === 'n' ? USUAL_SUN.north : USUAL_SUN.other;

/** Hours by which floors and walls hold the sun back before it warms the air: common practice. */
const HELD_BACK: Record<HouseMass, number> = { light: 1, medium: 2.5, heavy: 5 };
/** What people, things and the warmth outdoors bring is at its height at this hour, and at night so much of it is left. */
const WARMEST = 15;
const AT_NIGHT = 0.6;

/** 24 values that follow another 24 by a time constant in hours, the day before being alike. */
function heldBack(values: readonly number[], hours: number): number[] {
  const keeps = Math.exp(-1 / hours);
  let now = values.reduce((sum, value) => sum + value, 0) / values.length;
  const after = values.map(() => 0);
  // Two days to forget where it began, then the one that counts.
  for (let i = 0; i < 3 * 24; i++) {
    now = keeps * now + (1 - keeps) * (values[i % 24] as number);
    after[i % 24] = now;
  }
  return after;
}

/** Sensible load of a room through the hottest day as a share of its largest, by the hour of the sun: 24 values, the largest 1. */
export function coolingProfile(room: Pick<Room, 'sunShare' | 'facing'>, latitude: number, mass: HouseMass): number[] {
  const hours = Array.from({ length: 24 }, (_, hour) => hour);
  const facing = room.facing ?? 's';
  const share = sunShareOf(room);
  const sun = heldBack(
    hours.map((hour) => sunOnWall(facing, latitude, hour + 0.5)),
    HELD_BACK[mass],
  );
  const mostSun = Math.max(...sun, 1e-9);
  const rest = (hour: number) => (1 + AT_NIGHT) / 2 + ((1 - AT_NIGHT) / 2) * Math.cos(((hour + 0.5 - WARMEST) / 12) * Math.PI);
  const all = hours.map((hour) => (share * (sun[hour] as number)) / mostSun + (1 - share) * rest(hour));
  const most = Math.max(...all);
  return all.map((value) => value / most);
}

/** What all rooms ask together through the hottest day. */
export interface CoolingPeak {
  /** W, sensible and latent, at the hour when it is most, and that hour of the sun. */
  most: number;
  hour: number;
  /** Sum of what each room asks at its own worst hour, W. */
  sum: number;
  /** W by the hour. */
  byHour: number[];
}

/** Sensible and latent load of rooms together: latent loads last all day, the sun goes round the house. */
export function coolingPeak(
  rooms: readonly Pick<Room, 'coolingLoad' | 'latentLoad' | 'sunShare' | 'facing'>[],
  latitude: number,
  mass: HouseMass,
): CoolingPeak {
  const byHour = Array.from({ length: 24 }, () => 0);
  let sum = 0;
  for (const room of rooms) {
    const sensible = room.coolingLoad ?? 0;
    const latent = room.latentLoad ?? 0;
    sum += sensible + latent;
    coolingProfile(room, latitude, mass).forEach((share, hour) => {
      byHour[hour] = (byHour[hour] as number) + sensible * share + latent;
    });
  }
  const most = Math.max(...byHour);
  return { most, hour: byHour.indexOf(most), sum, byHour };
}
