import type { Display } from '../../model/job.ts';
import { formatNumber } from '../quantity/format.ts';
import { fromSI, unitFor } from '../quantity/units.ts';

/** Conductivity of pipe insulation at the temperatures of heating, W/(m K): foam and mineral wool, common practice. */
export const INSULATION_CONDUCTIVITY = 0.035;
/** Heat from a surface to still air indoors, W/(m2 K), radiation included: the usual 10, from memory of ISO 12241. */
const SURFACE = 10;

/**
 * Heat that a metre of pipe gives off for each kelvin above its surroundings, W/(m K): ISO 12241, linear thermal
 * transmittance. What the water and the wall of the pipe resist is left out, as the standard allows.
 *
 * 1 / U = ln(D_a / D_i) / (2 pi lambda) + 1 / (h_a pi D_a)
 * @param outside of the bare pipe, m @param insulation its thickness in m, 0 for a bare pipe
 * @param conductivity of the insulation, W/(m K)
 */
export function pipeTransmittance(outside: number, insulation: number, conductivity = INSULATION_CONDUCTIVITY): number {
  const diameter = outside + 2 * insulation;
  return 1 / (Math.log(diameter / outside) / (2 * Math.PI * conductivity) + 1 / (SURFACE * Math.PI * diameter));
}

/**
 * Insulation that a pipe gets unless a thickness is given, m: 20 mm up to a bore of 22 mm, 30 mm up to 35 mm, then as
 * thick as the bore, at most 100 mm. Common practice at 0.035 W/(m K); local codes decide.
 */
export function usualInsulation(bore: number): number {
  if (bore <= 0.022) return 0.02;
  return bore <= 0.035 ? 0.03 : Math.min(bore, 0.1);
}

const QUARTERS = ['', '1/4', '1/2', '3/4'] as const;

/**
 * A thickness of insulation as it is sold: whole mm, or the nearest quarter of an inch: "20 mm", "1 1/4 in".
 * @param thickness m
 */
export function insulationWords(thickness: number, display: Display): string {
  if (unitFor('bore', display) !== 'in') return `${formatNumber(fromSI(thickness, 'bore', 'mm'), 0)}\u00a0mm`;
  const quarters = Math.max(1, Math.round(4 * fromSI(thickness, 'bore', 'in')));
  const whole = Math.floor(quarters / 4);
  return `${[whole > 0 ? String(whole) : '', QUARTERS[quarters % 4]].filter(Boolean).join(' ')}\u00a0in`;
}

/**
 * Outside of the insulation of a pipe, degrees C. Source: ISO 12241, the share of the whole resistance that lies between surface and air.
 * @param outside of the bare pipe, m @param insulation its thickness, m @param water @param around degrees C
 */
export function insulationSurface(outside: number, insulation: number, water: number, around: number): number {
  const diameter = outside + 2 * insulation;
  return around + (pipeTransmittance(outside, insulation) * (water - around)) / (SURFACE * Math.PI * diameter);
}

/** Thicknesses of closed-cell insulation that merchants stock, m: common practice. */
const STOCKED_INSULATION = [0.006, 0.009, 0.013, 0.019, 0.025, 0.032, 0.04, 0.05] as const;

/** The thinnest stocked insulation whose outside stays as warm as wanted, m; null where none does. */
export const insulationAgainstDew = (outside: number, water: number, around: number, wanted: number): number | null =>
  STOCKED_INSULATION.find((thickness) => insulationSurface(outside, thickness, water, around) >= wanted) ?? null;
