import { useMemo } from 'react';
import { type Shown, say, show } from '../../core/quantity/format.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { unitFor } from '../../core/quantity/units.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { useJobPart } from './job-context.tsx';

/** Showing values in the units of the open job. */
export function useDisplay(): {
  say: (value: number, kind: QuantityKind) => string;
  show: (value: number, kind: QuantityKind) => Shown;
  unit: (kind: QuantityKind) => string;
  /** A sentence kept in metric, in the units of the job. */
  words: (text: string) => string;
} {
  const display = useJobPart((job) => job.display);
  return useMemo(
    () => ({
      say: (value, kind) => say(value, kind, display),
      show: (value, kind) => show(value, kind, display),
      unit: (kind) => unitFor(kind, display),
      words: (text) => inUnits(text, display),
    }),
    [display],
  );
}
