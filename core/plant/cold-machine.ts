import type { Source, StationEntry } from '../../model/job.ts';
import { type DataPoint, heatPumpAt } from './heat-pump-map.ts';
import { traitsOf } from './source-kinds.ts';

/**
 * A machine that cools nobody has entered data for: a share of the ideal between its refrigerant's temperatures and a capacity that
 * falls with hotter air and rises with warmer water. The shape is that of common data sheets, from memory; checked against usual ratings
 * in the tests. Whoever has the data sheet enters it.
 */
const DEFAULT_COLD_MACHINE = {
  /** Refrigerant condensing above the air or brine, and evaporating below the water, K. */
  aboveAir: 10,
  aboveBrine: 10,
  belowFlow: 3,
  share: { air: 0.45, ground: 0.42 },
  mostEer: 9,
  /** Capacity lost for each kelvin of hotter air, and gained for each of warmer water, as a share of that at 35 and 7 degrees C. */
  perAir: 0.011,
  perFlow: 0.027,
} as const;

const KELVIN = 273.15;
const LEAST_SHARE = 0.3;
/** Brine from the ground late in summer, degrees C: common practice. */
export const SUMMER_BRINE = 16;
/** Cold over electricity of ground water over plates: nothing but its pumps turn; common practice, from memory. */
export const GROUND_WATER_EER = 20;

/** What a machine that cools does at one state: W, cold over electricity, and whether its data cover it. */
export interface ColdState {
  output: number;
  eer: number;
  covered: boolean;
}

/** EER of the default machine. @param into what it gives its heat to, degrees C @param flow cold water it sends, degrees C */
export function defaultEer(into: number, flow: number, ground: boolean): number {
  const { aboveAir, aboveBrine, belowFlow, share, mostEer } = DEFAULT_COLD_MACHINE;
  const hot = into + (ground ? aboveBrine : aboveAir) + KELVIN;
  const cold = flow - belowFlow + KELVIN;
  const ideal = hot > cold ? cold / (hot - cold) : Number.POSITIVE_INFINITY;
  return Math.min(ideal * (ground ? share.ground : share.air), mostEer);
}

const shapeAt = (into: number, flow: number): number => {
  const { perAir, perFlow } = DEFAULT_COLD_MACHINE;
  return Math.max((1 - perAir * (into - 35)) * (1 + perFlow * (flow - 7)), LEAST_SHARE);
};

/** A machine that cools, with what it takes to know it at any state. */
export interface ColdMachine {
  /** Draws on the ground or on the air. */
  ground: boolean;
  points: readonly DataPoint[];
  /** Fixed cold over electricity; null by its points or the default. */
  eer: number | null;
  /** W at the temperatures of `rated`. */
  capacity: number;
  rated: { outdoor: number; flow: number };
}

/** What a machine gives its heat to: the air, or the ground as it is in summer. */
const into = ({ ground }: ColdMachine, outdoor: number): number => (ground ? SUMMER_BRINE : outdoor);

/** Capacity and EER just now. @param outdoor air, degrees C @param flow cold water it sends, degrees C */
export function coldMachineAt(machine: ColdMachine, outdoor: number, flow: number): ColdState {
  const takes = into(machine, outdoor);
  const byData = heatPumpAt(machine.points, takes, flow);
  if (byData) return { output: byData.output, eer: byData.cop, covered: byData.covered };
  const rated = shapeAt(into(machine, machine.rated.outdoor), machine.rated.flow);
  return {
    output: (machine.capacity * shapeAt(takes, flow)) / rated,
    eer: machine.eer ?? defaultEer(takes, flow, machine.ground),
    covered: true,
  };
}

/** Data points of a source turned round as those of any machine. */
export const coolingPoints = ({ points }: NonNullable<Source['cooling']>): DataPoint[] =>
  points.map(({ outdoor, flow, output, eer }) => ({ outdoor, flow, output, cop: eer }));

/** The source of a plant turned round. @param capacity W on the hottest day */
export const turnedRound = (
  source: Pick<Source, 'kind'> & { cooling: NonNullable<Source['cooling']> },
  capacity: number,
  outdoor: number,
): ColdMachine => ({
  ground: !traitsOf(source).defrosts,
  points: coolingPoints(source.cooling),
  eer: null,
  capacity,
  rated: { outdoor, flow: source.cooling.flowTemperature },
});

/** What cools a tank by itself. */
export const ownMachine = (
  { kind, capacity, eer, flowTemperature }: NonNullable<StationEntry['chiller']>,
  outdoor: number,
): ColdMachine => ({
  ground: kind === 'ground-water',
  points: [],
  eer: eer === 'auto' ? (kind === 'ground-water' ? GROUND_WATER_EER : null) : eer,
  capacity,
  rated: { outdoor, flow: flowTemperature },
});
