import type { Emitter, Floor, Rated } from '../../model/emitter.ts';
import type { Celsius } from '../../model/quantities.ts';
import { humidityRatio } from '../fluid/moist-air.ts';
import { type HeatSpec, logMean } from '../network/heat.ts';
import { coilState, type WetCoil } from '../network/wet-coil.ts';
import { findRoot } from '../quantity/root.ts';
import { coilOfRating, coolingRatingStands } from './coil-rating.ts';
import { closestGap, overRows, transferAt } from './floor.ts';
import { isFanForm } from './forms.ts';

/** Cold water as a circuit brings it: degrees C, and the K it warms by. */
export interface ColdWater {
  flow: Celsius;
  rise: number;
}

/** Air of a room: degrees C and relative humidity, 0 to 1. */
export interface RoomAir {
  temperature: Celsius;
  humidity: number;
}

/** What an emitter takes out of a room. */
export interface Cooling {
  /** W that cool the air, and W that dry it. */
  sensible: number;
  latent: number;
  /** Water out of the air, kg/s. */
  condensate: number;
  /** Water that carries it, W/K. */
  capacityFlow: number;
  /** The coldest surface that meets the air of the room, degrees C; null where a tray catches the water. */
  coldest: Celsius | null;
}

/**
 * How an emitter takes heat out of a room: a surface by the log mean of room over water, W/K^n, with the W/(m2 K) between its coldest
 * strip and the water over those between it and the room; or a coil that a fan blows through.
 */
export type CoolingLaw =
  | { kind: 'surface'; coefficient: number; exponent: number; coldestShare: number }
  | { kind: 'coil'; coil: WetCoil };

/** Heat transfer between a cooled field and its room, W/(m2 K), by where it lies: EN 1264-5, from memory. Cold air sinks from a ceiling and lies on a floor. */
export const COOLED_SURFACE: Record<Floor['lies'], number> = { floor: 6.5, wall: 8, ceiling: 10.8 };
/**
 * Heat transfer of a cooled field in W/(m2 K) of log-mean room over water: EN 1264-5, from memory, with 6.5 at a floor, 8 at a wall and
 * 10.8 W/(m2 K) at a ceiling.
 */
export const cooledFloorTransfer = (floor: Floor, spacing: number): number =>
  transferAt(floor, spacing, COOLED_SURFACE[floor.lies]);

function floorLaw(floor: Floor): CoolingLaw {
  const edge = Math.min(floor.edgeArea, floor.area);
  const inner = overRows(floor, (gap) => cooledFloorTransfer(floor, gap));
  const closest = cooledFloorTransfer(floor, closestGap(floor));
  const outer = edge > 0 ? cooledFloorTransfer(floor, floor.edgeSpacing) : 0;
  return {
    kind: 'surface',
    coefficient: inner * (floor.area - edge) + outer * edge,
    exponent: 1,
    // The first metre has the coldest water; the closer spacing is the colder floor.
    coldestShare: Math.max(closest, outer) / COOLED_SURFACE[floor.lies],
  };
}

/** Exponent of radiant panels that cool: EN 14240, usual 1.05 to 1.15, from memory. */
const PANEL_EXPONENT = 1.1;
/** Their plate is nearly as cold as their water: common practice. */
const PLATE_SHARE = 0.9;

function ratedLaw({ form, cooling }: Rated): CoolingLaw | null {
  if (!cooling || !coolingRatingStands(cooling)) return null;
  if (isFanForm(form)) {
    const coil = coilOfRating(cooling);
    return typeof coil === 'string' ? null : { kind: 'coil', coil };
  }
  const excess = logMean(cooling.room - cooling.flow, cooling.room - cooling.return);
  return {
    kind: 'surface',
    coefficient: cooling.total / excess ** PANEL_EXPONENT,
    exponent: PANEL_EXPONENT,
    coldestShare: PLATE_SHARE,
  };
}

/** Law of an emitter with cold water in it; null for one that does not cool by its kind, its rating or somebody's hand. */
export function coolingLaw(emitter: Emitter): CoolingLaw | null {
  if (emitter.summer === 'shut') return null;
  if (emitter.kind === 'floor') return floorLaw(emitter);
  return emitter.kind === 'rated' ? ratedLaw(emitter) : null;
}

/** What a cooling law does to the water of a link that carries `share` of the emitter. */
export function coolingHeat(law: CoolingLaw, share: number, air: RoomAir): HeatSpec {
  if (law.kind === 'surface')
    return { kind: 'cooler', coefficient: law.coefficient * share, exponent: law.exponent, room: air.temperature };
  const { airFlow, airSide, waterSide } = law.coil;
  return {
    kind: 'coil',
    coil: { airFlow: airFlow * share, airSide: airSide * share, waterSide: waterSide * share },
    air: { temperature: air.temperature, ratio: humidityRatio(air.temperature, air.humidity) },
  };
}

/**
 * What an emitter takes out of a room with water that comes at `flow` and carries `capacityFlow` W/K.
 * @param heat W into that water, as the network found it
 */
export function coolingAt(law: CoolingLaw, flow: Celsius, capacityFlow: number, heat: number, air: RoomAir): Cooling {
  if (law.kind === 'coil') {
    const state = coilState(law.coil, capacityFlow, flow, {
      temperature: air.temperature,
      ratio: humidityRatio(air.temperature, air.humidity),
    });
    return { sensible: state.sensible, latent: state.latent, condensate: state.condensate, capacityFlow, coldest: null };
  }
  const coldest = air.temperature - law.coldestShare * Math.max(air.temperature - flow, 0);
  return { sensible: heat, latent: 0, condensate: 0, capacityFlow, coldest };
}

/** What an emitter takes out of a room with water that warms by so much; null for one that does not cool. */
export function coolingOf(emitter: Emitter, { flow, rise }: ColdWater, air: RoomAir): Cooling | null {
  const law = coolingLaw(emitter);
  if (!law) return null;
  if (law.kind === 'surface') {
    const excess = flow + rise < air.temperature ? logMean(air.temperature - flow, air.temperature - flow - rise) : 0;
    const heat = law.coefficient * excess ** law.exponent;
    return coolingAt(law, flow, heat / rise, heat, air);
  }
  const entering = { temperature: air.temperature, ratio: humidityRatio(air.temperature, air.humidity) };
  const off = (log: number) => coilState(law.coil, Math.exp(log), flow, entering).total / (Math.exp(log) * rise) - 1;
  // With little water it comes back as warm as the air, with much it hardly warms: between the two it warms by the rise.
  const log = findRoot(off, Math.log(1e-3), Math.log(1e7), 1e-10);
  if (log === undefined) return { ...coolingAt(law, flow, 0, 0, air), capacityFlow: 0 };
  return coolingAt(law, flow, Math.exp(log), Math.exp(log) * rise, air);
}
