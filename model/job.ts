import { z } from 'zod';
import { EmitterSchema, MOST_EMITTERS } from './emitter.ts';
import { QUANTITY_KINDS, UNIT_CHOICES } from './quantities.ts';
import { autoOr, deltaT, Id, MATERIALS, Name, quantity, Text, temperature, text } from './schema-parts.ts';

export { MATERIALS, type MaterialId } from './schema-parts.ts';

/** The version of the job file this program writes. Older ones are brought up to it by `upgrade.ts`. */
export const JOB_VERSION = 4;
export const JOB_FORMAT = 'warm-manifold/job';

/** Most rooms and circuits one job takes; beyond this a building is split into jobs. */
export const MOST_ROOMS = 2000;
export const MOST_CIRCUITS = 200;

const pipeAt = (place: 'circuits/*/run' | 'circuits/*/worstRun' | 'source/run' | 'circuits/*/sections/*') => ({
  material: z.enum(MATERIALS, `is no pipe material; use one of ${MATERIALS.join(', ')}`),
  /** `auto`, or the id of a size in the catalogue of the material: a pinned pipe is checked, not replaced. */
  size: text(40),
  length: quantity(`${place}/length`),
  fittingsAllowance: quantity(`${place}/fittingsAllowance`),
});

/** A run between the plant and a manifold, with its insulation: `auto` is as thick as usual, 0 is a bare pipe. */
const runAt = (place: 'circuits/*/run' | 'source/run') =>
  z.strictObject({ ...pipeAt(place), insulation: autoOr(quantity(`${place}/insulation`)) });

export const ROOM_USES = ['living', 'sleeping', 'bathroom', 'kitchen', 'work', 'passage', 'other'] as const;
export type RoomUse = (typeof ROOM_USES)[number];
/** Sides of the sky, clockwise from north. */
export const FACINGS = ['n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw'] as const;
export type Facing = (typeof FACINGS)[number];

/** What the plant does: heat, or heat in winter and cool in summer with the same water. */
export const MODES = ['heating', 'heating-and-cooling'] as const;

export const RoomSchema = z.strictObject({
  id: Id,
  name: Name,
  storey: Name,
  area: quantity('rooms/*/area').nullable(),
  heatLoad: quantity('rooms/*/heatLoad').nullable(),
  roomTemperature: temperature('rooms/*/roomTemperature'),
  circuit: Id.nullable(),
  /** Pipe from the manifold to the emitters of this room and back; null when it is as long as the worst run. */
  branchLength: quantity('rooms/*/branchLength').nullable(),
  /** What it is used for and where its windows look: zones are proposed by them; null while nobody said. */
  use: z.enum(ROOM_USES, `is no use of a room; use one of ${ROOM_USES.join(', ')}`).nullable(),
  facing: z.enum(FACINGS, `is no side of the sky; use one of ${FACINGS.join(', ')}`).nullable(),
  /** On the hottest day: heat to take out of the air, and to dry it; null where nothing is asked. */
  coolingLoad: quantity('rooms/*/coolingLoad').nullable(),
  latentLoad: quantity('rooms/*/latentLoad').nullable(),
  /** What heats it; while there are none they count as large as the circuit's temperatures ask. */
  emitters: z.array(EmitterSchema).max(MOST_EMITTERS, `holds more than ${MOST_EMITTERS} emitters; split the room`),
});

/** What holds the speed of a pump. */
export const PUMP_CONTROLS = ['fixed-speed', 'constant-pressure', 'proportional-pressure', 'constant-difference'] as const;
export type PumpControl = (typeof PUMP_CONTROLS)[number];

/** Parts in line with a pipe; what each loses stands in the catalogue of components. */
export const COMPONENTS = [
  'isolating-valve',
  'y-strainer',
  'ball-valve-strainer',
  'magnetic-filter',
  'spring-check-valve',
  'flap-check-valve',
  'air-separator',
  'dirt-separator',
  'heat-meter',
  'bend',
  'elbow',
  'tee-straight',
  'tee-branch',
] as const;
export type ComponentId = (typeof COMPONENTS)[number];
const Components = z
  .array(z.enum(COMPONENTS, `is no component; use one of ${COMPONENTS.join(', ')}`))
  .max(60, 'holds more than 60 parts in one line; count some of them in the fittings allowance');
const Control = z.enum(PUMP_CONTROLS, `is no pump control; use one of ${PUMP_CONTROLS.join(', ')}`);

export const LOOP_VALVES = ['set', 'flow-holding', 'thermostatic', 'none'] as const;

/** How a piece of pipe can be reached: in the open, under boards, or buried in screed or wall. */
export const REACHES = ['open', 'under-boards', 'buried'] as const;
export type Reach = (typeof REACHES)[number];

/** A piece of the pipe tree beyond a manifold: flow and return side by side, its length one way. */
export const SectionSchema = z.strictObject({
  id: Id,
  name: Name,
  /** The section it branches off; null at the end of the run from the plant. */
  from: Id.nullable(),
  /** Rooms whose branches start at its end. */
  rooms: z.array(Id).max(MOST_ROOMS),
  ...pipeAt('circuits/*/sections/*'),
  /** Lies there already. */
  existing: z.boolean(),
  reach: z.enum(REACHES, `is no way to reach a pipe; use one of ${REACHES.join(', ')}`),
});
/** Most sections of one circuit. */
export const MOST_SECTIONS = 200;

export const EMITTER_KINDS = ['radiators', 'floor', 'air-units'] as const;

export const CircuitSchema = z.strictObject({
  id: Id,
  name: Name,
  emitters: z.enum(EMITTER_KINDS, `is no kind of emitter; use one of ${EMITTER_KINDS.join(', ')}`),
  connection: z.enum(['direct', 'mixed'], 'is neither "direct" nor "mixed"'),
  flowTemperature: temperature('circuits/*/flowTemperature'),
  temperatureDifference: deltaT('circuits/*/temperatureDifference'),
  /** Plant to manifold; the length is one way, and the water goes there and back. */
  run: runAt('circuits/*/run'),
  /** Beyond the manifold: the worst loop or branch, its length there and back. */
  worstRun: z.strictObject({
    ...pipeAt('circuits/*/worstRun'),
    load: autoOr(quantity('circuits/*/worstRun/load')),
  }),
  terminalLoss: autoOr(quantity('circuits/*/terminalLoss')),
  waterContent: autoOr(quantity('circuits/*/waterContent')),
  pump: text(40),
  pumpControl: Control,
  mixingValve: autoOr(quantity('circuits/*/mixingValve')),
  components: Components,
  /** A regulating valve in the circuit, set so that its pump gives the design flow. */
  balancing: z.enum(['none', 'valve'], 'is neither "none" nor "valve"'),
  /**
   * What stands before each loop or emitter: a valve or meter that is set, one that holds its flow whatever the
   * pressure, one that follows the air of its room, or nothing that could be set.
   */
  loopValves: z.enum(LOOP_VALVES, `is no kind of valve; use one of ${LOOP_VALVES.join(', ')}`),
  /** Floors split into as few loops as each allows, or into loops as nearly alike as they can be. */
  loopSplit: z.enum(['by-floor', 'equal'], 'is neither "by-floor" nor "equal"'),
  /** Most loops on one manifold. */
  ports: quantity('circuits/*/ports'),
  /** Water it gets in summer; null where it does not cool. */
  cooling: z
    .strictObject({
      flowTemperature: temperature('circuits/*/cooling/flowTemperature'),
      temperatureDifference: deltaT('circuits/*/cooling/temperatureDifference'),
    })
    .nullable(),
  /** Pressure difference at which a bypass between flow and return opens; null for no bypass. */
  bypass: quantity('circuits/*/bypass').nullable(),
  /** One thermostat for the whole circuit, or one with a valve for each room. */
  zones: z.enum(['circuit', 'rooms'], 'is neither "circuit" nor "rooms"'),
  /** Pipes between the run from the plant and the branches; rooms in none of them hang on the end of the run. */
  sections: z.array(SectionSchema).max(MOST_SECTIONS, `holds more than ${MOST_SECTIONS} sections; split the circuit`),
  /** Of its manifold or radiators above the plant. */
  height: quantity('circuits/*/height'),
});

export const SOURCE_KINDS = [
  'condensing-boiler',
  'boiler',
  'heat-pump',
  'electric',
  'solid-fuel',
  'water-heater',
  'other',
] as const;

export const STANDINGS = ['indoors', 'open-air', 'enclosed'] as const;
/** How the plant is filled from the main. */
export const FILLINGS = ['unknown', 'protected', 'unprotected', 'feeder'] as const;
/** Where the relief valve lets go. */
export const DISCHARGES = ['unknown', 'drain', 'nowhere'] as const;

export const SourceSchema = z.strictObject({
  kind: z.enum(SOURCE_KINDS, `is no kind of source; use one of ${SOURCE_KINDS.join(', ')}`),
  name: Name,
  capacity: autoOr(quantity('source/capacity')),
  /** What it cannot go below while it runs; `auto` is usual for its kind. */
  leastOutput: autoOr(quantity('source/leastOutput')),
  /** Shortest run its maker or its owner wants. */
  leastRunTime: quantity('source/leastRunTime'),
  /** Water of a tank in its return, in series; null for none. */
  volumiser: quantity('source/volumiser').nullable(),
  /** Flow its maker asks for at least; null while nobody looked. */
  leastFlow: quantity('source/leastFlow').nullable(),
  /** Indoors, free in the open, or outdoors where it breathes its own air again. */
  standing: z.enum(STANDINGS, `is no place for a source; use one of ${STANDINGS.join(', ')}`),
  flowTemperature: temperature('source/flowTemperature'),
  temperatureDifference: deltaT('source/temperatureDifference'),
  run: runAt('source/run'),
  loss: autoOr(quantity('source/loss')),
  waterContent: autoOr(quantity('source/waterContent')),
  pump: text(40),
  pumpControl: Control,
  components: Components,
});

/** A cylinder with a coil for drinking water, charged by the source. */
export const HotWaterSchema = z.strictObject({
  volume: quantity('hotWater/volume'),
  coldTemperature: temperature('hotWater/coldTemperature'),
  storeTemperature: temperature('hotWater/storeTemperature'),
  /** What the source sends while it charges. */
  flowTemperature: temperature('hotWater/flowTemperature'),
  /** The coil as its data sheet rates it: heat into a store of one temperature, with the water going in and coming out. */
  coilOutput: quantity('hotWater/coilOutput'),
  coilFlow: temperature('hotWater/coilFlow'),
  coilReturn: temperature('hotWater/coilReturn'),
  coilStore: temperature('hotWater/coilStore'),
  /** Charging alone while the heating waits, or beside it. */
  charging: z.enum(['priority', 'parallel'], 'is neither "priority" nor "parallel"'),
  /** Temperature of a weekly cycle against germs; null for none. */
  hygieneTemperature: temperature('hotWater/hygieneTemperature').nullable(),
  /** A valve at its outlet that tempers what people touch. */
  temperingValve: z.boolean('is neither true nor false'),
});
export type HotWater = z.infer<typeof HotWaterSchema>;

export const FLUID_KINDS = ['water', 'propylene-glycol', 'ethylene-glycol'] as const;
/** Where the expansion vessel meets the plant: on the return before the source, or on the flow behind its pump. */
export const VESSEL_CONNECTIONS = ['source-return', 'source-flow'] as const;

export const SEPARATION_KINDS = ['none', 'low-loss-header', 'closely-spaced-tees', 'buffer'] as const;
export const RULEBOOKS = ['velocity-led', 'gradient-led'] as const;

/** How a building keeps its heat, where loads are only guessed by area. */
export const BUILDING_CLASSES = ['uninsulated', 'partly-insulated', 'insulated', 'modern', 'low-energy'] as const;
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
    site: z.strictObject({
      place: Name,
      notes: Text,
      outdoorDesignTemperature: temperature('site/outdoorDesignTemperature'),
      /** Around the pipes of the plant room and on the way to the manifolds. */
      pipeSurroundings: temperature('site/pipeSurroundings'),
      /** Air of the rooms on the hottest day, and how moist it is: what the dew point follows from. */
      summerRoom: temperature('site/summerRoom'),
      summerHumidity: quantity('site/summerHumidity'),
    }),
    display: DisplaySchema,
    mode: z.enum(MODES, `is no mode; use one of ${MODES.join(', ')}`),
    fluid: z.strictObject({
      kind: z.enum(FLUID_KINDS, `is no fluid; use one of ${FLUID_KINDS.join(', ')}`),
      /** Share of glycol by volume; of no account in plain water. */
      concentration: quantity('fluid/concentration'),
    }),
    rulebook: z.enum(RULEBOOKS, `is no rulebook; use one of ${RULEBOOKS.join(', ')}`),
    wholeHouseLoad: quantity('wholeHouseLoad').nullable(),
    /** Class by which rooms without a load get a rough one for the time being; null for none. */
    roughLoads: z.enum(BUILDING_CLASSES, `is no class of building; use one of ${BUILDING_CLASSES.join(', ')}`).nullable(),
    rooms: z.array(RoomSchema).max(MOST_ROOMS, `holds more than ${MOST_ROOMS} rooms; split the building into several jobs`),
    circuits: z
      .array(CircuitSchema)
      .max(MOST_CIRCUITS, `holds more than ${MOST_CIRCUITS} circuits; split the building into several jobs`),
    source: SourceSchema,
    hotWater: HotWaterSchema.nullable(),
    separation: z.strictObject({
      kind: z.enum(SEPARATION_KINDS, `is no separation; use one of ${SEPARATION_KINDS.join(', ')}`),
      bore: autoOr(quantity('separation/bore')),
      /** Between the two tees, centre to centre. */
      spacing: autoOr(quantity('separation/spacing')),
      /** Water in a buffer that separates. */
      volume: autoOr(quantity('separation/volume')),
    }),
    vessel: z.strictObject({
      volume: autoOr(quantity('vessel/volume')),
      staticHeight: quantity('vessel/staticHeight'),
      reliefPressure: quantity('vessel/reliefPressure'),
      fillTemperature: temperature('vessel/fillTemperature'),
      connection: z.enum(VESSEL_CONNECTIONS, 'is neither "source-return" nor "source-flow"'),
    }),
    /** What keeps people and plant whole; `unknown` until somebody has looked. */
    safety: z.strictObject({
      filling: z.enum(FILLINGS, `is no way of filling; use one of ${FILLINGS.join(', ')}`),
      discharge: z.enum(DISCHARGES, `is no discharge; use one of ${DISCHARGES.join(', ')}`),
      /** Heat the relief valve can let go; null while nobody read its plate. */
      reliefCapacity: quantity('safety/reliefCapacity').nullable(),
      /** A switch that stops the source when water is short. */
      lowWaterCutOff: z.boolean('is neither true nor false'),
      /** Something that takes the heat of a fire when nothing else does, also in a power cut. */
      heatDump: z.boolean('is neither true nor false'),
    }),
    /** Findings somebody looked at and lets stand, with the reason. */
    accepted: z
      .array(z.strictObject({ finding: text(300), reason: Text }))
      .max(500, 'holds more than 500 accepted findings; mend some'),
    /** What nobody has seen yet: a place taken as it stands in the job, and what might be there instead. */
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
