import { hotShare } from '../circuit/mixing.ts';
import { findRoot } from '../quantity/root.ts';

/** What a circuit draws from the header. */
export interface Draw {
  /** Mass flow in the circuit itself, kg/s. */
  massFlow: number;
  /** Temperature drop over the circuit, K. */
  drop: number;
  /** Set point of its mixing valve, C; undefined for a direct circuit. */
  mixedTo?: number;
}

export interface HeaderState {
  /** Temperature leaving towards the circuits, C. */
  supply: number;
  /** Mixed return of the circuits, C. */
  back: number;
  /** Temperature going back to the source, C. */
  sourceReturn: number;
  /** Flow the circuits draw from the header together, kg/s. */
  secondary: number;
  /** Share of hot water in each circuit, 1 for a direct one. */
  hotShares: number[];
}

/** What the circuits draw and send back when the header supplies a given temperature. */
function drawAt(supply: number, draws: readonly Draw[]): Pick<HeaderState, 'secondary' | 'back' | 'hotShares'> {
  let secondary = 0;
  let heat = 0;
  const hotShares = draws.map(({ massFlow, drop, mixedTo }) => {
    const arriving = mixedTo === undefined ? supply : Math.min(mixedTo, supply);
    const back = arriving - drop;
    const share = mixedTo === undefined ? 1 : hotShare(mixedTo, supply, back);
    secondary += massFlow * share;
    heat += massFlow * share * back;
    return share;
  });
  return { secondary, back: secondary > 0 ? heat / secondary : supply, hotShares };
}

/** Coldest supply looked for, in K below the source: further down no heating system works anyway. */
const WIDEST_DILUTION = 300;

/**
 * Temperatures at a low-loss header (or any ideal separator).
 *
 * When the circuits draw more than the source sends, return water joins the supply:
 * T_supply = (Qp Tf + (Qs - Qp) Tr) / Qs; otherwise the surplus warms the return to the source. Mixed circuits draw
 * more as the supply cools, so the supply is the root of that balance. Source: energy balance of a mixing volume.
 * @param primary flow from the source, kg/s; `Infinity` where nothing separates the circuits from the source
 * @param flowTemperature of the source, C
 */
export function headerState(primary: number, flowTemperature: number, draws: readonly Draw[]): HeaderState {
  const mixedSupply = (supply: number): number => {
    const { secondary, back } = drawAt(supply, draws);
    return secondary > primary ? (primary * flowTemperature + (secondary - primary) * back) / secondary : flowTemperature;
  };
  const undiluted = mixedSupply(flowTemperature) >= flowTemperature - 1e-9;
  const coldest = flowTemperature - WIDEST_DILUTION;
  const supply = undiluted
    ? flowTemperature
    : (findRoot((at) => mixedSupply(at) - at, coldest, flowTemperature, 1e-9) ?? coldest);
  const { secondary, back, hotShares } = drawAt(supply, draws);
  const surplus = Number.isFinite(primary) && primary > secondary ? primary - secondary : 0;
  const sourceReturn = surplus > 0 ? (secondary * back + surplus * flowTemperature) / primary : back;
  return { supply, back, sourceReturn, secondary, hotShares };
}

/** Inside diameter in m that a flow in m3/s needs to pass a header no faster than a velocity in m/s. */
export const boreForVelocity = (volumeFlow: number, velocity: number): number =>
  Math.sqrt((4 * volumeFlow) / (Math.PI * velocity));
