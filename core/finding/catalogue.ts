import { CONTROL_FINDINGS, COOLING_FINDINGS, SCHOOL_FINDINGS, SOLVER_FINDINGS } from './catalogue/control.ts';
import type { FindingKind } from './catalogue/entry.ts';
import { FITTING_FINDINGS, HOT_WATER_FINDINGS, SAFETY_FINDINGS, SOURCE_FINDINGS } from './catalogue/plant.ts';
import { FLOOR_FINDINGS, ROOM_FINDINGS } from './catalogue/rooms.ts';
import { CIRCUIT_FINDINGS, PIPE_FINDINGS, PUMP_FINDINGS, SEPARATION_FINDINGS } from './catalogue/water.ts';

export type { FindingKind } from './catalogue/entry.ts';

/** Every kind of finding by its group, in the order of the work. */
export const FINDING_GROUPS = [
  { label: 'Rooms and loads', kinds: ROOM_FINDINGS },
  { label: 'Floors', kinds: FLOOR_FINDINGS },
  { label: 'Circuits', kinds: CIRCUIT_FINDINGS },
  { label: 'Pipes', kinds: PIPE_FINDINGS },
  { label: 'Pumps', kinds: PUMP_FINDINGS },
  { label: 'Separation and buffer', kinds: SEPARATION_FINDINGS },
  { label: 'Sources', kinds: SOURCE_FINDINGS },
  { label: 'Vessel and fittings', kinds: FITTING_FINDINGS },
  { label: 'Safety', kinds: SAFETY_FINDINGS },
  { label: 'Hot water', kinds: HOT_WATER_FINDINGS },
  { label: 'Controls', kinds: CONTROL_FINDINGS },
  { label: 'School and limits', kinds: SCHOOL_FINDINGS },
  { label: 'Cooling', kinds: COOLING_FINDINGS },
  { label: 'Solver', kinds: SOLVER_FINDINGS },
] as const;

/** Every kind of finding by its id. */
export const FINDING_KINDS = {
  ...ROOM_FINDINGS,
  ...FLOOR_FINDINGS,
  ...CIRCUIT_FINDINGS,
  ...PIPE_FINDINGS,
  ...PUMP_FINDINGS,
  ...SEPARATION_FINDINGS,
  ...SOURCE_FINDINGS,
  ...FITTING_FINDINGS,
  ...SAFETY_FINDINGS,
  ...HOT_WATER_FINDINGS,
  ...CONTROL_FINDINGS,
  ...SCHOOL_FINDINGS,
  ...COOLING_FINDINGS,
  ...SOLVER_FINDINGS,
} satisfies Record<string, FindingKind>;

export type FindingRule = keyof typeof FINDING_KINDS;
