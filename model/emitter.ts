import { z } from 'zod';
import { autoOr, Id, Name, quantity, SizedMaterial, temperature } from './schema-parts.ts';

/** Panel radiators by panels and convector sheets. */
export const PANEL_TYPES = ['1-0', '1-1', '2-0', '2-1', '2-2', '3-3'] as const;
export type PanelType = (typeof PANEL_TYPES)[number];

/** What carries its rating on a data sheet. */
export const RATED_FORMS = [
  'radiator',
  'towel-rail',
  'baseboard',
  'fan-unit',
  'unit-heater',
  'air-coil',
  'radiant-panel',
] as const;
export type RatedForm = (typeof RATED_FORMS)[number];

/** How the pipe lies in or under the floor. */
export const FLOOR_SYSTEMS = [
  'wet',
  'low-build',
  'grooved-panel',
  'plates-below',
  'tracks-below',
  'plates-under-slab',
  'joist-space',
] as const;
export type FloorSystem = (typeof FLOOR_SYSTEMS)[number];

/** Serpentine: one way, cooling along; counterflow: flow and return side by side, even all over. */
const FLOOR_LAYOUTS = ['serpentine', 'counterflow'] as const;
/** What the surface may reach: 29 °C where people stay, 33 °C in bathrooms, 27 °C where asked. */
const FLOOR_USES = ['living', 'bathroom', 'gentle'] as const;
export type FloorUse = (typeof FLOOR_USES)[number];

/** What a field of pipes lies in: floors take less than they give, ceilings more, since cold air sinks. */
const FIELD_PLACES = ['floor', 'wall', 'ceiling'] as const;
export type FieldPlaceKind = (typeof FIELD_PLACES)[number];

/** Whether an emitter takes part when its circuit cools: as is usual for its kind, or shut by hand. */
const IN_SUMMER = ['usual', 'shut'] as const;

const common = {
  id: Id,
  name: Name,
  /** The circuit that feeds it; null for that of its room. */
  circuit: Id.nullable(),
  /** Share of the room's load it has to carry; `auto` in proportion to what it gives. */
  share: autoOr(quantity('rooms/*/emitters/*/share')),
  /** Emitter of the same room whose water it gets when that has done with it; null for one fed from the manifold. */
  behind: Id.nullable(),
  /** When its circuit cools: those that can take heat do, unless somebody shuts them. */
  summer: z.enum(IN_SUMMER, 'is neither "usual" nor "shut"'),
};

const PanelSchema = z.strictObject({
  kind: z.literal('panel'),
  ...common,
  type: z.enum(PANEL_TYPES, `is no panel type; use one of ${PANEL_TYPES.join(', ')}`),
  height: quantity('rooms/*/emitters/*/height'),
  length: quantity('rooms/*/emitters/*/length'),
});

/** A cooling rating: in all and of that without drying, at the water and air of the data sheet. */
const CoolingRatingSchema = z.strictObject({
  total: quantity('rooms/*/emitters/*/cooling/total'),
  sensible: quantity('rooms/*/emitters/*/cooling/sensible'),
  flow: temperature('rooms/*/emitters/*/cooling/flow'),
  return: temperature('rooms/*/emitters/*/cooling/return'),
  room: temperature('rooms/*/emitters/*/cooling/room'),
  humidity: quantity('rooms/*/emitters/*/cooling/humidity'),
  /** Air that its fan moves at the rating; `auto` where the data sheet says none. */
  airFlow: autoOr(quantity('rooms/*/emitters/*/cooling/airFlow')),
});
export type CoolingRating = z.infer<typeof CoolingRatingSchema>;

const RatedSchema = z.strictObject({
  kind: z.literal('rated'),
  ...common,
  form: z.enum(RATED_FORMS, `is no kind of emitter; use one of ${RATED_FORMS.join(', ')}`),
  /** At the conditions below; of a metre for a baseboard, which then has a length. */
  ratedOutput: quantity('rooms/*/emitters/*/ratedOutput'),
  length: quantity('rooms/*/emitters/*/length'),
  ratedFlow: temperature('rooms/*/emitters/*/ratedFlow'),
  ratedReturn: temperature('rooms/*/emitters/*/ratedReturn'),
  ratedRoom: temperature('rooms/*/emitters/*/ratedRoom'),
  exponent: quantity('rooms/*/emitters/*/exponent'),
  /** What it takes out of the air with cold water, as its data sheet rates it; null where it does not cool. */
  cooling: CoolingRatingSchema.nullable(),
});

const FloorSchema = z.strictObject({
  kind: z.literal('floor'),
  ...common,
  /** Floor, wall or ceiling. */
  lies: z.enum(FIELD_PLACES, `is no place for pipes; use one of ${FIELD_PLACES.join(', ')}`),
  system: z.enum(FLOOR_SYSTEMS, `is no floor system; use one of ${FLOOR_SYSTEMS.join(', ')}`),
  layout: z.enum(FLOOR_LAYOUTS, 'is neither "serpentine" nor "counterflow"'),
  /** Of the job, that it is built as; null for one of its own. */
  construction: Id.nullable(),
  use: z.enum(FLOOR_USES, `is no use; use one of ${FLOOR_USES.join(', ')}`),
  area: quantity('rooms/*/emitters/*/area'),
  spacing: quantity('rooms/*/emitters/*/spacing'),
  /** Every other gap between rows, where they are laid in pairs; null where all gaps are alike. */
  otherGap: quantity('rooms/*/emitters/*/otherGap').nullable(),
  /** Band along cold walls with its own spacing; part of the area. */
  edgeArea: quantity('rooms/*/emitters/*/edgeArea'),
  edgeSpacing: quantity('rooms/*/emitters/*/edgeSpacing'),
  covering: quantity('rooms/*/emitters/*/covering'),
  pipe: SizedMaterial,
  /** Layer above the pipe and its conductivity. */
  cover: quantity('rooms/*/emitters/*/cover'),
  conductivity: quantity('rooms/*/emitters/*/conductivity'),
  /** Resistance of what lies below the pipe, and the temperature under it. */
  insulation: quantity('rooms/*/emitters/*/insulation'),
  below: temperature('rooms/*/emitters/*/below'),
  /** Edge of a slab towards the open or the ground, along the field, and the resistance of what covers it. */
  openEdge: quantity('rooms/*/emitters/*/openEdge'),
  edgeInsulation: quantity('rooms/*/emitters/*/edgeInsulation'),
  /** How well plates or grooves touch: 1 as made, less where they sag. */
  contact: quantity('rooms/*/emitters/*/contact'),
  /** Pipe between manifold and field, one way. */
  tail: quantity('rooms/*/emitters/*/tail'),
  loops: autoOr(quantity('rooms/*/emitters/*/loops')),
  /** K_H off the data sheet of the system, its covering left out; `auto` works it out or takes the usual. */
  heatTransfer: autoOr(quantity('rooms/*/emitters/*/heatTransfer')),
});

const FixedSchema = z.strictObject({
  kind: z.literal('fixed'),
  ...common,
  /** Heat it takes whatever the water, as long as that is warm enough. */
  output: quantity('rooms/*/emitters/*/output'),
  leastFlow: temperature('rooms/*/emitters/*/leastFlow'),
});

export const EmitterSchema = z.discriminatedUnion('kind', [PanelSchema, RatedSchema, FloorSchema, FixedSchema]);
export type Emitter = z.infer<typeof EmitterSchema>;
export type Panel = z.infer<typeof PanelSchema>;
export type Rated = z.infer<typeof RatedSchema>;
export type Floor = z.infer<typeof FloorSchema>;
export type Fixed = z.infer<typeof FixedSchema>;
/** Most emitters in one room. */
export const MOST_EMITTERS = 12;
