import { z } from 'zod';
import { autoOr, MATERIALS, quantity, text } from './schema-parts.ts';

/** A pipe by material, size, length and fittings. */
export const pipeAt = (
  place: 'circuits/*/run' | 'circuits/*/worstRun' | 'source/run' | 'circuits/*/sections/*' | 'hotWater/run' | 'links/*/run',
) => ({
  material: z.enum(MATERIALS, `is no pipe material; use one of ${MATERIALS.join(', ')}`),
  /** `auto`, or the id of a size in the catalogue of the material: a pinned pipe is checked, not replaced. */
  size: text(40),
  length: quantity(`${place}/length`),
  fittingsAllowance: quantity(`${place}/fittingsAllowance`),
});

/** A run between the plant and a manifold, with its insulation: `auto` is as thick as usual, 0 is a bare pipe. */
export const runAt = (place: 'circuits/*/run' | 'source/run' | 'hotWater/run' | 'links/*/run') =>
  z.strictObject({ ...pipeAt(place), insulation: autoOr(quantity(`${place}/insulation`)) });

/** What holds the speed of a pump. */
export const PUMP_CONTROLS = ['fixed-speed', 'constant-pressure', 'proportional-pressure', 'constant-difference'] as const;
export type PumpControl = (typeof PUMP_CONTROLS)[number];

/** The pipe that a pump or a zone valve stands on. */
const PIPES = ['flow', 'return'] as const;
export const OnPipe = z.enum(PIPES, 'is neither "flow" nor "return"');

/** When something is there: already, now, once a later stage comes, or until it does. */
const PHASES = ['there', 'new', 'later', 'leaves'] as const;
export const Phase = z.enum(PHASES, `is no stage; use one of ${PHASES.join(', ')}`);

/** Parts in line with a pipe or tapped into it; what each loses stands in the catalogue of components. */
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
  'relief-valve',
  'vent',
  'purge-valve',
  'fill-valve',
  'low-water-cut-off',
] as const;
export type ComponentId = (typeof COMPONENTS)[number];
export const Components = z
  .array(z.enum(COMPONENTS, `is no component; use one of ${COMPONENTS.join(', ')}`))
  .max(60, 'holds more than 60 parts in one line; count some of them in the fittings allowance');
export const Control = z.enum(PUMP_CONTROLS, `is no pump control; use one of ${PUMP_CONTROLS.join(', ')}`);
