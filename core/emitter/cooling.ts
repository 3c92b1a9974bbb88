import type { Emitter, Floor, Rated } from '../../model/emitter.ts';
import type { Celsius } from '../../model/quantities.ts';
import { humidityRatio } from '../fluid/moist-air.ts';
import { logMean } from '../network/heat.ts';
import { closestGap, floorTransfer, overRows, SURFACE } from './floor.ts';

/** Cold water as a circuit brings it: degrees C, and the K it warms by. */
export interface ColdWater {
  flow: Celsius;
  rise: number;
}

/** Air of a room: degrees C and relative humidity, 0 to 1. */
export interface RoomAir {
  temperature: Celsius;
  humidity: number;
}

/** What an emitter takes out of a room, W, and the coldest surface that meets its air; null where a tray catches the water. */
export interface Cooling {
  sensible: number;
  latent: number;
  coldest: Celsius | null;
}

/** Heat transfer at a cooled floor, W/(m2 K): EN 1264-5, from memory. */
const COOLED_SURFACE = 6.5;
/** Covering between whose ends the standard turns a heated floor into a cooled one, m2 K/W. */
const COMPARED_COVERING = 0.15;

/**
 * Heat transfer of a cooled floor in W/(m2 K) of log-mean room over water: EN 1264-5, from memory.
 *
 * K_c = K_0 / (1 + (dR + R) / R' (K_0 / K' - 1)) with K_0 and K' of the heated floor bare and under R' = 0.15 m2K/W, R
 * its covering, and dR = 1 / 6.5 - 1 / 10.8, since cold air lies still on a floor.
 */
export function cooledFloorTransfer(floor: Floor, spacing: number): number {
  const bare = floorTransfer({ ...floor, covering: 0 }, spacing);
  const covered = floorTransfer({ ...floor, covering: COMPARED_COVERING }, spacing);
  const extra = 1 / COOLED_SURFACE - 1 / SURFACE + floor.covering;
  return bare / (1 + (extra / COMPARED_COVERING) * (bare / covered - 1));
}

/** Log-mean K of a room over water that warms by `rise`; 0 where it comes back no colder than the room. */
const coldExcess = ({ flow, rise }: ColdWater, room: Celsius): number =>
  flow + rise < room ? logMean(room - flow, room - flow - rise) : 0;

function floorCooling(floor: Floor, water: ColdWater, air: RoomAir): Cooling {
  const edge = Math.min(floor.edgeArea, floor.area);
  const inner = overRows(floor, (gap) => cooledFloorTransfer(floor, gap));
  const closest = cooledFloorTransfer(floor, closestGap(floor));
  const outer = edge > 0 ? cooledFloorTransfer(floor, floor.edgeSpacing) : 0;
  // The first metre has the coldest water; the closer spacing is the colder floor.
  const first = (Math.max(closest, outer) * Math.max(air.temperature - water.flow, 0)) / COOLED_SURFACE;
  const sensible = (inner * (floor.area - edge) + outer * edge) * coldExcess(water, air.temperature);
  return { sensible, latent: 0, coldest: air.temperature - first };
}

/** Whether water of a rating comes back warmer than it goes, and colder than the room: any other cools nothing. */
export const coolingRatingStands = ({ flow, return: back, room }: NonNullable<Rated['cooling']>): boolean =>
  back > flow && room > back;

/**
 * A coil with a fan. What it takes as warmth goes as the log-mean of air over water, as the effectiveness of a coil in
 * plentiful air; what it dries goes as the water in the air beyond what is saturated at the mean of its own water. The
 * second is an estimate: the data sheet's own figure at that water is better.
 */
function coilCooling({ cooling }: Rated, water: ColdWater, air: RoomAir): Cooling | null {
  if (!cooling) return null;
  if (!coolingRatingStands(cooling)) return { sensible: 0, latent: 0, coldest: null };
  const rated = coldExcess({ flow: cooling.flow, rise: cooling.return - cooling.flow }, cooling.room);
  const mean = (each: ColdWater) => each.flow + each.rise / 2;
  const drier = (at: RoomAir, coil: Celsius) => Math.max(0, humidityRatio(at.temperature, at.humidity) - humidityRatio(coil, 1));
  const ratedDrier = drier(
    { temperature: cooling.room, humidity: cooling.humidity },
    mean({ flow: cooling.flow, rise: cooling.return - cooling.flow }),
  );
  const ratedLatent = Math.max(0, cooling.total - cooling.sensible);
  return {
    sensible: (Math.min(cooling.sensible, cooling.total) * coldExcess(water, air.temperature)) / rated,
    latent: ratedDrier > 0 ? (ratedLatent * drier(air, mean(water))) / ratedDrier : 0,
    coldest: null,
  };
}

/** What an emitter takes out of a room with cold water; null for one that does not cool. */
export function coolingOf(emitter: Emitter, water: ColdWater, air: RoomAir): Cooling | null {
  if (emitter.kind === 'floor') return floorCooling(emitter, water, air);
  return emitter.kind === 'rated' ? coilCooling(emitter, water, air) : null;
}
