import { z } from 'zod';
import { Components, Control, runAt } from './piping.ts';
import { autoOr, deltaT, Name, quantity, temperature, text } from './schema-parts.ts';

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
