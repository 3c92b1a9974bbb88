import type { JobEdit, Place } from '../../model/place.ts';
import type { FindingRule } from './catalogue.ts';

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
  rule: FindingRule;
  severity: Severity;
  /** Where it is cured: a place in the job. */
  place: Place;
  /** Where it is seen: a component on the wall, or null. */
  component: string | null;
  title: string;
  why: string;
  remedies: Remedy[];
  /** Why somebody lets it stand; absent while it waits to be looked at. */
  accepted?: string;
}

/** Findings worst first, in the order of the work among equals; accepted ones stand last. */
export const worstFirst = (findings: readonly Finding[]): Finding[] => {
  const rank = (finding: Finding) =>
    SEVERITIES.indexOf(finding.severity) + (finding.accepted === undefined ? 0 : SEVERITIES.length);
  return [...findings].sort((a, b) => rank(a) - rank(b));
};

/** Findings that nobody has accepted: what is left to look at. */
export const openFindings = (findings: readonly Finding[]): Finding[] =>
  findings.filter((finding) => finding.accepted === undefined);
