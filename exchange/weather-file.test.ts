import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readWeather } from './weather-file.ts';
import { minuteOf } from './weather-times.ts';

const read = (text: string) => readWeather(new TextEncoder().encode(text));
const problem = (text: string) => {
  const found = read(text);
  return found.ok ? '' : found.problem;
};
const good = (text: string) => {
  const found = read(text);
  if (!found.ok) throw new Error(found.problem);
  return found;
};
const stamp = (i: number, minutes: number) => new Date(Date.UTC(2026, 0, 1) + i * minutes * 60_000).toISOString().slice(0, 16);
const table = (count: number, minutes: number, value: (i: number) => string) =>
  [
    'Time,Outdoor temperature (°C),Humidity (%)',
    ...Array.from({ length: count }, (_, i) => `${stamp(i, minutes)},${value(i)},80`),
  ].join('\n');

describe('outdoor temperatures from a table', () => {
  it('takes the column named, and the step from the times', () => {
    expect(good(table(48, 60, (i) => String(-3 + i / 10)))).toMatchObject({ step: 3600 });
    const quarter = good(table(200, 15, (i) => String(5 + (i % 7))));
    expect(quarter.step).toBe(900);
    expect(quarter.outdoor[3]).toBe(8);
  });

  it('finds the one column that could be temperatures when nothing names it', () => {
    const rows = Array.from({ length: 30 }, (_, i) => `${i};${(-4 + (i % 5) * 0.7).toFixed(1)}`).join('\n');
    const found = good(rows);
    expect(found.outdoor[1]).toBeCloseTo(-3.3, 9);
    expect(found.notes.join(' ')).toContain('one value counts as an hour');
  });

  it('reads decimal commas and °F', () => {
    const rows = ['Hour;Temp °F', ...Array.from({ length: 24 }, (_, i) => `${i};${i === 0 ? '32,0' : '41,0'}`)].join('\n');
    const found = good(rows);
    expect(found.outdoor.slice(0, 2)).toEqual([0, 5]);
    expect(found.notes.join(' ')).toContain('°F');
  });

  it('bridges short gaps in a straight line and says so', () => {
    const found = good(table(48, 60, (i) => (i === 10 || i === 11 ? '' : i === 12 ? '3' : '0')));
    expect(found.outdoor.slice(9, 13)).toEqual([0, 1, 2, 3]);
    expect(found.notes.join(' ')).toContain('2 missing values were bridged');
  });

  it('names what is wrong and where', () => {
    expect(problem(table(48, 60, (i) => (i >= 20 && i < 30 ? '' : '1')))).toContain('Line 22: 10 values are missing');
    expect(problem(table(48, 60, (i) => (i === 4 ? '77' : '1')))).toContain('Line 6: 77 is no outdoor temperature');
    expect(problem(table(10, 60, () => '1'))).toContain('less than a day');
    expect(problem(table(48, 5, () => '1'))).toContain('5 min apart');
    expect(problem('Name,Colour\nA,red\nB,green\nC,blue')).toContain('No column looks like temperatures');
    expect(problem('')).toContain('empty');
    expect(problem('1\n2')).toContain('no rows');
    expect(problem(table(40_000, 60, () => '1'))).toContain('40000 values');
  });

  it('lines that are missing between two times are gaps like empty ones', () => {
    const rows = table(60, 60, (i) => (i < 30 ? '0' : '4')).split('\n');
    const holed = [...rows.slice(0, 30), ...rows.slice(33)].join('\n');
    const found = good(holed);
    expect(found.outdoor).toHaveLength(60);
    expect(found.outdoor.slice(28, 33)).toEqual([0, 1, 2, 3, 4].map((step) => step * (4 / 4)));
    expect(found.notes.join(' ')).toContain('3 missing values were bridged');
    expect(problem([...rows.slice(0, 20), ...rows.slice(40)].join('\n'))).toContain('Line 21: 20 values are missing');
  });

  it('a file that runs backwards is refused, an hour that stands twice is taken once', () => {
    const rows = table(60, 60, (i) => String(i % 9)).split('\n');
    const swapped = [...rows.slice(0, 11), ...rows.slice(31), ...rows.slice(11, 31)].join('\n');
    expect(problem(swapped)).toContain('Line 42: its time lies before that of the line above');
    const twice = good([...rows.slice(0, 21), rows[20], ...rows.slice(21)].join('\n'));
    expect(twice.outdoor).toHaveLength(60);
    expect(twice.notes.join(' ')).toContain('1 values stood twice');
  });

  it.each([
    ['2026-01-15 06:30', '2026-01-15T06:30'],
    ['15.01.2026 06:30', '2026-01-15T06:30'],
    ['01/15/2026 6:30', '2026-01-15T06:30'],
    ['15/01/2026 06:30', '2026-01-15T06:30'],
    ['2026/1/5 6:30', '2026-01-05T06:30'],
  ])('reads %s', (written, meant) => expect(minuteOf(written)).toBe(Date.parse(`${meant}Z`) / 60_000));

  it('takes what is no time for none', () => {
    for (const cell of ['', '12.5', 'noon', '2026-13-01 06:00', '32.01.2026 06:00']) expect(minuteOf(cell)).toBeNull();
  });

  it('takes a leap year whole', () => {
    const found = good(table(366 * 24, 60, (i) => String(i % 9)));
    expect(found.notes.join(' ')).toContain('leap year');
  });
});

describe('the hourly weather format', () => {
  const head = [
    'LOCATION,Nowhere,-,-,x,0,50,10,1,100',
    ...Array.from({ length: 6 }, (_, i) => `HEADING ${i},0`),
    'DATA PERIODS,1,1,Data,Sunday,1/1,1/2',
  ];
  const line = (i: number, value: string) => `2026,1,${1 + Math.floor(i / 24)},${1 + (i % 24)},0,src,${value},0,80,100000`;

  it('takes the dry-bulb temperature after its heading, hour by hour', () => {
    const found = good([...head, ...Array.from({ length: 48 }, (_, i) => line(i, String(-2 + i * 0.1)))].join('\n'));
    expect(found.step).toBe(3600);
    expect(found.outdoor).toHaveLength(48);
    expect(found.outdoor[10]).toBeCloseTo(-1, 9);
  });

  it('knows its mark for a missing value', () => {
    const found = good([...head, ...Array.from({ length: 48 }, (_, i) => line(i, i === 5 ? '99.9' : '4'))].join('\n'));
    expect(found.outdoor[5]).toBe(4);
    expect(found.notes.join(' ')).toContain('1 missing');
  });
});

describe('whatever a file holds', () => {
  const cell = fc.oneof(
    fc.double({ min: -80, max: 120, noNaN: true }).map((value) => value.toFixed(1)),
    fc.constantFrom('', 'x', '2026-01-01 00:00', '31.12.2026 23:00', '12/31/2026 7:15', '=1+1', '99.9', '1e9', '-', 'NaN'),
    fc.string({ maxLength: 6 }),
  );

  it('it is read or refused with a sentence, and what is read is a row of temperatures', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 1, maxLength: 4 }), { maxLength: 60 }),
        fc.constantFrom(',', ';', '\t'),
        fc.constantFrom('', 'temperature\n', 'LOCATION,x\n'),
        (rows, between, head) => {
          const found = read(head + rows.map((row) => row.join(between)).join('\n'));
          if (!found.ok) {
            expect(found.problem.length).toBeGreaterThan(20);
            return;
          }
          expect(found.outdoor.every((value) => Number.isFinite(value) && value >= -60 && value <= 55)).toBe(true);
          expect(found.step).toBeGreaterThanOrEqual(900);
        },
      ),
      { numRuns: 400, seed: 7 },
    );
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        const found = readWeather(bytes);
        expect(found.ok || found.problem.length > 10).toBe(true);
      }),
      { numRuns: 200, seed: 7 },
    );
  });
});
