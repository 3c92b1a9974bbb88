/** A value of a weather file: the line it stands in, and when it was; null where no time was read. */
export interface Timed {
  line: number;
  /** Minutes from some day on. */
  minute: number | null;
  value: number | null;
}

/** A time as computers write it: 2026-01-15 06:00, 15.01.2026 06:00, 01/15/2026 6:00. */
const TIME = /^(\d{1,4})([-./])(\d{1,2})[-./](\d{1,4})[ T]+(\d{1,2}):(\d{2})/;

export const isTime = (cell: string): boolean => TIME.test(cell.trim());

/** Minutes of a time since 1970; null for what is no time. Slashes put the month first, dots the day. */
export function minuteOf(cell: string): number | null {
  const found = TIME.exec(cell.trim());
  if (!found) return null;
  const [first, second, third, hour, minute] = [found[1], found[3], found[4], found[5], found[6]].map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const yearFirst = (found[1] ?? '').length === 4;
  const [year, month, day] = yearFirst
    ? [first, second, third]
    : found[2] === '/' && first <= 12
      ? [third, first, second]
      : [third, second, first];
  if (month < 1 || month > 12 || day < 1 || day > 31 || hour > 24 || minute > 59) return null;
  return Date.UTC(year < 100 ? 2000 + year : year, month - 1, day, hour, minute) / 60_000;
}

/** Longest step back that clocks make, minutes: an hour when summer time ends. */
const CLOCK_CHANGE = 60;
/** Steps of a file that does not say how it goes, s. */
const HOUR = 3600;

export type Spaced =
  | { ok: true; values: Omit<Timed, 'minute'>[]; step: number; timed: boolean; repeated: number }
  | { ok: false; problem: string };

/**
 * Values in even steps: what is missing between two times becomes a gap, an hour that stands twice when the clocks change is
 * taken once, and a file that runs backwards is refused.
 */
export function spaced(rows: readonly Timed[]): Spaced {
  const times = rows.flatMap(({ minute }) => (minute === null ? [] : [minute]));
  const untimed = { ok: true as const, values: [...rows], step: HOUR, timed: false, repeated: 0 };
  if (times.length < 2 || times.length < rows.length * 0.9) return untimed;
  const steps = times
    .slice(1)
    .map((time, i) => time - (times[i] as number))
    .filter((each) => each > 0)
    .sort((a, b) => a - b);
  const step = steps[Math.floor(steps.length / 2)];
  if (step === undefined) return untimed;
  const values: Omit<Timed, 'minute'>[] = [];
  let repeated = 0;
  let expected: number | null = null;
  for (const { line, minute, value } of rows) {
    if (expected !== null && minute !== null) {
      if (minute < expected - CLOCK_CHANGE - step / 2)
        return { ok: false, problem: `Line ${line}: its time lies before that of the line above. Sort the file by time.` };
      if (minute < expected - step / 2) {
        repeated++;
        continue;
      }
      const missing = Math.round((minute - expected) / step);
      // Nothing bridges more than a few hours; a whole year of holes would only fill memory.
      for (let k = 0; k < Math.min(missing, 1000); k++) values.push({ line, value: null });
    }
    values.push({ line, value });
    expected = (minute ?? expected ?? 0) + step;
  }
  return { ok: true, values, step: step * 60, timed: true, repeated };
}
