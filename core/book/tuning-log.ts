import type { TuningReading } from '../commission/tune-curve.ts';
import { type TuningAdvice, tuneCurve } from '../commission/tune-curve.ts';
import { type Book, standing } from './book.ts';

const DAY = 86_400_000;

/** The log of one curve: what was read, what comes next, and when. */
export interface TuningLog {
  readings: (TuningReading & { time: number; id: string })[];
  advice: TuningAdvice;
  /** When it is read next, ms; null before the first, and once it is done. */
  due: number | null;
}

/** The log of a weather curve. @param place of what follows it: `source`, `circuits/c1` */
export function tuningLog(book: Book, place: string): TuningLog {
  const items = standing(book, 'tuning')
    .filter(({ entry }) => entry.place === place)
    .toReversed();
  const first = items[0]?.time ?? 0;
  const readings = items.map(({ entry, time }) => ({
    id: entry.id,
    time,
    day: (time - first) / DAY,
    slope: entry.slope,
    shift: entry.shift,
    room: entry.room,
    wanted: entry.wanted,
    outdoor: entry.outdoor,
  }));
  const advice = tuneCurve(readings);
  const last = readings.at(-1);
  return { readings, advice, due: advice.done || !last ? null : last.time + advice.dueInDays * DAY };
}
