import { HEAT_OF_VAPOUR, humidityRatio, moistAirCapacity } from '../fluid/moist-air.ts';

/** A coil that cools air with water, and dries it where its surface lies below the dew point. */
export interface WetCoil {
  /** Dry air through it, kg/s. */
  airFlow: number;
  /** Conductance between the air and its surface, and between that and the water, W/K. */
  airSide: number;
  waterSide: number;
}

/** Air that enters a coil: degrees C, and kg of water in a kilogram of dry air. */
export interface AirEntering {
  temperature: number;
  ratio: number;
}

/** What a coil does at one state of water and air. */
export interface CoilState {
  /** Heat into the water, W, and of that what cools the air and what dries it. */
  total: number;
  sensible: number;
  latent: number;
  /** Water out of the air, kg/s. */
  condensate: number;
  /** One temperature that its surface would have to have all over, degrees C: the apparatus dew point. */
  surface: number;
  /** Share of the air that leaves as it came. */
  bypass: number;
  /** Air leaving, degrees C and kg/kg. */
  air: AirEntering;
}

const AT_REST = { total: 0, sensible: 0, latent: 0, condensate: 0 };

/**
 * Heat of air in J for each kilogram of dry air, its water at one heat of vaporisation: what a coil takes is the difference of
 * two of these, the heat of the condensate itself (some 1 %) counted with it.
 */
const heatOf = (temperature: number, ratio: number, capacity: number): number => capacity * temperature + HEAT_OF_VAPOUR * ratio;

/** As the air is, were it saturated. */
const saturatedHeat = (temperature: number, capacity: number): number =>
  heatOf(temperature, humidityRatio(temperature, 1), capacity);

/** Effectiveness of counterflow on the side whose capacity over the other's is `ratio`, at `units` transfer units of that side. */
function counterflow(units: number, ratio: number): number {
  // Seen from the smaller side, so that nothing grows beyond bounds.
  if (ratio > 1) return counterflow(units * ratio, 1 / ratio) / ratio;
  const rest = 1 - ratio;
  if (rest < 1e-9) return units / (1 + units);
  const decay = Math.exp(-units * rest);
  return (1 - decay) / (1 - ratio * decay);
}

/** Heat in W that a coil takes while it stays dry all over: counterflow of air and water, epsilon-NTU. */
function dryHeat({ airFlow, airSide, waterSide }: WetCoil, capacityFlow: number, water: number, air: AirEntering): number {
  const flow = airFlow * moistAirCapacity(air.ratio);
  const units = 1 / (flow * (1 / airSide + 1 / waterSide));
  return counterflow(units, flow / capacityFlow) * flow * (air.temperature - water);
}

/**
 * Heat in W that a coil takes while it is wet all over: as dry, with enthalpies in place of temperatures, the water standing for
 * saturated air of its own temperature whose heat rises by `steep` J/(kg K).
 */
function wetHeat({ airFlow, airSide, waterSide }: WetCoil, capacityFlow: number, water: number, air: AirEntering): number {
  const capacity = moistAirCapacity(air.ratio);
  const cold = saturatedHeat(water, capacity);
  const driving = heatOf(air.temperature, air.ratio, capacity) - cold;
  if (driving <= 0) return 0;
  let heat = 0;
  // What leaves makes the slope that makes what leaves: followed with Aitken's step, since each round leaves a like part of the error.
  const next = (out: number): number => {
    const rise = Math.max(out - water, 0.01);
    const steep = (saturatedHeat(water + rise, capacity) - cold) / rise;
    const units = 1 / (airFlow * (capacity / airSide + steep / waterSide));
    heat = counterflow(units, (airFlow * steep) / capacityFlow) * airFlow * driving;
    return water + heat / capacityFlow;
  };
  let out = water + 3;
  for (let i = 0; i < 20; i++) {
    const once = next(out);
    if (Math.abs(once - out) < 1e-9) break;
    const twice = next(once);
    if (Math.abs(twice - once) < 1e-9) break;
    const bend = twice - 2 * once + out;
    const guess = bend === 0 ? twice : out - (once - out) ** 2 / bend;
    out = guess > water ? guess : twice;
  }
  return heat;
}

/** Heat in W that a coil takes out of air; 0 where the water is no colder. A coil is taken as dry or wet all over, whichever takes more. */
function heatTaken(coil: WetCoil, capacityFlow: number, water: number, air: AirEntering): number {
  if (!(capacityFlow > 0) || water >= air.temperature || coil.airFlow <= 0) return 0;
  return Math.max(dryHeat(coil, capacityFlow, water, air), wetHeat(coil, capacityFlow, water, air));
}

/** Saturated air of a heat, degrees C: Newton, the slope of saturation by Magnus' formula. @param near where to begin */
function saturatedTo(wanted: number, near: number, capacity: number): number {
  let t = near;
  for (let i = 0; i < 60; i++) {
    const ratio = humidityRatio(t, 1);
    const steep = capacity + (HEAT_OF_VAPOUR * ratio * 17.62 * 243.12) / (243.12 + t) ** 2;
    const step = (heatOf(t, ratio, capacity) - wanted) / steep;
    t -= step;
    if (Math.abs(step) < 1e-10) break;
  }
  return t;
}

/**
 * What a coil takes out of the air, and what it dries.
 *
 * Counterflow effectiveness on enthalpies, wholly dry or wholly wet, and the split of the heat by a surface of one temperature that
 * part of the air bypasses. Source: the ASHRAE toolkit's simple cooling coil after Braun (1989), as remembered.
 * @param capacityFlow mass flow times specific heat of the water, W/K @param water entering, degrees C
 */
export function coilState(coil: WetCoil, capacityFlow: number, water: number, air: AirEntering): CoilState {
  const capacity = moistAirCapacity(air.ratio);
  const bypass = coil.airFlow > 0 ? Math.exp(-coil.airSide / (coil.airFlow * capacity)) : 1;
  const total = heatTaken(coil, capacityFlow, water, air);
  if (total <= 0) return { ...AT_REST, surface: air.temperature, bypass, air };
  const taken = total / (coil.airFlow * (1 - bypass));
  const bare = air.temperature - taken / capacity;
  if (humidityRatio(bare, 1) >= air.ratio) {
    return {
      ...AT_REST,
      total,
      sensible: total,
      surface: bare,
      bypass,
      air: { temperature: air.temperature - total / (coil.airFlow * capacity), ratio: air.ratio },
    };
  }
  const wanted = heatOf(air.temperature, air.ratio, capacity) - taken;
  const surface = saturatedTo(wanted, water, capacity);
  const leaving = surface + (air.temperature - surface) * bypass;
  const sensible = coil.airFlow * capacity * (air.temperature - leaving);
  const latent = total - sensible;
  const condensate = latent / HEAT_OF_VAPOUR;
  return {
    total,
    sensible,
    latent,
    condensate,
    surface,
    bypass,
    air: { temperature: leaving, ratio: air.ratio - condensate / coil.airFlow },
  };
}

/** Step in K by which the slope of a coil is felt. */
const FELT = 0.01;

/**
 * What leaves a coil as a straight line through the present state of its water.
 * @param water entering, degrees C @returns out = slope * in + base, degrees C
 */
export function coilOutlet(
  coil: WetCoil,
  capacityFlow: number,
  water: number,
  air: AirEntering,
): { slope: number; base: number } {
  const at = (entering: number) => entering + heatTaken(coil, capacityFlow, entering, air) / capacityFlow;
  const out = at(water);
  const slope = (at(water + FELT) - out) / FELT;
  return { slope, base: out - slope * water };
}
