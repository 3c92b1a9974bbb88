import type { JobEdit, Place } from '../../model/place.ts';

/** How much a finding matters: it stops the work, it should be mended, or it is worth knowing. */
export const SEVERITIES = ['stop', 'mend', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** A way to cure a finding. Without edits it is advice that changes nothing in the job. */
export interface Remedy {
  label: string;
  edits: JobEdit[];
}

export interface Finding {
  /** The rule that found it and the place: stable while both stay. */
  id: string;
  rule: string;
  severity: Severity;
  /** Where it is cured: a place in the job. */
  place: Place;
  /** Where it is seen: a component on the wall, or null. */
  component: string | null;
  title: string;
  why: string;
  remedies: Remedy[];
}

/** Findings worst first, in the order of the work among equals. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
