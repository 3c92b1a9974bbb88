import type { AirEntering, WetCoil } from './wet-coil.ts';

/** What a link does to the heat of the water in it. Powers in W, temperatures in degrees C, conductances in W/K. */
export type HeatSpec =
  /** Wall that loses heat to its surroundings. */
  | { kind: 'loss'; conductance: number; ambient: number }
  /** Emitter: Q = coefficient * (log-mean excess over the room) ** exponent. */
  | { kind: 'emitter'; coefficient: number; exponent: number; room: number }
  /** Heats to a set point as far as its power reaches; `power` 0 is a source that is off. */
  | { kind: 'source'; setPoint: number; power: number }
  /** Surface that takes heat out of a room: Q = coefficient * (log-mean of the room over the water) ** exponent. */
  | { kind: 'cooler'; coefficient: number; exponent: number; room: number }
  /** Coil that cools and dries the air a fan blows over it. */
  | { kind: 'coil'; coil: WetCoil; air: AirEntering }
  /** Cools to a set point as far as its power reaches; `power` 0 is one that is off. */
  | { kind: 'chiller'; setPoint: number; power: number }
  /** One side of a counterflow exchanger; `other` is the link of the other side. Both sides name each other. */
  | { kind: 'exchanger'; other: string; conductance: number };

/** What leaves a link as a straight line through the present state: out = slope * in + base. */
export interface HeatLine {
  slope: number;
  base: number;
}

/**
 * Log-mean of the excess temperatures at the two ends of an emitter.
 * @param hot excess where the water enters @param cold excess where it leaves, above 0
 */
export function logMean(hot: number, cold: number): number {
  const ratio = hot / cold;
  return Math.abs(ratio - 1) < 1e-6 ? (hot + cold) / 2 : (hot - cold) / Math.log(ratio);
}

/** Excess in K below which an emitter is taken as straight: its curve has no slope at rest, and nothing comes of it. */
const STRAIGHT_BELOW = 0.05;

/**
 * Excess temperature leaving an emitter, as a share of the excess entering, and how the leaving excess moves with it.
 *
 * C (in - out) = K ln-mean(in, out)^n. With w = ln(in / out) this is n ln w + (1 - n) ln(1 - e^-w) = ln(K in^(n-1) / C),
 * which rises with w and is solved by Newton's method in ln w; for n = 1, w = K / C at once.
 * @param capacityFlow C = mass flow times specific heat, W/K, above 0
 * @param excess water entering minus room, K, above 0
 */
export function emitterOutlet(coefficient: number, exponent: number, capacityFlow: number, excess: number): HeatLine {
  const bent = Math.max(excess, STRAIGHT_BELOW);
  const wanted = Math.log(coefficient / capacityFlow) + (exponent - 1) * Math.log(bent);
  let x = wanted;
  let rise = 1;
  for (let i = 0; i < 60; i++) {
    // Newton squares its error: a step of 1e-7 leaves 1e-14.
    const w = Math.exp(x);
    // ln(1 - e^-w), and its slope in ln w, kept exact for small w.
    const lost = -Math.expm1(-w);
    const value = exponent * x + (1 - exponent) * Math.log(lost) - wanted;
    rise = exponent + ((1 - exponent) * w * (1 - lost)) / lost;
    const step = value / rise;
    x -= step;
    if (Math.abs(step) < 1e-7) break;
  }
  const w = Math.exp(x);
  const share = Math.exp(-w);
  // d(out)/d(in) = e^-w (1 - in dw/d(in)), in dw/d(in) = w (n - 1) / rise.
  const slope = excess > STRAIGHT_BELOW ? share * (1 - (w * (exponent - 1)) / rise) : share;
  return { slope, base: share * excess - slope * excess };
}

/**
 * Effectiveness of a counterflow exchanger (epsilon-NTU).
 * @param conductance UA in W/K @param capacityA @param capacityB mass flow times specific heat of each side, W/K
 * @returns heat moved as a share of what the smaller flow could take up, 0..1
 */
export function counterflowEffectiveness(conductance: number, capacityA: number, capacityB: number): number {
  const least = Math.min(capacityA, capacityB);
  const most = Math.max(capacityA, capacityB);
  if (least <= 0) return 0;
  const ntu = conductance / least;
  const ratio = least / most;
  if (1 - ratio < 1e-9) return ntu / (1 + ntu);
  const decay = Math.exp(-ntu * (1 - ratio));
  return (1 - decay) / (1 - ratio * decay);
}
