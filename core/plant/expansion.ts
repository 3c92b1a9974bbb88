import { type Fluid, fluidState } from '../fluid/fluid.ts';

/** Atmospheric pressure at sea level, Pa: gauge pressures become absolute with it. */
export const ATMOSPHERE = 1e5;

/** Vessel sizes commonly stocked, in m3: common practice. */
export const VESSEL_SIZES = [8, 12, 18, 25, 35, 50, 80, 100, 140, 200, 250, 300, 400, 500, 600, 800, 1000].map(
  (litres) => litres / 1000,
);

/** Share by which what fills the plant grows between two temperatures in C, from its densities. */
export const expansionShare = (cold: number, hot: number, fluid: Fluid = { kind: 'water' }): number =>
  Math.max(0, fluidState(fluid, cold).density / fluidState(fluid, hot).density - 1);

/** A relief valve closes this far below its setting, Pa, up to settings of `TENTH_ABOVE`; above by a tenth of it (EN 12828). */
export const CLOSING_DIFFERENCE = 0.5e5;
export const TENTH_ABOVE = 5e5;
/** End pressure, Pa gauge: the relief setting less its closing difference (EN 12828). */
export const endPressure = (relief: number): number => (relief <= TENTH_ABOVE ? relief - CLOSING_DIFFERENCE : 0.9 * relief);

export interface VesselSum {
  expansion: number;
  reserve: number;
  /** (pe + 1 bar) / (pe - p0): how much vessel one litre of acceptance takes. */
  pressureFactor: number;
  /** Least nominal volume, m3; infinite when the pressures leave no room. */
  volume: number;
  small: boolean;
}

export interface VesselRules {
  reserveShare: number;
  leastReserve: number;
  smallVessel: number;
  smallReserveShare: number;
}

/**
 * Least volume of a diaphragm expansion vessel by the method of EN 12828 (annex on expansion vessels).
 * V = (Ve + Vwr) (pe + 1) / (pe - p0), pressures in bar; Vwr is 0.5 % of the content and at least 3 L, or 20 % of the
 * vessel for vessels under 15 L.
 * @param content of the system, m3 @param share by which it expands @param p0 gas pressure and
 * @param pe end pressure, both Pa gauge
 */
export function vesselVolume(content: number, share: number, p0: number, pe: number, rules: VesselRules): VesselSum {
  const expansion = content * share;
  const pressureFactor = pe > p0 ? (pe + ATMOSPHERE) / (pe - p0) : Number.POSITIVE_INFINITY;
  const ordinaryReserve = Math.max(rules.reserveShare * content, rules.leastReserve);
  const room = 1 - rules.smallReserveShare * pressureFactor;
  const smallVolume = room > 0 ? (expansion * pressureFactor) / room : Number.POSITIVE_INFINITY;
  if (smallVolume < rules.smallVessel) {
    return {
      expansion,
      reserve: rules.smallReserveShare * smallVolume,
      pressureFactor,
      volume: smallVolume,
      small: true,
    };
  }
  return {
    expansion,
    reserve: ordinaryReserve,
    pressureFactor,
    volume: (expansion + ordinaryReserve) * pressureFactor,
    small: false,
  };
}

/**
 * Filling pressure, Pa gauge, at which the cold vessel already holds its reserve: pa = Vn (p0 + 1)/(Vn - Vwr) - 1 bar (EN 12828).
 * @param volume nominal, m3 @param reserve m3
 */
export const fillPressure = (volume: number, reserve: number, p0: number): number =>
  reserve < volume ? (volume * (p0 + ATMOSPHERE)) / (volume - reserve) - ATMOSPHERE : Number.POSITIVE_INFINITY;

/** The smallest stocked vessel of at least this volume, m3; undefined above the largest. */
export const stockedVessel = (least: number): number | undefined => VESSEL_SIZES.find((size) => size >= least);
