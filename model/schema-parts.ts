import { z } from 'zod';
import { boundsProblem, FIELDS, type FieldPlace } from './fields.ts';
import type { Celsius, Kelvin } from './quantities.ts';

/** Letters, digits and dashes: an id stands in places such as `rooms/r3/heatLoad` and in addresses. */
export const Id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'is no id; use letters, digits, - and _, at most 40');
/** A database cannot keep zero bytes or halves of characters, so no text of a job holds any. */
const UNKEEPABLE = /\0|[\ud800-\udfff]/u;
export const text = (most: number) =>
  z
    .string('is not a text')
    .max(most, `is longer than ${most} characters; shorten it`)
    .refine((value) => !UNKEEPABLE.test(value), 'holds characters that are no text; type it again');
export const Name = text(120);
export const Text = text(4000);

/** A number of the job, bounded as `FIELDS` says. */
export const quantity = (place: FieldPlace) =>
  z.number('is not a number').superRefine((value, context) => {
    const problem = boundsProblem(FIELDS[place], value);
    if (problem) context.addIssue({ code: 'custom', message: problem });
  });
export const temperature = (place: FieldPlace) => quantity(place).transform((value) => value as Celsius);
export const deltaT = (place: FieldPlace) => quantity(place).transform((value) => value as Kelvin);
export const autoOr = <T extends z.ZodType>(schema: T) => z.union([z.literal('auto'), schema]);

export const MATERIALS = [
  'copper-en1057',
  'copper-b88-l',
  'copper-b88-m',
  'pex-iso15875',
  'pex-open',
  'pex-f876',
  'multilayer',
  'steel-en10255',
] as const;
export type MaterialId = (typeof MATERIALS)[number];

/** A pipe by material and size of the catalogue, where the size has to be known. */
export const SizedMaterial = z.strictObject({
  material: z.enum(MATERIALS, `is no pipe material; use one of ${MATERIALS.join(', ')}`),
  size: text(40),
});

/** Most rooms one job takes; beyond this a building is split into jobs. */
export const MOST_ROOMS = 2000;
