import type { Job } from '../../model/job.ts';
import type { Celsius } from '../../model/quantities.ts';
import { freezingPoint, GLYCOL_HOTTEST, type Glycol, glycolFactors, MOST_GLYCOL } from './glycol.ts';
import { type FluidState, WATER_RANGE, water } from './water.ts';

/** What fills a plant. */
export type Fluid = { kind: 'water' } | { kind: Glycol /** by volume, 0..0.6 */; concentration: number };

/** What fills the plant of a job. */
export const fluidOf = ({ kind, concentration }: Job['fluid']): Fluid => (kind === 'water' ? { kind } : { kind, concentration });

const NAMES = { water: 'water', 'propylene-glycol': 'propylene glycol', 'ethylene-glycol': 'ethylene glycol' } as const;

/** Name as it stands in sums: "water" or "water with 30 % propylene glycol". */
export const fluidName = (fluid: Fluid): string =>
  fluid.kind === 'water' || fluid.concentration === 0
    ? 'water'
    : `water with ${Math.round(fluid.concentration * 100)} % ${NAMES[fluid.kind]}`;

/** Where the properties of a fluid come from, for the sums. */
export const fluidSource = (fluid: Fluid): string =>
  fluid.kind === 'water' ? 'IAPWS-IF97' : 'IAPWS-IF97 with the glycol formulas of Conde (2011)';

/** Temperatures in degrees C between which the properties are data and the fluid is liquid. */
export function fluidRange(fluid: Fluid): { from: Celsius; to: Celsius } {
  if (fluid.kind === 'water') return WATER_RANGE;
  return { from: freezingPoint(fluid.kind, Math.min(fluid.concentration, MOST_GLYCOL)), to: GLYCOL_HOTTEST };
}

/**
 * Properties of a fluid at a temperature. Outside its range the nearest end answers, and the caller says so.
 * @param celsius degrees C
 */
export function fluidState(fluid: Fluid, celsius: Celsius): FluidState {
  if (fluid.kind === 'water') return water(celsius);
  const { from, to } = fluidRange(fluid);
  const at = Math.min(Math.max(celsius, from), to);
  const pure = water(at);
  const factors = glycolFactors(fluid.kind, Math.min(fluid.concentration, MOST_GLYCOL), at);
  const density = pure.density * factors.density;
  const dynamicViscosity = pure.dynamicViscosity * factors.dynamicViscosity;
  return {
    density,
    specificHeat: pure.specificHeat * factors.specificHeat,
    dynamicViscosity,
    kinematicViscosity: dynamicViscosity / density,
  };
}

const COLDEST = -60;
const HOTTEST = 130;
const PER_KELVIN = 2;
const ROOM = 2;

/**
 * Density and viscosity of one fluid at any temperature from steps of half a kelvin, each worked out when first met:
 * a network asks for them hundreds of times a solve. Straight lines between the steps are off by less than 1e-4.
 */
export class FluidTable {
  density = 0;
  kinematicViscosity = 0;
  private readonly fluid: Fluid;
  private readonly steps = new Float64Array(((HOTTEST - COLDEST) * PER_KELVIN + 2) * ROOM);

  constructor(fluid: Fluid) {
    this.fluid = fluid;
  }

  /** Sets `density` and `kinematicViscosity`. @param celsius clamped to -60..130 */
  at(celsius: Celsius): void {
    const scaled = (Math.min(Math.max(celsius, COLDEST), HOTTEST) - COLDEST) * PER_KELVIN;
    const step = Math.floor(scaled);
    const share = scaled - step;
    const { steps } = this;
    if (steps[step * ROOM] === 0) this.prepare(step);
    if (steps[(step + 1) * ROOM] === 0) this.prepare(step + 1);
    const at = step * ROOM;
    this.density = (steps[at] as number) + share * ((steps[at + ROOM] as number) - (steps[at] as number));
    this.kinematicViscosity = (steps[at + 1] as number) + share * ((steps[at + ROOM + 1] as number) - (steps[at + 1] as number));
  }

  private prepare(step: number): void {
    const { density, kinematicViscosity } = fluidState(this.fluid, COLDEST + step / PER_KELVIN);
    this.steps[step * ROOM] = density;
    this.steps[step * ROOM + 1] = kinematicViscosity;
  }
}
