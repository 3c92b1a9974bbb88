import type { FluidState } from '../fluid/water.ts';
import { boreArea, pipeFlow } from '../pipe/friction.ts';

/** A piece of pipe as the audit sees it. */
export interface AuditedPipe {
  place: string;
  label: string;
  /** Heat it carries, W; bore and wall roughness, m. */
  load: number;
  bore: number;
  roughness: number;
}

/** What a piece does at another delta T. */
export interface AuditLine extends AuditedPipe {
  volumeFlow: number;
  velocity: number;
  gradient: number;
  /** Heat it carries at the velocity allowed, W, and what is left of it, W; below 0 it is short. */
  capacity: number;
  left: number;
}

/**
 * What changes in pipes that are already there when the delta T does: flow is Q / (rho c dT), so from 20 K to 5 K it is
 * four times as much in every piece.
 * @param temperatureDifference K, above 0 @param velocityAllowed m/s
 */
export function auditPipes(
  pipes: readonly AuditedPipe[],
  temperatureDifference: number,
  velocityAllowed: number,
  fluid: FluidState,
): AuditLine[] {
  const heat = fluid.density * fluid.specificHeat * temperatureDifference;
  return pipes.map((pipe) => {
    const volumeFlow = pipe.load / heat;
    const { velocity, gradient } = pipeFlow(volumeFlow, pipe.bore, pipe.roughness, fluid);
    const capacity = velocityAllowed * boreArea(pipe.bore) * heat;
    return { ...pipe, volumeFlow, velocity, gradient, capacity, left: capacity - pipe.load };
  });
}

/** Least delta T in K at which no piece is short; 0 without pipes. Source: capacity grows with delta T. */
export const leastDifference = (lines: readonly AuditLine[], temperatureDifference: number): number =>
  lines.reduce((most, line) => Math.max(most, (temperatureDifference * line.load) / line.capacity), 0);
