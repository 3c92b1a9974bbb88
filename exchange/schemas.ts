import { z } from 'zod';
import { JOB_VERSION, JobSchema } from '../model/job.ts';
import { DESIGN_FILE_VERSION, DesignFileSchema } from './design-file.ts';

/** A schema as JSON Schema (draft 2020-12), with what each document is called. */
const published = (schema: z.ZodType, title: string, description: string): Record<string, unknown> => ({
  ...z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }),
  title,
  description,
});

/** The published schemas, by the name of their file. They say shapes and words; bounds of numbers are the program's own. */
export const SCHEMAS: Record<string, () => Record<string, unknown>> = {
  job: () =>
    published(
      JobSchema,
      `Warm Manifold job, version ${JOB_VERSION}`,
      'What a person decided or measured. Units are SI with temperatures in °C: see docs/job-file.md.',
    ),
  design: () =>
    published(
      DesignFileSchema,
      `Warm Manifold design, version ${DESIGN_FILE_VERSION}`,
      'What follows from a job: every figure with its sum, settings, parts and findings. See docs/formats.md.',
    ),
};
