import type { EmitterKind } from '../../model/job.ts';
import { logMean } from '../network/heat.ts';

/** Output of an emitter in W: coefficient times the log-mean excess temperature to the exponent. */
export interface EmitterLaw {
  coefficient: number;
  exponent: number;
}

/** Exponent of a circuit's emitters as a whole, where none is entered: EN 442 typical panel, EN 1264 floor surface, coil in moving air. */
export const USUAL_EXPONENT: Record<EmitterKind, number> = { radiators: 1.3, floor: 1.1, 'air-units': 1 };

/**
 * Law of an emitter from its rating: K = Q_r / dT_lm,r ^ n, the log-mean normalised by that of the rating itself.
 * EN 442 rates with the arithmetic mean; with wide temperature differences the log-mean is nearer to what happens.
 * @param output W at the rating @param flow @param back @param room its conditions, degrees C, flow above return above room
 * @returns a law that gives nothing where the rating is none
 */
export function lawOfRating(output: number, flow: number, back: number, room: number, exponent: number): EmitterLaw {
  if (!(back > room) || !(flow >= back)) return { coefficient: 0, exponent };
  return { coefficient: output / logMean(flow - room, back - room) ** exponent, exponent };
}

/** Output in W of emitters together at a log-mean excess in K. */
export const outputAt = (laws: readonly EmitterLaw[], excess: number): number =>
  excess <= 0 ? 0 : laws.reduce((sum, law) => sum + law.coefficient * excess ** law.exponent, 0);

/** Log-mean excess in K of water over a room; 0 where the water comes back no warmer than the room. */
export const excessOf = (flow: number, drop: number, room: number): number =>
  flow - drop > room ? logMean(flow - room, flow - drop - room) : 0;

/** Excess in K beyond which nothing heats any more. */
const MOST_EXCESS = 400;

/**
 * Flow temperature in degrees C at which emitters together give a heat, their water falling by `drop`.
 *
 * The excess L comes from sum K L^n = Q; then L = drop / ln(x / (x - drop)) gives x = drop / (1 - e^(-drop / L)).
 * @param heat W, above 0 @param drop K, above 0 @param room degrees C
 * @returns infinity when no water is hot enough
 */
export function flowTemperatureFor(laws: readonly EmitterLaw[], heat: number, drop: number, room: number): number {
  if (heat <= 0) return room;
  const excess = excessFor(laws, heat);
  if (!(excess < MOST_EXCESS)) return Number.POSITIVE_INFINITY;
  return room + drop / -Math.expm1(-drop / excess);
}

/** Log-mean excess in K at which emitters together give a heat in W; infinity without any. */
export function excessFor(laws: readonly EmitterLaw[], heat: number): number {
  if (!laws.some((law) => law.coefficient > 0)) return Number.POSITIVE_INFINITY;
  // In logarithms the sum is nearly straight, its slope between the exponents: Newton squares its error from anywhere.
  let x = Math.log(MOST_EXCESS / 10);
  for (let i = 0; i < 40; i++) {
    let output = 0;
    let steep = 0;
    for (const { coefficient, exponent } of laws) {
      const part = coefficient * Math.exp(exponent * x);
      output += part;
      steep += exponent * part;
    }
    const step = (Math.log(output / heat) * output) / steep;
    x -= step;
    if (Math.abs(step) < 1e-12) break;
  }
  return Math.exp(x);
}
