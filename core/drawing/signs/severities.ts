import type { Severity } from '../../finding/finding.ts';
import { boxOf, type PathMark, ringOf } from '../scene/mark.ts';

/** Shape and colour together say how much a finding matters: crossed square, diamond, ring; in a box of 18 by 18. */
export const SEVERITY_MARKS: Record<Severity, readonly PathMark[]> = {
  stop: [
    { kind: 'path', d: boxOf(1, 1, 16, 16, 2), fill: 'stop' },
    { kind: 'path', d: 'M5 5l8 8M13 5l-8 8', stroke: 'tag', width: 2.4, round: true },
  ],
  mend: [
    { kind: 'path', d: 'M9 1.2L16.8 9 9 16.8 1.2 9z', fill: 'mend' },
    { kind: 'path', d: 'M9 5v5M9 12.2v.6', stroke: 'tag', width: 2.2, round: true },
  ],
  note: [{ kind: 'path', d: ringOf(6.2, 9, 9), stroke: 'note', width: 3 }],
};
