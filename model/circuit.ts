import { z } from 'zod';
import { CircuitCurve } from './controls.ts';
import { Components, Control, OnPipe, Phase, pipeAt, runAt } from './piping.ts';
import { autoOr, deltaT, Id, MOST_ROOMS, Name, quantity, temperature, text } from './schema-parts.ts';
import { PortAt } from './station.ts';

export const LOOP_VALVES = ['set', 'flow-holding', 'thermostatic', 'none'] as const;

/** How a piece of pipe can be reached: in the open, under boards, or buried in screed or wall. */
const REACHES = ['open', 'under-boards', 'buried'] as const;
export type Reach = (typeof REACHES)[number];

/** Ways in which a stretch that nobody has seen may run: a trunk to a tee and branches from there, or one pipe right through. */
const STRUCTURES = ['tee', 'through'] as const;
export type Structure = (typeof STRUCTURES)[number];

/** A stretch of which only the ends are known. The section and what branches off it stand in the job as `taken`. */
const UnseenTeeSchema = z.strictObject({
  taken: z.enum(STRUCTURES, 'is neither "tee" nor "through"'),
  /** From the last place where the pipe is seen to where the branches come into sight. */
  total: quantity('circuits/*/sections/*/unseen/total'),
  /** Where the tee may lie, from the start. */
  least: quantity('circuits/*/sections/*/unseen/least'),
  most: quantity('circuits/*/sections/*/unseen/most'),
  /** Sizes of a trunk before a tee, and of one pipe right through. */
  trunk: text(40),
  through: text(40),
});
export type UnseenTee = z.infer<typeof UnseenTeeSchema>;

/** A piece of the pipe tree beyond a manifold: flow and return side by side, its length one way. */
const SectionSchema = z.strictObject({
  id: Id,
  name: Name,
  /** The section it branches off; null at the end of the run from the plant. */
  from: Id.nullable(),
  /** Rooms whose branches start at its end. */
  rooms: z.array(Id).max(MOST_ROOMS),
  ...pipeAt('circuits/*/sections/*'),
  /** Lies there already. */
  existing: z.boolean(),
  /** A tee that nobody has seen, at the end of this section; null where it is known. */
  unseen: UnseenTeeSchema.nullable(),
  reach: z.enum(REACHES, `is no way to reach a pipe; use one of ${REACHES.join(', ')}`),
});
/** Most sections of one circuit. */
const MOST_SECTIONS = 200;

/** A valve with three or four ports, or a pump between bars and circuit: at a set flow, or at a speed that follows the mix. */
export const MIXINGS = ['three-way', 'four-way', 'injection-fixed', 'injection-variable'] as const;
export type Mixing = (typeof MIXINGS)[number];
export const MIXING_DRIVES = ['motorised', 'thermostatic'] as const;
export const HANDS = ['right', 'left'] as const;

/** What guards a circuit against water on what it cools. */
const GUARDS = ['none', 'dew-point', 'room', 'weather', 'fixed'] as const;
/** Where condensate goes: nobody has looked, by fall through a trap, by a small pump, or nowhere. */
const DRAINS = ['unknown', 'trap', 'pump', 'none'] as const;

const EMITTER_KINDS = ['radiators', 'floor', 'air-units'] as const;

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
  /** How a mixed circuit gets its temperature, and what turns the stem or the speed. */
  mixing: z.enum(MIXINGS, `is no way to mix; use one of ${MIXINGS.join(', ')}`),
  mixingDrive: z.enum(MIXING_DRIVES, 'is neither "motorised" nor "thermostatic"'),
  /** Side of its return riser, seen from in front of the wall: the cold port of the valve looks there. */
  hand: z.enum(HANDS, 'is neither "right" nor "left"'),
  /** Pump between bars and circuit, where it is injected. */
  injectionPump: text(40),
  /** A check valve on the cold port, and a stat that stops the pump when its water gets too hot. */
  coldPortCheck: z.boolean('is neither true nor false'),
  highLimit: z.boolean('is neither true nor false'),
  /** Parts on the flow behind its pump, in the order the water meets them, and on the return towards the bar. */
  components: Components,
  returnComponents: Components,
  /** Its mixed temperature by the weather; null while it is the same all winter. */
  curve: CircuitCurve,
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
  /** Manifolds with the loops dealt to them by hand, in the order of their ports; empty while the program deals them. */
  manifolds: z
    .array(z.strictObject({ id: Id, name: Name, loops: z.array(text(120)).max(60, 'holds more than 60 loops; add a manifold') }))
    .max(40, 'holds more than 40 manifolds; split the circuit'),
  /** Water it gets in summer; null where it does not cool. */
  cooling: z
    .strictObject({
      flowTemperature: temperature('circuits/*/cooling/flowTemperature'),
      temperatureDifference: deltaT('circuits/*/cooling/temperatureDifference'),
      /** What knows that anything is about to sweat: a sensor where it is coldest, one for the air of a room, the weather, or nothing but a limit. */
      guard: z.enum(GUARDS, `is no guard; use one of ${GUARDS.join(', ')}`),
      /** Coldest water that a fixed limit lets through. */
      limit: temperature('circuits/*/cooling/limit'),
      /** What it then does: shut the circuit, or mix it warmer. */
      onDamp: z.enum(['shut', 'warm'], 'is neither "shut" nor "warm"'),
      /** Where the condensate of its coils goes. */
      drain: z.enum(DRAINS, `is no way for condensate; use one of ${DRAINS.join(', ')}`),
      /** Its pipes and its pump are sized for summer too, where that asks for more. */
      sized: z.boolean('is neither true nor false'),
      /** Its pipes and valves are insulated against vapour, every joint glued. */
      sealed: z.boolean('is neither true nor false'),
    })
    .nullable(),
  /** Port that it turns over to when it cools; null where it stays where it hangs. */
  coldAt: PortAt.nullable(),
  /** Pressure difference at which a bypass between flow and return opens; null for no bypass. */
  bypass: quantity('circuits/*/bypass').nullable(),
  /** One thermostat for the whole circuit, or one with a valve for each room. */
  zones: z.enum(['circuit', 'rooms'], 'is neither "circuit" nor "rooms"'),
  /** Pipes between the run from the plant and the branches; rooms in none of them hang on the end of the run. */
  sections: z.array(SectionSchema).max(MOST_SECTIONS, `holds more than ${MOST_SECTIONS} sections; split the circuit`),
  phase: Phase,
  /** Pipe that its pump, or the valve in place of one, stands on. */
  pumpOn: OnPipe,
  valveOn: OnPipe,
  /** Port of a station that it hangs on; null for where circuits usually do, behind the first station. */
  at: PortAt.nullable(),
  /** Of its manifold or radiators above the plant. */
  height: quantity('circuits/*/height'),
});
