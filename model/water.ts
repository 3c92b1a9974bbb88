import { z } from 'zod';
import { autoOr, Id, Name, quantity, temperature } from './schema-parts.ts';
import { PortAt } from './station.ts';

const FLUID_KINDS = ['water', 'propylene-glycol', 'ethylene-glycol'] as const;

const TOP_UPS = ['hand', 'reducing-valve', 'feeder'] as const;

/** What fills a water. */
export const fluidSchema = (place: 'fluid' | 'waters/*/fluid') =>
  z.strictObject({
    kind: z.enum(FLUID_KINDS, `is no fluid; use one of ${FLUID_KINDS.join(', ')}`),
    /** Share of glycol by volume; of no account in plain water. */
    concentration: quantity(`${place}/concentration`),
  });

/** The expansion vessel of a water. */
export const vesselShape = (place: 'vessel' | 'waters/*/vessel') => ({
  volume: autoOr(quantity(`${place}/volume`)),
  staticHeight: quantity(`${place}/staticHeight`),
  reliefPressure: quantity(`${place}/reliefPressure`),
  fillTemperature: temperature(`${place}/fillTemperature`),
  /** How what is missing comes back: somebody opens a valve, a reducing valve or a feeder with pump and can does. */
  topUp: z.enum(TOP_UPS, `is no way to top up; use one of ${TOP_UPS.join(', ')}`),
});

/** A water beside the source's, named by a port it passes: whatever it touches from there is the same water. */
export const WaterSchema = z.strictObject({
  id: Id,
  name: Name,
  of: PortAt,
  fluid: fluidSchema('waters/*/fluid'),
  vessel: z.strictObject(vesselShape('waters/*/vessel')),
});
export type WaterEntry = z.infer<typeof WaterSchema>;
/** Most waters beside the source's. */
export const MOST_WATERS = 8;
