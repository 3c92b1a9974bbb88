import type { WaterAdded } from '../commission/make-up-water.ts';
import { LITRE_ERRORS } from '../commission/make-up-water.ts';
import { type Book, standing } from './book.ts';

const DAY = 86_400_000;

/**
 * Water put in by days since the plant was filled, from entries that stand. What a meter stands at tells the litres since it was last
 * read; litres entered as topping up count from the entry before. Filling itself, purging and draining are no make-up water.
 * @returns spans in order of time; a top-up long after the last reading is still one span
 */
export function waterAdded(book: Book): WaterAdded[] {
  const entries = standing(book, 'water').toReversed();
  const filled = entries.findLast(({ entry }) => entry.cause === 'fill');
  if (!filled) return [];
  const after = entries.filter(({ time, entry }) => time > filled.time && (entry.cause === 'top-up' || entry.cause === 'meter'));
  const spans: WaterAdded[] = [];
  let last = { time: filled.time, meter: filled.entry.meter };
  for (const { time, entry } of after) {
    const { meter, by } = entry;
    const metered = meter !== null && last.meter !== null;
    const litres = metered ? (meter as number) - (last.meter as number) : entry.litres;
    if (time <= last.time) continue;
    spans.push({
      from: (last.time - filled.time) / DAY,
      to: (time - filled.time) / DAY,
      litres,
      error: LITRE_ERRORS[metered ? 'meter' : by],
    });
    last = { time, meter: meter ?? (last.meter === null ? null : last.meter + litres) };
  }
  return spans;
}
