import type { Facing } from '../../model/job.ts';

/** Azimuth of each side of the house, degrees clockwise from north. */
const AZIMUTH: Record<Facing, number> = { n: 0, ne: 45, e: 90, se: 135, s: 180, sw: 225, w: 270, nw: 315 };
/** Declination of the sun on the hottest days, 21 July, degrees: the ASHRAE Handbook's tables, from memory. South of the equator it is summer in January. */
const DECLINATION = 20.6;
/** Clear sky of July: A in W/m2, B and C without a unit. ASHRAE Handbook Fundamentals (1997), from memory. */
const CLEAR = { A: 1085, B: 0.207, C: 0.136 };
/** What the ground sends back. */
const GROUND = 0.2;

const rad = (degrees: number): number => (degrees * Math.PI) / 180;

/** Where the sun stands: height over the horizon and azimuth clockwise from north, radians. @param hour of the sun, 0 to 24 @param latitude degrees north */
export function sunAt(latitude: number, hour: number): { height: number; azimuth: number } {
  const declination = rad(latitude < 0 ? -DECLINATION : DECLINATION);
  const angle = rad(15 * (hour - 12));
  const phi = rad(latitude);
  const up = Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.cos(angle);
  const north = Math.cos(phi) * Math.sin(declination) - Math.sin(phi) * Math.cos(declination) * Math.cos(angle);
  const east = -Math.cos(declination) * Math.sin(angle);
  return { height: Math.asin(Math.min(Math.max(up, -1), 1)), azimuth: Math.atan2(east, north) };
}

/**
 * Sun on an upright wall on a clear hottest day, W/m2: beam, sky and what the ground sends back.
 *
 * Beam A / e^(B / sin h) times the cosine of its angle on the wall; half the sky sends C times the beam, the ground a fifth of all that
 * falls on it. Source: ASHRAE clear-sky model, as remembered.
 */
export function sunOnWall(facing: Facing, latitude: number, hour: number): number {
  const { height, azimuth } = sunAt(latitude, hour);
  const sine = Math.sin(height);
  if (sine <= 0.01) return 0;
  const beam = CLEAR.A * Math.exp(-CLEAR.B / sine);
  const upon = Math.cos(height) * Math.cos(azimuth - rad(AZIMUTH[facing]));
  return beam * Math.max(upon, 0) + (beam * CLEAR.C) / 2 + (beam * (sine + CLEAR.C) * GROUND) / 2;
}
