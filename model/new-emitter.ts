import type { CoolingRating, Emitter, Fixed, Floor, Panel, Rated, RatedForm } from './emitter.ts';

/** What every emitter starts with: on the circuit of its room, carrying its part of the load. */
const common = (id: string) => ({ id, name: '', circuit: null, share: 'auto' as const, behind: null, summer: 'usual' as const });

/** Exponent and conditions usual on the data sheets of each form: common practice. */
const USUAL_RATING: Record<RatedForm, Pick<Rated, 'exponent' | 'ratedFlow' | 'ratedReturn' | 'ratedRoom' | 'ratedOutput'>> = {
  radiator: { exponent: 1.3, ratedFlow: 75, ratedReturn: 65, ratedRoom: 20, ratedOutput: 1000 },
  'towel-rail': { exponent: 1.22, ratedFlow: 75, ratedReturn: 65, ratedRoom: 24, ratedOutput: 500 },
  baseboard: { exponent: 1.4, ratedFlow: 82, ratedReturn: 71, ratedRoom: 18, ratedOutput: 560 },
  'fan-unit': { exponent: 1, ratedFlow: 45, ratedReturn: 40, ratedRoom: 20, ratedOutput: 1500 },
  'unit-heater': { exponent: 1, ratedFlow: 80, ratedReturn: 60, ratedRoom: 15, ratedOutput: 10000 },
  'radiant-panel': { exponent: 1.1, ratedFlow: 40, ratedReturn: 35, ratedRoom: 20, ratedOutput: 600 },
  'air-coil': { exponent: 1, ratedFlow: 60, ratedReturn: 50, ratedRoom: 20, ratedOutput: 5000 },
};

export const newPanel = (id: string, fields: Partial<Panel> = {}): Panel => ({
  kind: 'panel',
  ...common(id),
  type: '2-1',
  height: 0.6,
  length: 1,
  ...fields,
});

/** Cooling rating as data sheets of fan units give it (air at 27 °C, 19 °C wet bulb, water 7 to 12 °C): common practice. */
export const USUAL_COOLING: CoolingRating = {
  total: 2000,
  sensible: 1500,
  flow: 7,
  return: 12,
  room: 27,
  humidity: 0.47,
  airFlow: 'auto',
};

/** Cooling rating as data sheets of radiant ceilings give it, which dry nothing (EN 14240, water 16 to 18 °C under 26 °C): common practice. */
export const USUAL_PANEL_COOLING: CoolingRating = {
  total: 500,
  sensible: 500,
  flow: 16,
  return: 18,
  room: 26,
  humidity: 0.5,
  airFlow: 'auto',
};

export const newRated = (id: string, form: RatedForm, fields: Partial<Rated> = {}): Rated => ({
  kind: 'rated',
  ...common(id),
  form,
  length: 1,
  ...USUAL_RATING[form],
  cooling: null,
  ...fields,
});

/** Screed of 45 mm over 16 mm pipe at 150 mm, tiled, over 30 mm of insulation in a heated house. */
export const newFloor = (id: string, area: number, fields: Partial<Floor> = {}): Floor => ({
  kind: 'floor',
  ...common(id),
  lies: 'floor',
  construction: null,
  system: 'wet',
  layout: 'counterflow',
  use: 'living',
  area,
  spacing: 0.15,
  otherGap: null,
  edgeArea: 0,
  edgeSpacing: 0.1,
  covering: 0.02,
  pipe: { material: 'pex-iso15875', size: '16x2' },
  cover: 0.045,
  conductivity: 1.2,
  insulation: 0.75,
  below: 20,
  openEdge: 0,
  edgeInsulation: 0,
  contact: 1,
  tail: 5,
  loops: 'auto',
  heatTransfer: 'auto',
  ...fields,
});

export const newFixed = (id: string, fields: Partial<Fixed> = {}): Fixed => ({
  kind: 'fixed',
  ...common(id),
  output: 500,
  leastFlow: 45,
  ...fields,
});

/** A fresh emitter of a kind, as large as a floor of the room or a usual radiator. */
export function newEmitter(kind: Emitter['kind'] | RatedForm, id: string, area: number | null): Emitter {
  switch (kind) {
    case 'panel':
      return newPanel(id);
    case 'floor':
      return newFloor(id, area ?? 10);
    case 'fixed':
      return newFixed(id);
    case 'rated':
      return newRated(id, 'radiator');
    default:
      return newRated(id, kind);
  }
}
