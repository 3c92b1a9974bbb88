import type { Display } from '../../model/job.ts';
import { inUnits } from '../quantity/in-units.ts';
import type { Figure, Sum } from './figure.ts';

/**
 * The sum of a figure with what it says kept in metric (names of terms, notes, sources) in the units of a job. Values stay as they are:
 * their kinds say how to write them.
 */
export function sumInUnits({ sum }: Figure, display: Display): Sum {
  const said = (text: string) => inUnits(text, display);
  return {
    ...sum,
    source: said(sum.source),
    ...(sum.note === undefined ? {} : { note: said(sum.note) }),
    terms: sum.terms.map(({ origin, ...term }) => ({
      ...term,
      label: said(term.label),
      origin: 'source' in origin ? { ...origin, source: said(origin.source) } : origin,
    })),
  };
}
