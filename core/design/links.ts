import type { ComponentId } from '../../model/job.ts';
import type { HeatSpec } from '../network/heat.ts';
import type { NodeSpec } from '../network/network.ts';
import type { PumpMode } from '../network/pump-law.ts';
import type { TwinLink } from '../network/twin.ts';
import { componentsInLine } from '../pipe/components.ts';
import { atSpeed, headCurve } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { findRoot } from '../quantity/root.ts';
import type { ChosenPump } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { RunHeat } from './run-heat.ts';

/** Puts a point into a network, once, and gives its id. */
export type AddNode = (id: NodeSpec['id'], elevation?: number) => string;
export type AddLink = (link: TwinLink) => void;

/** A loss below this, Pa, is none; a heat loss nobody would notice, W/K. */
export const LEAST_LOSS = 1;
const NEXT_TO_NOTHING = 1e-5;

/** Kv in m3/h of something that loses a pressure in Pa at a flow in m3/s. */
export const kvOf = (volumeFlow: number, loss: number, density: number): number =>
  (3600 * volumeFlow) / Math.sqrt((loss / 1e5) * (1000 / density));

/** How a pump runs when it runs. Its set pressure is what its index run takes at design flow. */
export function pumpMode(context: Context, pump: ChosenPump, control: CircuitFlow['circuit']['pumpControl']): PumpMode {
  if (!pump.speed) return { kind: 'off' };
  const opening = pump.speed.model.checkValve ? context.rules.pumpCheckOpening.limit : 0;
  const wanted = pump.indexLoss + opening;
  if (control === 'constant-pressure') return { kind: 'constant-pressure', pressure: wanted };
  if (control === 'proportional-pressure') return { kind: 'proportional-pressure', pressure: proportionalSetting(pump, wanted) };
  return { kind: 'speed', speed: control === 'constant-difference' ? 1 : pump.speed.share };
}

/**
 * Setting of a proportional-pressure pump that gives a pressure at design flow: half the setting at rest, all of it
 * where it meets the curve of full speed.
 */
function proportionalSetting(pump: ChosenPump, wanted: number): number {
  if (!pump.speed) return wanted;
  const full = atSpeed(pump.speed.model, 1);
  const meets = (pressure: number): number =>
    findRoot((flow) => full.headAt(flow) * pump.fluid.density * GRAVITY - pressure, 0, full.mostFlow, full.mostFlow * 1e-6) ??
    full.mostFlow * 1e-3;
  const atDesign = (setting: number) => setting * (0.5 + 0.5 * Math.min(1, pump.designFlow.value / meets(setting)));
  return findRoot((setting) => atDesign(setting) - wanted, wanted, 2 * wanted, wanted * 1e-6) ?? wanted;
}

/**
 * The pump of a component as a link; a pump nobody has found yet is a shut one.
 * @param check whether a check valve stands behind it even where the pump has none inside
 */
export function pumpLink(
  context: Context,
  ends: { id: string; from: string; to: string },
  pump: ChosenPump,
  mode: PumpMode,
  check = false,
): TwinLink {
  if (!pump.speed) return { ...ends, closed: true };
  const { model } = pump.speed;
  return {
    ...ends,
    pump: { curve: headCurve(model), mode },
    ...(model.checkValve || check ? { oneWay: { opening: context.rules.pumpCheckOpening.limit } } : {}),
  };
}

/** Parts in line as a link has them. */
export function linkOfParts(parts: readonly ComponentId[], bore: number): Pick<TwinLink, 'fittings' | 'oneWay'> {
  const { zeta, opening, oneWay } = componentsInLine(parts);
  return { ...(zeta > 0 ? { fittings: { zeta, bore } } : {}), ...(oneWay ? { oneWay: { opening } } : {}) };
}

/** What a pipe loses through its wall. A ring that gave no heat at all would have no temperature of its own. */
export const wallHeat = ({ job }: Context, { transmittance }: RunHeat, length: number): HeatSpec => ({
  kind: 'loss',
  conductance: Math.max(transmittance * length, NEXT_TO_NOTHING),
  ambient: job.site.pipeSurroundings,
});
