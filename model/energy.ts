import { z } from 'zod';
import { Id, Name, quantity, text } from './schema-parts.ts';

/** What the owner pays and counts: all of it the user's numbers, null while nobody gave them. Prices in any one currency. */
export const EnergySchema = z.strictObject({
  /** Heat over gross heat of the fuel through a season; null for what the return temperatures of the run make of it. */
  efficiency: quantity('energy/efficiency').nullable(),
  fuelPrice: quantity('energy/fuelPrice').nullable(),
  electricityPrice: quantity('energy/electricityPrice').nullable(),
  /** kg of carbon dioxide for each kWh. */
  fuelEmission: quantity('energy/fuelEmission').nullable(),
  electricityEmission: quantity('energy/electricityEmission').nullable(),
});
export type Energy = z.infer<typeof EnergySchema>;

/** A thermostat that calls for several rooms; rooms in none have one of their own where their circuit is zoned by rooms. */
export const ThermostatSchema = z.strictObject({
  id: Id,
  name: Name,
  rooms: z.array(Id).max(200, 'names more than 200 rooms; give some of them a thermostat of their own'),
});
export type RoomThermostat = z.infer<typeof ThermostatSchema>;
export const MOST_THERMOSTATS = 400;

/** Kinds of run that are recorded. */
const RUN_KINDS = ['day', 'season', 'side'] as const;
const result = z.number('is not a number').nullable();

/** What a run came to, kept with what it was made from. */
export const RunRecordSchema = z.strictObject({
  id: Id,
  /** When, as an ISO date and time. */
  at: text(40),
  kind: z.enum(RUN_KINDS, `is no kind of run; use one of ${RUN_KINDS.join(', ')}`),
  title: Name,
  /** Weather and use it was run with, in words. */
  settings: text(400),
  /** Fingerprint of the job it was made from, without its name and records: another one means a stale result. */
  inputs: text(80),
  /** J made, bought, and taken by pumps; what it cost and emitted (kg); null where not known. */
  made: result,
  bought: result,
  pumps: result,
  cost: result,
  emission: result,
  /** Starts a day; shortest run, s; mean flow and return, degrees C; hours the coldest zone was short. */
  startsADay: result,
  shortestRun: result,
  meanFlow: result,
  meanReturn: result,
  hoursShort: result,
});
export type RunRecord = z.infer<typeof RunRecordSchema>;
/** Most records kept; the oldest goes. */
export const MOST_RUN_RECORDS = 40;
