import { notables } from '../../core/run/notable.ts';
import type { RunResult } from '../../core/run/run.ts';
import { Reading } from '../parts/Layout.tsx';
import { kWh } from './words.ts';

/** Sums that are only told where there is something to tell. */
export function Notables({ result }: { result: RunResult }) {
  return notables(result).map((each) => (
    <Reading key={each.label} label={each.label}>
      {'energy' in each
        ? kWh(each.energy)
        : `${(each.seconds / 3600).toFixed(1)} h${each.ofSeconds ? ` of ${(each.ofSeconds / 3600).toFixed(1)} h` : ''}`}
    </Reading>
  ));
}
