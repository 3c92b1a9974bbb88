import { z } from 'zod';
import { settingsOf } from '../core/commission/settings.ts';
import type { Design } from '../core/design/design.ts';
import { takeoff } from '../core/takeoff/takeoff.ts';
import { JOB_VERSION, type Job, PRESENCES } from '../model/job.ts';
import { QUANTITY_KINDS } from '../model/quantities.ts';

/** It grows; the number rises when something in it changes its meaning or goes. */
export const DESIGN_FILE_VERSION = 1;
const FORMAT = 'warm-manifold/design';

const Kind = z.enum(QUANTITY_KINDS);
/** A number that is not finite, such as a time that never comes, is null. */
const Value = z.number().nullable();

/** What follows from a job, as other programs may read it. Numbers are in SI, temperatures in degrees C. */
export const DesignFileSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(DESIGN_FILE_VERSION),
  job: z.strictObject({ name: z.string(), version: z.literal(JOB_VERSION) }),
  rulebook: z.string(),
  figures: z.record(
    z.string(),
    z.strictObject({
      label: z.string(),
      kind: Kind,
      value: Value,
      formula: z.string(),
      source: z.string(),
      terms: z.array(
        z.strictObject({
          symbol: z.string(),
          label: z.string(),
          kind: Kind,
          value: Value,
          /** Id of another figure, place in the job, rule, or words. */
          from: z.enum(['figure', 'job', 'rule', 'data']),
          of: z.string(),
        }),
      ),
    }),
  ),
  settings: z.array(z.strictObject({ place: z.string(), where: z.string(), what: z.string(), to: z.string() })),
  parts: z.array(
    z.strictObject({
      group: z.string(),
      what: z.string(),
      size: z.string(),
      quantity: z.number(),
      unit: z.enum(['piece', 'm']),
      presence: z.enum(PRESENCES),
      estimated: z.boolean(),
      note: z.string(),
    }),
  ),
  findings: z.array(
    z.strictObject({
      id: z.string(),
      severity: z.enum(['stop', 'mend', 'note']),
      title: z.string(),
      why: z.string(),
      component: z.string().nullable(),
      accepted: z.string().nullable(),
    }),
  ),
});
type DesignFile = z.infer<typeof DesignFileSchema>;

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** A design as a document for other programs. */
export function designFile(job: Job, design: Design): DesignFile {
  return {
    format: FORMAT,
    version: DESIGN_FILE_VERSION,
    job: { name: job.name, version: JOB_VERSION },
    rulebook: job.rulebook,
    figures: Object.fromEntries(
      Object.values(design.figures).map(({ id, label, kind, value, sum }) => [
        id,
        {
          label,
          kind,
          value: finite(value),
          formula: sum.formula,
          source: sum.source,
          terms: sum.terms.map(({ symbol, label: said, kind: of, value: at, origin }) => ({
            symbol,
            label: said,
            kind: of,
            value: finite(at),
            from: origin.from,
            of:
              origin.from === 'figure' || origin.from === 'rule'
                ? origin.id
                : origin.from === 'job'
                  ? origin.place
                  : origin.source,
          })),
        },
      ]),
    ),
    settings: settingsOf(job, design),
    parts: takeoff(job, design).map(({ places: _, ...item }) => item),
    findings: design.findings.map(({ id, severity, title, why, component, accepted }) => ({
      id,
      severity,
      title,
      why,
      component,
      accepted: accepted ?? null,
    })),
  };
}

export const writeDesignFile = (job: Job, design: Design): string => `${JSON.stringify(designFile(job, design), null, 2)}\n`;
