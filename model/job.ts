import { z } from 'zod';
import { CircuitSchema } from './circuit.ts';
import { ConstructionSchema, MOST_CONSTRUCTIONS } from './construction-schema.ts';
import { ControlsSchema } from './controls.ts';
import { DistributionSchema, FurtherSourceSchema, MOST_FURTHER_SOURCES, OwnPumpSchema, OwnRuleSchema } from './distribution.ts';
import { RATED_FORMS } from './emitter.ts';
import { EnergySchema, MOST_RUN_RECORDS, MOST_THERMOSTATS, RunRecordSchema, ThermostatSchema } from './energy.ts';
import { QUANTITY_KINDS, UNIT_CHOICES } from './quantities.ts';
import { RoomSchema } from './room.ts';
import { Id, MOST_ROOMS, Name, quantity, Text, temperature, text } from './schema-parts.ts';
import { HotWaterSchema, SourceSchema } from './source.ts';
import { LinkSchema, MOST_LINKS, MOST_STATIONS, SeparationSchema, StationSchema } from './station.ts';
import { ArticlesSchema, PresenceSchema, QuoteSchema } from './supply.ts';
import { fluidSchema, MOST_WATERS, vesselShape, WaterSchema } from './water.ts';

export * from './circuit.ts';
export { type Construction, MOST_CONSTRUCTIONS } from './construction-schema.ts';
export * from './controls.ts';
export * from './distribution.ts';
export * from './energy.ts';
export { COMPONENTS, type ComponentId, PUMP_CONTROLS, type PumpControl } from './piping.ts';
export * from './room.ts';
export { MATERIALS, type MaterialId, MOST_ROOMS } from './schema-parts.ts';
export * from './source.ts';
export * from './station.ts';
export { type Article, PRESENCES, type Presence } from './supply.ts';
export type { WaterEntry } from './water.ts';

/** The version of the job file this program writes. Older ones are brought up to it by `upgrade.ts`. */
export const JOB_VERSION = 13;
export const JOB_FORMAT = 'warm-manifold/job';

/** Most circuits one job takes; beyond this a building is split into jobs. */
export const MOST_CIRCUITS = 200;

/** What the plant does: heat, or heat in winter and cool in summer with the same water. */
const MODES = ['heating', 'heating-and-cooling'] as const;

/** How the plant is filled from the main. */
const FILLINGS = ['unknown', 'protected', 'unprotected', 'feeder'] as const;
/** Where the relief valve lets go. */
const DISCHARGES = ['unknown', 'drain', 'nowhere'] as const;

/** Where the expansion vessel meets the plant: on the return before the source, or on the flow behind its pump. */
export const VESSEL_CONNECTIONS = ['source-return', 'source-flow'] as const;

export const RULEBOOKS = [
  'velocity-led',
  'gradient-led',
  'open-low-temperature',
  'separated-multi-zone',
  'us-primary-secondary',
] as const;

/** How long a house keeps its heat: timber, brick, or stone and concrete. */
const HOUSE_MASSES = ['light', 'medium', 'heavy'] as const;
export type HouseMass = (typeof HOUSE_MASSES)[number];

/** How far a job has come. */
const STAGES = ['draft', 'ordered', 'built', 'commissioned'] as const;
export type Stage = (typeof STAGES)[number];

/** What new rooms are heated by, where nobody says otherwise. */
export const USUAL_EMITTERS = ['none', 'by-circuit', 'panel', 'floor', ...RATED_FORMS] as const;
export type UsualEmitter = (typeof USUAL_EMITTERS)[number];

/** How well a building is insulated, where loads are only guessed by area. */
const BUILDING_CLASSES = ['uninsulated', 'partly-insulated', 'insulated', 'modern', 'low-energy'] as const;
export type BuildingClass = (typeof BUILDING_CLASSES)[number];

export const DisplaySchema = z.strictObject({
  system: z.enum(['metric', 'us'], 'is neither "metric" nor "us"'),
  /** A person's own unit for a kind of quantity, where it differs from the habit of the system. */
  units: z.partialRecord(z.enum(QUANTITY_KINDS), text(20)).superRefine((units, context) => {
    for (const [kind, unit] of Object.entries(units)) {
      const known: readonly string[] = UNIT_CHOICES[kind as keyof typeof UNIT_CHOICES] ?? [];
      if (!known.includes(unit)) {
        context.addIssue({
          code: 'custom',
          path: [kind],
          message: `has the unknown unit "${unit}"; use ${known.join(', ')}`,
        });
      }
    }
  }),
});
export type Display = z.infer<typeof DisplaySchema>;

export const JobSchema = z
  .strictObject({
    format: z.literal(JOB_FORMAT, `is not "${JOB_FORMAT}"; this is no job file`),
    version: z.literal(JOB_VERSION),
    name: Name,
    stage: z.enum(STAGES, `is no stage of a job; use one of ${STAGES.join(', ')}`),
    site: z.strictObject({
      place: Name,
      notes: Text,
      outdoorDesignTemperature: temperature('site/outdoorDesignTemperature'),
      /** Around the pipes of the plant room and on the way to the manifolds. */
      pipeSurroundings: temperature('site/pipeSurroundings'),
      /** Air of the rooms on the hottest day, and how moist it is: what the dew point follows from. */
      summerRoom: temperature('site/summerRoom'),
      summerHumidity: quantity('site/summerHumidity'),
      /** Outdoors that afternoon, and how far north the house stands. */
      summerOutdoor: temperature('site/summerOutdoor'),
      summerOutdoorHumidity: quantity('site/summerOutdoorHumidity'),
      latitude: quantity('site/latitude'),
      /** Water that ventilation or a drier takes out of the air of all rooms, kg/s; null without. */
      drier: quantity('site/drier').nullable(),
      /** How the house keeps its heat. */
      mass: z.enum(HOUSE_MASSES, `is no kind of house; use one of ${HOUSE_MASSES.join(', ')}`),
    }),
    display: DisplaySchema,
    mode: z.enum(MODES, `is no mode; use one of ${MODES.join(', ')}`),
    fluid: fluidSchema('fluid'),
    rulebook: z.enum(RULEBOOKS, `is no rulebook; use one of ${RULEBOOKS.join(', ')}`),
    /** Limits of the rulebook that this job has its own. */
    ownRules: z.array(OwnRuleSchema).max(200, 'holds more rules than there are'),
    wholeHouseLoad: quantity('wholeHouseLoad').nullable(),
    /** Class by which rooms without a load get a rough one for the time being; null for none. */
    roughLoads: z.enum(BUILDING_CLASSES, `is no class of building; use one of ${BUILDING_CLASSES.join(', ')}`).nullable(),
    /** What new rooms start with; and the floors that several rooms are built as. */
    usual: z.strictObject({
      emitter: z.enum(USUAL_EMITTERS, `is no emitter; use one of ${USUAL_EMITTERS.join(', ')}`),
      construction: Id.nullable(),
    }),
    constructions: z
      .array(ConstructionSchema)
      .max(MOST_CONSTRUCTIONS, `holds more than ${MOST_CONSTRUCTIONS} constructions; join those that are alike`),
    rooms: z.array(RoomSchema).max(MOST_ROOMS, `holds more than ${MOST_ROOMS} rooms; split the building into several jobs`),
    circuits: z
      .array(CircuitSchema)
      .max(MOST_CIRCUITS, `holds more than ${MOST_CIRCUITS} circuits; split the building into several jobs`),
    source: SourceSchema,
    furtherSources: z
      .array(FurtherSourceSchema)
      .max(MOST_FURTHER_SOURCES, `holds more than ${MOST_FURTHER_SOURCES} sources beside the first; join some`),
    distribution: DistributionSchema,
    ownPumps: z.array(OwnPumpSchema).max(40, 'holds more than 40 pumps; leave some out'),
    hotWater: HotWaterSchema.nullable(),
    separation: SeparationSchema,
    stations: z
      .array(StationSchema)
      .max(MOST_STATIONS, `holds more than ${MOST_STATIONS} stations beyond the first; split the plant into several jobs`),
    links: z.array(LinkSchema).max(MOST_LINKS, `holds more than ${MOST_LINKS} pairs of pipes between stations; split the plant`),
    vessel: z.strictObject({
      ...vesselShape('vessel'),
      connection: z.enum(VESSEL_CONNECTIONS, 'is neither "source-return" nor "source-flow"'),
    }),
    /** Waters beside the source's: what fills each and what it expands into. One without an entry counts with the source's. */
    waters: z.array(WaterSchema).max(MOST_WATERS, `holds more than ${MOST_WATERS} waters; split the plant`),
    /** What keeps people and plant whole; `unknown` until somebody has looked. */
    safety: z.strictObject({
      filling: z.enum(FILLINGS, `is no way of filling; use one of ${FILLINGS.join(', ')}`),
      discharge: z.enum(DISCHARGES, `is no discharge; use one of ${DISCHARGES.join(', ')}`),
      /** Pressure of the main at the plant, at rest; null while nobody measured it. */
      mainPressure: quantity('safety/mainPressure').nullable(),
      /** Heat the relief valve can let go; null while nobody read its plate. */
      reliefCapacity: quantity('safety/reliefCapacity').nullable(),
      /** Something that takes the heat of a fire when nothing else does, also in a power cut. */
      heatDump: z.boolean('is neither true nor false'),
      /** It was an open, vented system, and its vent, cold feed or tank may still be there. */
      fromVented: z.boolean('is neither true nor false'),
    }),
    controls: ControlsSchema,
    thermostats: z
      .array(ThermostatSchema)
      .max(MOST_THERMOSTATS, `holds more than ${MOST_THERMOSTATS} thermostats; split the building`),
    energy: EnergySchema,
    /** What runs came to, newest last. */
    runs: z.array(RunRecordSchema).max(MOST_RUN_RECORDS, `holds more than ${MOST_RUN_RECORDS} results; drop the oldest`),
    /** Findings somebody looked at and lets stand, with the reason. */
    accepted: z
      .array(z.strictObject({ finding: text(300), reason: Text }))
      .max(500, 'holds more than 500 accepted findings; fix some'),
    /** What is there already, new or later, where that is not what its circuit or source is. */
    presence: PresenceSchema,
    /** Article numbers, suppliers and prices of one's own, and what a quote adds. */
    articles: ArticlesSchema,
    quote: QuoteSchema,
    /** Assumptions: a place taken as it stands in the job, and what might be there instead. */
    assumptions: z
      .array(
        z.strictObject({
          id: Id,
          place: text(200),
          alternatives: z
            .array(z.union([z.number(), text(60)], 'is neither a number nor a text'))
            .min(1, 'is empty; name what else may be there')
            .max(6, 'holds more than 6 alternatives; look at the thing instead'),
        }),
      )
      .max(60, 'holds more than 60 assumptions; look at some of the things first'),
    /** What was typed where a number belongs and could not be read. Kept so that nothing typed is lost. */
    unread: z.array(z.strictObject({ place: text(200), text: Text })).max(10_000),
  })
  .superRefine((job, context) => {
    const circuits = new Set<string>();
    job.circuits.forEach((circuit, i) => {
      if (circuits.has(circuit.id))
        context.addIssue({
          code: 'custom',
          path: ['circuits', i, 'id'],
          message: 'is used twice; every circuit needs an id of its own',
        });
      circuits.add(circuit.id);
      const sections = new Set<string>();
      circuit.sections.forEach((section, s) => {
        if (sections.has(section.id)) {
          const message = 'is used twice; every section of a circuit needs an id of its own';
          context.addIssue({ code: 'custom', path: ['circuits', i, 'sections', s, 'id'], message });
        }
        sections.add(section.id);
      });
    });
    for (const list of [
      'furtherSources',
      'stations',
      'links',
      'waters',
      'ownPumps',
      'ownRules',
      'thermostats',
      'articles',
      'constructions',
      'runs',
    ] as const) {
      const taken = new Set<string>();
      job[list].forEach(({ id }, i) => {
        if (taken.has(id)) context.addIssue({ code: 'custom', path: [list, i, 'id'], message: 'is used twice; leave one' });
        taken.add(id);
      });
    }
    const constructions = new Set(job.constructions.map(({ id }) => id));
    if (job.usual.construction !== null && !constructions.has(job.usual.construction)) {
      const message = `names the construction "${job.usual.construction}", which is not in the job; name one that is, or null`;
      context.addIssue({ code: 'custom', path: ['usual', 'construction'], message });
    }
    const rooms = new Set<string>();
    job.rooms.forEach((room, i) => {
      if (rooms.has(room.id))
        context.addIssue({
          code: 'custom',
          path: ['rooms', i, 'id'],
          message: 'is used twice; every room needs an id of its own',
        });
      rooms.add(room.id);
      const emitters = new Set<string>();
      room.emitters.forEach((emitter, e) => {
        const path = ['rooms', i, 'emitters', e];
        if (emitters.has(emitter.id)) {
          const message = 'is used twice; every emitter of a room needs an id of its own';
          context.addIssue({ code: 'custom', path: [...path, 'id'], message });
        }
        emitters.add(emitter.id);
        if (emitter.kind === 'floor' && emitter.construction !== null && !constructions.has(emitter.construction)) {
          const message = `names the construction "${emitter.construction}", which is not in the job; name one that is, or null`;
          context.addIssue({ code: 'custom', path: [...path, 'construction'], message });
        }
        if (emitter.circuit !== null && !circuits.has(emitter.circuit)) {
          const message = `names the circuit "${emitter.circuit}", which is not in the job; name one that is, or null`;
          context.addIssue({ code: 'custom', path: [...path, 'circuit'], message });
        }
      });
      if (room.circuit !== null && !circuits.has(room.circuit)) {
        context.addIssue({
          code: 'custom',
          path: ['rooms', i, 'circuit'],
          message: `names the circuit "${room.circuit}", which is not in the job; name one that is, or null`,
        });
      }
    });
  });

export type Job = z.infer<typeof JobSchema>;
export type Room = Job['rooms'][number];
export type Circuit = Job['circuits'][number];
export type Section = Circuit['sections'][number];
export type Source = Job['source'];
export type InsulatedRun = Circuit['run'];
export type PipeRun = Omit<InsulatedRun, 'insulation'>;
export type SourceKind = Source['kind'];
export type Assumption = Job['assumptions'][number];
export type EmitterKind = Circuit['emitters'];
