import type { Emitter, RatedForm } from '../../model/emitter.ts';
import type { Display } from '../../model/job.ts';
import { fromSI } from '../quantity/units.ts';
import { closestGap, EDGE_LIMIT, FLOOR_DATA, fieldTransfer, floorTransfer, outputAtSurface, SURFACE_LIMIT } from './floor.ts';
import { type EmitterLaw, excessOf, flowTemperatureFor, lawOfRating, outputAt } from './law.ts';
import { PANELS, panelContent, panelLaw } from './panel.ts';
import { type Along, excessAlong, flowTemperatureAlong, WHOLE } from './series.ts';

export const RATED_LABELS: Record<RatedForm, string> = {
  radiator: 'Radiator',
  'towel-rail': 'Towel rail',
  baseboard: 'Baseboard',
  'fan-unit': 'Fan unit',
  'unit-heater': 'Unit heater',
  'air-coil': 'Air coil',
  'radiant-panel': 'Radiant panel',
};

/** Faces and spacings are spoken of in whole millimetres, or in inches to the tenth. */
export const faceUnit = ({ system }: Display): 'in' | 'mm' => (system === 'us' ? 'in' : 'mm');
export const faceText = (metres: number, display: Display): string =>
  String(Number(fromSI(metres, 'bore', faceUnit(display)).toFixed(display.system === 'us' ? 1 : 0)));

/** What an emitter is called where nobody named it. */
export function emitterLabel(emitter: Emitter, display: Display): string {
  if (emitter.name !== '') return emitter.name;
  switch (emitter.kind) {
    case 'panel':
      return `${PANELS[emitter.type].label}, ${faceText(emitter.height, display)} × ${faceText(emitter.length, display)} ${faceUnit(display)}`;
    case 'rated':
      return RATED_LABELS[emitter.form];
    case 'floor':
      return `${FLOOR_DATA[emitter.system].label}, ${[emitter.spacing, ...(emitter.otherGap === null ? [] : [emitter.otherGap])].map((gap) => faceText(gap, display)).join(' and ')} ${faceUnit(display)}`;
    case 'fixed':
      return 'Fixed load';
  }
}

/**
 * Law of an emitter in a room; null for one that takes its heat whatever the water.
 *
 * A fan unit or coil (exponent 1) gives 1 - e^(-K / C) of what the entering water could: the effectiveness of a coil in
 * plentiful air, so that its output follows entering water, air and flow.
 */
export function emitterLaw(emitter: Emitter): EmitterLaw | null {
  switch (emitter.kind) {
    case 'panel':
      return panelLaw(emitter.type, emitter.height, emitter.length);
    case 'rated': {
      const output = emitter.ratedOutput * (emitter.form === 'baseboard' ? emitter.length : 1);
      return lawOfRating(output, emitter.ratedFlow, emitter.ratedReturn, emitter.ratedRoom, emitter.exponent);
    }
    case 'floor': {
      const edge = Math.min(emitter.edgeArea, emitter.area);
      const coefficient =
        fieldTransfer(emitter) * (emitter.area - edge) + (edge > 0 ? floorTransfer(emitter, emitter.edgeSpacing) * edge : 0);
      return { coefficient, exponent: 1 };
    }
    case 'fixed':
      return null;
  }
}

/** Heat in W beyond which a floor's surface is too warm; infinity for anything else. */
export function mostOutput(emitter: Emitter, room: number): number {
  if (emitter.kind !== 'floor') return Number.POSITIVE_INFINITY;
  const edge = Math.min(emitter.edgeArea, emitter.area);
  const main = outputAtSurface(SURFACE_LIMIT[emitter.use], room);
  if (edge === 0 && emitter.otherGap === null) return main * emitter.area;
  // All fields hold the same water: whichever reaches its limit first ends the others.
  const [inner, warmest] = [fieldTransfer(emitter), floorTransfer(emitter, closestGap(emitter))];
  if (edge === 0) return (main / warmest) * inner * emitter.area;
  const outer = floorTransfer(emitter, emitter.edgeSpacing);
  const excess = Math.min(main / warmest, outputAtSurface(EDGE_LIMIT, room) / outer);
  return excess * (inner * (emitter.area - edge) + outer * edge);
}

/** Water in an emitter that is not pipe, m3; null where nobody can know. */
export const ownContent = (emitter: Emitter): number | null =>
  emitter.kind === 'panel' ? panelContent(emitter.type, emitter.height, emitter.length) : null;

/** An emitter with the water its circuit brings it. */
export interface Fed {
  emitter: Emitter;
  law: EmitterLaw | null;
  /** Degrees C and K of its own water at design. */
  flow: number;
  drop: number;
  /** Where that lies along the circuit's; from flow to return without. */
  along?: Along;
}

/** Excess at which emitters are compared when their water is too cold to give anything. */
const PLAIN_EXCESS = 30;

/**
 * How the emitters of a room share its load, W each: what is fixed first, the rest in proportion to what they give at
 * their circuits' temperatures.
 * @param load of the room, W @param room degrees C
 */
export function shareLoad(load: number, fed: readonly Fed[], room: number): number[] {
  const fixed = fed.map(({ emitter }) => {
    if (emitter.kind === 'fixed') return emitter.output;
    return emitter.share === 'auto' ? null : emitter.share * load;
  });
  const rest = Math.max(0, load - fixed.reduce<number>((sum, each) => sum + (each ?? 0), 0));
  const weigh = (excess: (each: Fed) => number) =>
    fed.map((each, i) => (fixed[i] === null && each.law ? outputAt([each.law], excess(each)) : 0));
  let weights = weigh(({ flow, drop }) => excessOf(flow, drop, room));
  let total = weights.reduce((sum, each) => sum + each, 0);
  if (total <= 0) {
    weights = weigh(() => PLAIN_EXCESS);
    total = weights.reduce((sum, each) => sum + each, 0);
  }
  return fixed.map((each, i) => each ?? (total > 0 ? (rest * (weights[i] as number)) / total : 0));
}

/**
 * Flow temperature that the emitters of a room on one circuit need together: those that share by what they give, each
 * with a share of its own, and the least that a fixed load asks for.
 * @param loads W each, as `shareLoad` gives them @param drop fall of the water on the circuit, K
 */
export function neededFlowTemperature(fed: readonly Fed[], loads: readonly number[], drop: number, room: number): number {
  const pool: { law: EmitterLaw; along: Along }[] = [];
  let pooled = 0;
  let needed = room;
  fed.forEach(({ emitter, law, along = WHOLE }, i) => {
    const load = loads[i] as number;
    if (emitter.kind === 'fixed') needed = Math.max(needed, load > 0 ? emitter.leastFlow : room);
    else if (emitter.share === 'auto' && law) {
      pool.push({ law, along });
      pooled += load;
    } else if (law) needed = Math.max(needed, flowTemperatureFor([law], load, along.part * drop, room) + along.from * drop);
  });
  return pool.length > 0 ? Math.max(needed, flowTemperatureAlong(pool, pooled, drop, room)) : needed;
}

/**
 * Heat in W that fed emitters give at a flow temperature of their circuit, whose water falls by `drop`; a fixed load gives its own from
 * its least temperature on.
 */
export function givenAt(fed: readonly Fed[], flow: number, drop: number, room: number): number {
  return fed.reduce((sum, { emitter, law, along = WHOLE }) => {
    if (emitter.kind === 'fixed') return sum + (flow >= emitter.leastFlow ? emitter.output : 0);
    return sum + (law ? outputAt([law], excessAlong(along, flow, drop, room)) : 0);
  }, 0);
}
