import type { Celsius } from '../../model/quantities.ts';
import type { Fluid } from '../fluid/fluid.ts';
import { fluidState } from '../fluid/fluid.ts';
import { GRAVITY } from '../quantity/gravity.ts';

/** Two gauges that are held against each other: what each shows in Pa, and how high it stands, m. */
export interface GaugePair {
  before: number;
  behind: number;
  heightBefore: number;
  heightBehind: number;
}

/**
 * Head across a pump from two gauges, m of the water in it: the difference of what they show, and of the columns that stand on them.
 * 1 psi is 2.31 ft of cold water.
 * @param offset what the second shows too much, Pa, as learned at rest
 */
export function headOfGauges({ before, behind, heightBefore, heightBehind }: GaugePair, density: number, offset = 0): number {
  return (behind - offset - before) / (density * GRAVITY) + (heightBehind - heightBefore);
}

/**
 * What the second of two gauges shows too much, Pa: at rest the two differ by the column of water between them and nothing else.
 * @param density of the water at rest, kg/m3
 */
export const offsetAtRest = ({ before, behind, heightBefore, heightBehind }: GaugePair, density: number): number =>
  behind - before + density * GRAVITY * (heightBehind - heightBefore);

/** How steep a curve is at a flow, m per m3/s, over a hundredth of its width. */
const slopeOf = (headAt: (flow: number) => number, flow: number, width: number): number => {
  const step = width / 200;
  return (headAt(flow + step) - headAt(Math.max(flow - step, 0))) / (step + Math.min(step, flow));
};

/** A flow that was not measured but follows from a head, m3/s, with its standard deviation. */
export interface FlowFromHead {
  flow: number;
  sigma: number;
}

/** Standard deviation of a leaflet's head curve, as a share: pumps of one kind differ by so much. Judgement, no source. */
const CURVE_SPREAD = 0.05;

/**
 * Flow through a pump from the head across it. On the flat part of a curve the same head belongs to many flows, and the answer says so
 * by its standard deviation.
 * @param headAt head in m at a flow in m3/s at the speed it runs @param mostFlow where the curve ends, m3/s
 * @param error standard deviation of the head read, m
 * @returns null where the head is above the curve: nothing flows, or the gauges lie
 */
export function flowFromHead(
  headAt: (flow: number) => number,
  mostFlow: number,
  head: number,
  error: number,
): FlowFromHead | null {
  if (head > headAt(0) + 2 * Math.hypot(error, CURVE_SPREAD * headAt(0))) return null;
  let low = 0;
  let high = mostFlow;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (headAt(middle) > head) low = middle;
    else high = middle;
  }
  const flow = (low + high) / 2;
  const doubt = Math.hypot(error, CURVE_SPREAD * Math.max(head, 0));
  // The straight line through the curve is no guide where it bends; half the way to where the band meets it is.
  const near = (to: number) => {
    let [from, until] = [0, mostFlow];
    for (let i = 0; i < 60; i++) {
      const middle = (from + until) / 2;
      if (headAt(middle) > to) from = middle;
      else until = middle;
    }
    return (from + until) / 2;
  };
  const sigma = Math.max(
    (near(head - doubt) - near(head + doubt)) / 2,
    doubt / Math.max(Math.abs(slopeOf(headAt, flow, mostFlow)), 1e-9) / 4,
  );
  return { flow, sigma };
}

/** Heat that a flow gives off between two temperatures, W, with its standard deviation. */
export function heatOf(
  { flow, sigma }: FlowFromHead,
  supply: number,
  back: number,
  error: number,
  fluid: Fluid,
): { heat: number; sigma: number } {
  const { density, specificHeat } = fluidState(fluid, ((supply + back) / 2) as Celsius);
  const heat = flow * density * specificHeat * (supply - back);
  const share = Math.hypot(flow > 0 ? sigma / flow : 0, supply !== back ? (Math.SQRT2 * error) / (supply - back) : 0);
  return { heat, sigma: Math.abs(heat) * share };
}
