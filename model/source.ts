import { z } from 'zod';
import { SourceCurve } from './controls.ts';
import { Components, Control, OnPipe, Phase, runAt } from './piping.ts';
import { autoOr, deltaT, Id, Name, quantity, temperature, text } from './schema-parts.ts';
import { PortAt } from './station.ts';

export const SOURCE_KINDS = [
  'condensing-boiler',
  'combination-unit',
  'boiler',
  'heat-pump',
  'ground-heat-pump',
  'electric',
  'solid-fuel',
  'water-heater',
  'instantaneous-heater',
  'solar',
  'district',
  'waste-heat',
  'other',
] as const;

const STANDINGS = ['indoors', 'open-air', 'enclosed'] as const;
/** Parts that may sit inside a source. */
export const INSIDE = [
  'pump',
  'vessel',
  'relief-valve',
  'filling',
  'vent',
  'low-water-cut-off',
  'diverting-valve',
  'buffer',
] as const;
export type Inside = (typeof INSIDE)[number];

export const SourceSchema = z.strictObject({
  kind: z.enum(SOURCE_KINDS, `is no kind of source; use one of ${SOURCE_KINDS.join(', ')}`),
  name: Name,
  phase: Phase,
  capacity: autoOr(quantity('source/capacity')),
  /** What it cannot go below while it runs; `auto` is usual for its kind. */
  leastOutput: autoOr(quantity('source/leastOutput')),
  /** Shortest run its maker or its owner wants. */
  leastRunTime: quantity('source/leastRunTime'),
  /** How it stops and starts; `auto` is usual for its kind. */
  firing: z.strictObject({
    /** Kelvin above and below what is wanted at its sensor. */
    stopsAbove: autoOr(deltaT('source/firing/stopsAbove')),
    startsBelow: autoOr(deltaT('source/firing/startsBelow')),
    /** Its controls keep it on, or off, for so long. */
    forcedRun: autoOr(quantity('source/firing/forcedRun')),
    leastPause: autoOr(quantity('source/firing/leastPause')),
    /** From the call to the first heat. */
    startTime: autoOr(quantity('source/firing/startTime')),
    /** Starts an hour that its maker allows. */
    mostStarts: autoOr(quantity('source/firing/mostStarts')),
  }),
  /** Outdoor temperature below which it does not run; null where it always may. */
  lockOutBelow: temperature('source/lockOutBelow').nullable(),
  /** Water of a tank in its return, in series; null for none. */
  volumiser: quantity('source/volumiser').nullable(),
  /** Hot water it makes itself while a tap runs, the heating waiting: output for it, and what is drawn; null where it makes none. */
  taps: z
    .strictObject({
      output: quantity('source/taps/output'),
      coldTemperature: temperature('source/taps/coldTemperature'),
      tapTemperature: temperature('source/taps/tapTemperature'),
      dailyDraw: quantity('source/taps/dailyDraw'),
    })
    .nullable(),
  /**
   * A loading valve: it mixes what comes back with what was just sent, so that nothing colder than this reaches the source; null without.
   */
  returnLift: z
    .strictObject({ temperature: temperature('source/returnLift/temperature'), kvs: autoOr(quantity('source/returnLift/kvs')) })
    .nullable(),
  /** Port of a tank of cold water that it turns over to when it cools; null where it does not. */
  coldAt: PortAt.nullable(),
  /** What it makes in summer, turned round; null where it only heats. */
  cooling: z
    .strictObject({
      capacity: autoOr(quantity('source/cooling/capacity')),
      flowTemperature: temperature('source/cooling/flowTemperature'),
      /** What it cannot go below while it runs. */
      leastOutput: autoOr(quantity('source/cooling/leastOutput')),
      /** Cooling capacity and EER as its data sheet gives them. */
      points: z
        .array(
          z.strictObject({
            id: Id,
            outdoor: temperature('source/cooling/points/*/outdoor'),
            flow: temperature('source/cooling/points/*/flow'),
            output: quantity('source/cooling/points/*/output'),
            eer: quantity('source/cooling/points/*/eer'),
          }),
        )
        .max(60, 'holds more than 60 data points; leave some out'),
      /** Brine or ground water that cools over plates, the compressor standing; null where it does not. */
      free: z
        .strictObject({
          temperature: temperature('source/cooling/free/temperature'),
          approach: quantity('source/cooling/free/approach'),
          capacity: quantity('source/cooling/free/capacity'),
        })
        .nullable(),
    })
    .nullable(),
  /** Flow its maker asks for at least; null while nobody looked. */
  leastFlow: quantity('source/leastFlow').nullable(),
  /** Indoors, free in the open, or outdoors where it breathes its own air again. */
  standing: z.enum(STANDINGS, `is no place for a source; use one of ${STANDINGS.join(', ')}`),
  flowTemperature: temperature('source/flowTemperature'),
  /** `auto` is what the circuits bring back. */
  temperatureDifference: autoOr(deltaT('source/temperatureDifference')),
  run: runAt('source/run'),
  loss: autoOr(quantity('source/loss')),
  waterContent: autoOr(quantity('source/waterContent')),
  pump: text(40),
  pumpControl: Control,
  pumpOn: OnPipe,
  /** Parts on the flow, in the order the water meets them, and on the return towards it. */
  components: Components,
  returnComponents: Components,
  /** What its casing holds already, so that it is not bought twice. */
  inside: z.array(z.enum(INSIDE, `is nothing a source holds; use one of ${INSIDE.join(', ')}`)).max(12, 'names parts twice'),
  /** Head its own pump has left outside at design flow; null while nobody looked. */
  spareHead: quantity('source/spareHead').nullable(),
  /** Its flow temperature by the weather; null while it sends the same all winter. */
  curve: SourceCurve,
  /** A heat pump's output and COP as its data sheet gives them. */
  points: z
    .array(
      z.strictObject({
        id: Id,
        outdoor: temperature('source/points/*/outdoor'),
        flow: temperature('source/points/*/flow'),
        output: quantity('source/points/*/output'),
        cop: quantity('source/points/*/cop'),
      }),
    )
    .max(60, 'holds more than 60 data points; leave some out'),
});

export const CIRCULATIONS = ['none', 'timed', 'on-demand'] as const;

/** How heat gets into a cylinder. */
const CHARGED = ['coil', 'direct'] as const;

/** A cylinder for drinking water, charged by the source. */
export const HotWaterSchema = z.strictObject({
  volume: quantity('hotWater/volume'),
  coldTemperature: temperature('hotWater/coldTemperature'),
  storeTemperature: temperature('hotWater/storeTemperature'),
  /** Hot water drawn in a day, m3, as it leaves the store. */
  dailyDraw: quantity('hotWater/dailyDraw'),
  /** What the source sends while it charges. */
  flowTemperature: temperature('hotWater/flowTemperature'),
  /** What brings the heat into it: a coil in the store, or its own water that is pumped round over plates before it. */
  charged: z.enum(CHARGED, `is no way to charge a cylinder; use one of ${CHARGED.join(', ')}`),
  /** The coil as its data sheet rates it, or the water over the plates: heat into a store of one temperature, with the water going in and coming out. */
  coilOutput: quantity('hotWater/coilOutput'),
  coilFlow: temperature('hotWater/coilFlow'),
  coilReturn: temperature('hotWater/coilReturn'),
  coilStore: temperature('hotWater/coilStore'),
  /** A valve turns the source's water from the heating to the coil and back, where one pump moves both. */
  diverter: z.boolean('is neither true nor false'),
  /** Charging alone while the heating waits, or beside it. */
  charging: z.enum(['priority', 'parallel'], 'is neither "priority" nor "parallel"'),
  /** Temperature of a weekly cycle against germs, null for none, and what brings it there. */
  hygieneTemperature: temperature('hotWater/hygieneTemperature').nullable(),
  hygieneBy: z.enum(['source', 'immersion'], 'is neither "source" nor "immersion"'),
  /** Immersion heater in the store, W; null without. */
  immersion: quantity('hotWater/immersion').nullable(),
  /** Heat the store loses for each kelvin above its surroundings. */
  standingLoss: autoOr(quantity('hotWater/standingLoss')),
  /** Water as it is wanted at the tap: what is drawn cooler than that is short. */
  tapTemperature: temperature('hotWater/tapTemperature'),
  /** Port of a station that it hangs on, as for a circuit. */
  at: PortAt.nullable(),
  /** Pump and pipes between the bars and its coil, one way. */
  pump: text(40),
  run: runAt('hotWater/run'),
  /** Hot water kept at the taps: not at all, by the clock, or when somebody asks. */
  circulation: z.enum(CIRCULATIONS, `is no circulation; use one of ${CIRCULATIONS.join(', ')}`),
  /** Its pipe there and back, m; 0 while nobody measured it, and a run leaves it out. */
  circulationLength: quantity('hotWater/circulationLength'),
  /** The circulation pump runs through the hygiene cycle too. */
  hygieneCirculates: z.boolean('is neither true nor false'),
  /** A stat on the cylinder in series with what charges it. */
  overheatStat: z.boolean('is neither true nor false'),
  /** A check valve on the cold supply, and a vessel on the drinking side behind it. */
  coldCheck: z.boolean('is neither true nor false'),
  drinkingVessel: z.boolean('is neither true nor false'),
  /** A valve at its outlet that tempers what people touch. */
  temperingValve: z.boolean('is neither true nor false'),
});
export type HotWater = z.infer<typeof HotWaterSchema>;
