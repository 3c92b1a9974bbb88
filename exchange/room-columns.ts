import { unitFromSpelling } from '../core/quantity/units.ts';
import type { QuantityKind } from '../model/quantities.ts';

/** What a column of a room table can mean. */
export type Meaning =
  | 'name'
  | 'storey'
  | 'area'
  | 'heatLoad'
  | 'coolingLoad'
  | 'latentLoad'
  | 'roomTemperature'
  | 'circuit'
  | 'emitters';

export const MEANING_LABELS: Record<Meaning, string> = {
  name: 'Room',
  storey: 'Storey',
  area: 'Area',
  heatLoad: 'Heat load',
  coolingLoad: 'Sensible cooling load',
  latentLoad: 'Latent load',
  roomTemperature: 'Room temperature',
  circuit: 'Circuit',
  emitters: 'Emitters',
};

/** The quantity a column holds; undefined for words. */
export const MEANING_KINDS: Partial<Record<Meaning, QuantityKind>> = {
  area: 'area',
  heatLoad: 'heatLoad',
  coolingLoad: 'heatLoad',
  latentLoad: 'heatLoad',
  roomTemperature: 'temperature',
};

/** Headings people use, in lower case. Longer ones are tried before shorter ones. */
const HEADINGS: readonly (readonly [Meaning, readonly string[]])[] = [
  ['latentLoad', ['latent cooling load', 'latent cooling', 'latent load', 'latent gain', 'latent']],
  [
    'coolingLoad',
    [
      'sensible cooling load',
      'sensible cooling',
      'sensible load',
      'sensible gain',
      'sensible',
      'cooling load',
      'cooling demand',
      'heat gain',
      'cooling',
      'kühllast',
    ],
  ],
  [
    'heatLoad',
    [
      'design heat load',
      'heating load',
      'heat load',
      'heat loss',
      'heat demand',
      'heatload',
      'heatloss',
      'heizlast',
      'total loss',
      'design load',
      'load',
      'loss',
      'demand',
    ],
  ],
  [
    'roomTemperature',
    [
      'room temperature',
      'room temp',
      'indoor temperature',
      'inside temperature',
      'design temperature',
      'temperature',
      'set point',
      'setpoint',
      'temp',
    ],
  ],
  ['area', ['floor area', 'room area', 'area', 'size', 'fläche', 'flaeche']],
  ['storey', ['storey', 'story', 'level', 'floor', 'geschoss']],
  ['circuit', ['circuit', 'heating circuit', 'zone', 'kreis']],
  ['emitters', ['emitters', 'emitter', 'radiators', 'radiator', 'heated by']],
  ['name', ['room name', 'space name', 'room', 'name', 'space', 'raum']],
];

export interface Column {
  heading: string;
  meaning: Meaning | null;
  /** Unit named in the heading, or null. */
  unit: string | null;
  /** Set when the heading names a unit that the quantity does not have. */
  unknownUnit: string | null;
}

/** What a heading means: "Heat loss (kW)", "load_w", "BTU/h", "Area m2". */
export function readHeading(heading: string): Column {
  const plain = heading.trim().toLowerCase().replace(/_/g, ' ').replace(/\s+/g, ' ');
  const bracket = /[([]\s*([^)\]]*)\s*[)\]]/.exec(plain);
  const words = plain.replace(/[([][^)\]]*[)\]]/g, '').trim();
  for (const [meaning, headings] of HEADINGS) {
    const known = headings.find(
      (each) => words === each || (words.startsWith(each) && /^[\s,:/-]/.test(words.slice(each.length))),
    );
    if (known === undefined) continue;
    const kind = MEANING_KINDS[meaning];
    const tail =
      bracket?.[1] ??
      (words
        .slice(known.length)
        .replace(/^[\s,:/-]*(in\s)?/, '')
        .trim() ||
        null);
    if (!kind || !tail) return { heading, meaning, unit: null, unknownUnit: null };
    const unit = unitFromSpelling(tail, kind);
    return { heading, meaning, unit: unit ?? null, unknownUnit: unit ? null : tail };
  }
  // A heading that is nothing but a unit: "kW", "m2".
  const alone = bracket && words === '' ? (bracket[1] ?? '') : words;
  for (const meaning of ['heatLoad', 'area'] as const) {
    const unit = unitFromSpelling(alone, MEANING_KINDS[meaning] as QuantityKind);
    if (unit) return { heading, meaning, unit, unknownUnit: null };
  }
  return { heading, meaning: null, unit: null, unknownUnit: null };
}
