import type { Facing } from '../../model/job.ts';
import type { RunZone } from './zone.ts';

/** Hour at which the sun stands before a window, by the side it looks to; none for those it hardly reaches in winter. */
export const SUN_HOUR: Record<Facing, number | null> = {
  n: null,
  ne: null,
  e: 9,
  se: 10.5,
  s: 12,
  sw: 13.5,
  w: 15,
  nw: null,
};
/** Hours the sun stays on a side either way, and the share of it that comes from the whole sky: from memory. */
const STAYS = 4;
const DIFFUSE = 0.25;
const NOON = 12;

/** Height of a profile over its hour, 0..1: a cosine. */
const about = (hour: number, middle: number): number =>
  Math.abs(hour - middle) < STAYS ? Math.cos(((hour - middle) / STAYS) * (Math.PI / 2)) : 0;

/** Sun on a side of a house as a share of what it is at its height; a side nobody named has the mean of the day. */
export const sunOn = (hour: number, at: number | null): number =>
  at === null ? DIFFUSE * about(hour, NOON) : (1 - DIFFUSE) * about(hour, at) + DIFFUSE * about(hour, NOON);

/** Heat from people, things and the sun in a zone, W. @param people @param sun shares of its load, the sun's at its height */
export function gainsIn({ load, facing }: RunZone, people: number, sun: number, hour: number): number {
  let shining = 0;
  for (const { hour: at, share } of facing) shining += share * sunOn(hour, at);
  return load * (people + sun * shining);
}
