import type { BuildingClass, Job, Room } from '../../model/job.ts';
import { isRoughCooling, roughCoolingLoad } from './cooling-loads.ts';

interface ClassData {
  label: string;
  /** W per m2 of floor between 20 °C inside and -12 °C outside. */
  perArea: number;
}

/** Rough heat loads by how a building keeps its heat: common practice, figures from memory. */
export const BUILDING_CLASSES_DATA: Record<BuildingClass, ClassData> = {
  uninsulated: { label: 'Old, not insulated', perArea: 130 },
  'partly-insulated': { label: 'Old, partly insulated', perArea: 95 },
  insulated: { label: 'Insulated, some decades old', perArea: 65 },
  modern: { label: 'Modern, well insulated', perArea: 40 },
  'low-energy': { label: 'Low-energy house', perArea: 18 },
};
/** Difference the figures stand for, K: loads go with it. */
const STANDS_FOR = 32;

/** Rough load of a room in W by its area and the class of the building; null without either. */
export function roughLoad(job: Job, room: Room): number | null {
  if (job.roughLoads === null || room.area === null) return null;
  const above = Math.max(0, room.roomTemperature - job.site.outdoorDesignTemperature);
  return (BUILDING_CLASSES_DATA[job.roughLoads].perArea * room.area * above) / STANDS_FOR;
}

/** Whether the load of a room is only a rough one. An entry that cannot be read yet is none: it has to be mended. */
export const isRough = (job: Job, room: Room): boolean =>
  room.heatLoad === null &&
  roughLoad(job, room) !== null &&
  !job.unread.some((entry) => entry.place === `rooms/${room.id}/heatLoad`);

const filled = new WeakMap<Job, Job>();

/**
 * The job with rough loads where none are known, for whoever computes with it. What a person entered stays as it is, and
 * the job that is kept never holds a rough load as if it were one.
 */
export function withRoughLoads(job: Job): Job {
  if (job.roughLoads === null) return job;
  const seen = filled.get(job);
  if (seen) return seen;
  const rooms = job.rooms.map((room) => ({
    ...room,
    ...(isRough(job, room) ? { heatLoad: roughLoad(job, room) } : {}),
    ...(isRoughCooling(job, room) ? { coolingLoad: roughCoolingLoad(job, room) } : {}),
  }));
  const next = { ...job, rooms };
  filled.set(job, next);
  // A job already filled stays itself.
  filled.set(next, next);
  return next;
}
