import Papa from 'papaparse';
import { DAY } from '../core/quantity/spans.ts';
import { decodeText, MOST_TEXT_BYTES } from './decode-text.ts';
import { isTime, minuteOf, spaced, type Timed } from './weather-times.ts';

/** Most values of a file: a leap year in steps of 15 minutes. */
const MOST_VALUES = 366 * 96;
/** Longest gap that is bridged in a straight line, hours; a longer one is named and refused. */
const LONGEST_GAP = 6;
const COLDEST = -60;
const WARMEST = 55;

export type WeatherRead =
  | {
      ok: true;
      /** Degrees C in even steps. */
      outdoor: number[];
      /** Seconds. */
      step: number;
      /** What was done to it, in sentences. */
      notes: string[];
    }
  | { ok: false; problem: string };

/**
 * Outdoor temperatures from a file: CSV with a column of temperatures in even steps (a heading names it, otherwise the one column
 * of numbers that could be temperatures), or the hourly weather format whose lines begin with year, month, day, hour, minute and hold
 * the dry-bulb temperature in the seventh column after eight lines of heading.
 * @param bytes of the file
 */
export function readWeather(bytes: Uint8Array): WeatherRead {
  if (bytes.length > MOST_TEXT_BYTES)
    return {
      ok: false,
      problem: `The file has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${MOST_TEXT_BYTES / 1e6} MB are read. Cut it to one year by the hour.`,
    };
  const decoded = decodeText(bytes);
  if (!decoded.ok) return decoded;
  const { text } = decoded;
  const isHourly = /^LOCATION,/.test(text);
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data;
  if (rows.length < 3) return { ok: false, problem: 'The file holds no rows. Give a line for each step, with a temperature.' };
  return isHourly ? fromHourly(rows) : fromTable(rows);
}

const HEADING_LINES = 8;
const DRY_BULB = 6;
/** The format writes this where a value is missing. */
const MISSING = 99.9;
const MINUTES_A_YEAR = 365 * 1440;

function fromHourly(rows: string[][]): WeatherRead {
  const data = rows.slice(HEADING_LINES);
  const perHour = Number(rows[HEADING_LINES - 1]?.[2] ?? 1);
  const step = 3600 / (perHour > 0 ? perHour : 1);
  const leap = data.some((row) => Number(row[1]) === 2 && Number(row[2]) === 29);
  let turned = 0;
  let last = 0;
  const timed = data.map((row, i): Timed => {
    const value = Number(row[DRY_BULB]);
    // Months of such files come from different years: the day within the year is what counts. Hours end where they are named.
    const [month, day, hour] = [Number(row[1]), Number(row[2]), Number(row[3])];
    const within = Date.UTC(leap ? 2024 : 2023, month - 1, day, hour - 1) / 60_000 - Date.UTC(leap ? 2024 : 2023, 0) / 60_000;
    const minute = within + ((Number(row[4]) || 0) % 60);
    if (minute < last - MINUTES_A_YEAR / 2) turned += MINUTES_A_YEAR + (leap ? 1440 : 0);
    last = minute;
    return {
      line: i + HEADING_LINES + 1,
      minute: Number.isFinite(minute) && perHour === 1 ? minute + turned : null,
      value: row[DRY_BULB] === undefined || value === MISSING || !Number.isFinite(value) ? null : value,
    };
  });
  const even = spaced(timed);
  if (!even.ok) return even;
  return finished(even.values, even.timed ? even.step : step, repeatedNote(even.repeated));
}

const repeatedNote = (count: number): string[] =>
  count > 0 ? [`${count} values stood twice, as when summer time ends, and were taken once.`] : [];

function fromTable(rows: string[][]): WeatherRead {
  const first = rows[0] ?? [];
  const heading = first.some((cell) => cell.trim() !== '' && number(cell) === null && !isTime(cell));
  const data = heading ? rows.slice(1) : rows;
  const width = Math.max(...data.slice(0, 50).map((row) => row.length));
  const named = heading ? first.findIndex((cell) => /temp|dry|outdoor|aussen|°c|°f/i.test(cell)) : -1;
  const candidates = Array.from({ length: width }, (_, k) => k).filter((k) => {
    const sample = data.slice(0, 200).map((row) => number(row[k] ?? ''));
    const there = sample.filter((value) => value !== null);
    return there.length > sample.length / 2 && there.every((value) => value >= COLDEST * 2 && value <= WARMEST * 2.4);
  });
  // Hours and days also look like temperatures; a column that only ever rises by the same step is a count.
  const counted = (k: number) => {
    const values = data.slice(0, 48).map((row) => number(row[k] ?? ''));
    return values.every((value, i) => i === 0 || value === (values[i - 1] ?? 0) + 1 || value === 0 || value === 1);
  };
  const column = named >= 0 ? named : candidates.filter((k) => !counted(k)).at(-1);
  if (column === undefined)
    return {
      ok: false,
      problem: 'No column looks like temperatures. Name one "temperature", in °C or °F, with a value in each line.',
    };
  const notes: string[] = [];
  const fahrenheit = heading && /°f|fahrenheit|\(f\)/i.test(first[column] ?? '');
  if (fahrenheit) notes.push('Read as °F and turned into °C.');
  const timed = data.map((row, i): Timed => {
    const value = number(row[column] ?? '');
    const time = row.findIndex((cell, k) => k !== column && isTime(cell));
    return {
      line: i + (heading ? 2 : 1),
      minute: time < 0 ? null : minuteOf(row[time] ?? ''),
      value: value === null ? null : fahrenheit ? ((value - 32) * 5) / 9 : value,
    };
  });
  const even = spaced(timed);
  if (!even.ok) return even;
  if (!even.timed) notes.push('No times were found: one value counts as an hour.');
  return finished(even.values, even.step, [...notes, ...repeatedNote(even.repeated)]);
}

const number = (cell: string): number | null => {
  const text = cell.trim().replace(',', '.');
  return text !== '' && /^[+-]?\d+(\.\d+)?$/.test(text) ? Number(text) : null;
};

/** Fills short gaps, refuses long ones and impossible values, and says what was done. */
function finished(timed: readonly Omit<Timed, 'minute'>[], step: number, notes: string[]): WeatherRead {
  const values = timed.map(({ value }) => value);
  if (values.length > MOST_VALUES)
    return {
      ok: false,
      problem: `The file holds ${values.length} values; at most ${MOST_VALUES} are read, a year in steps of 15 minutes.`,
    };
  if (step < 900 || step > 10_800)
    return { ok: false, problem: `The values stand ${Math.round(step / 60)} min apart; steps of 15 min to 3 h are read.` };
  const line = (i: number) => timed[i]?.line ?? i + 1;
  const wrong = values.findIndex((value) => value !== null && (value < COLDEST || value > WARMEST));
  if (wrong >= 0)
    return {
      ok: false,
      problem: `Line ${line(wrong)}: ${values[wrong]} is no outdoor temperature in °C. Name °F in the heading if that is meant, or mend the line.`,
    };
  const outdoor: number[] = [];
  let bridged = 0;
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    if (value !== null && value !== undefined) {
      outdoor.push(value);
      continue;
    }
    let next = i;
    while (next < values.length && values[next] === null) next++;
    const missing = next - i;
    if ((missing * step) / 3600 > LONGEST_GAP || outdoor.length === 0 || next === values.length)
      return {
        ok: false,
        problem: `Line ${line(i)}: ${missing} values are missing; gaps of up to ${LONGEST_GAP} h between values are bridged. Fill it, or cut the file there.`,
      };
    const from = outdoor.at(-1) as number;
    const to = values[next] as number;
    for (let k = 1; k <= missing; k++) outdoor.push(from + ((to - from) * k) / (missing + 1));
    bridged += missing;
    i = next - 1;
  }
  if ((outdoor.length * step) / DAY < 1)
    return { ok: false, problem: 'The file covers less than a day. Give at least 24 hours.' };
  const days = (outdoor.length * step) / DAY;
  return {
    ok: true,
    outdoor,
    step,
    notes: [
      `${outdoor.length} values, ${Math.round(step / 60)} min apart: ${days.toFixed(days < 10 ? 1 : 0)} days, ${Math.min(...outdoor).toFixed(1)} to ${Math.max(...outdoor).toFixed(1)} °C.`,
      ...(bridged > 0 ? [`${bridged} missing values were bridged.`] : []),
      ...(Math.round(days) === 366 ? ['A leap year, read with its 29 February.'] : []),
      ...notes,
    ],
  };
}
