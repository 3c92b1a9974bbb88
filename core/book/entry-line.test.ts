import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { readingPoints } from '../commission/reading-points.ts';
import { designJob } from '../job/design-job.ts';
import { entry } from './entries.fixture.ts';
import { entryLine, stateWords } from './entry-line.ts';
import { walkOf } from './round-order.ts';

const METRIC = thistleMill.display;
const US = { system: 'us', units: {} } as const;
/** Narrow and fixed spaces as plain ones. */
const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');

describe('an entry in one line', () => {
  it.each([
    ['a return', entry('reading', { value: 31.26 }), 'Return temperature 31.3 °C', 'Return temperature 88.3 °F'],
    [
      'a meter at a manifold',
      entry('reading', { place: 'rooms/r1/e1/loop1', quantity: 'flow', value: 1.5e-3 / 60 }),
      'Flow 1.5 L/min',
      'Flow 0.4 gpm',
    ],
    ['a head', entry('reading', { quantity: 'head', value: 4.877 }), 'Head 4.88 m', 'Head 16 ft'],
    [
      'a setting that was another',
      entry('setting', { what: 'Slope', before: '0.7', after: '0.61' }),
      'Slope: 0.61 (was 0.7)',
      'Slope: 0.61 (was 0.7)',
    ],
    ['a step skipped', entry('step', { outcome: 'skipped', why: 'No strainer' }), 'skipped: No strainer', 'skipped: No strainer'],
    ['water', entry('water', { litres: 3.785411784, cause: 'top-up' }), '3.8 L topped up', '1 gal topped up'],
    ['water let out', entry('water', { litres: -10, cause: 'drained' }), '10 L drained', '2.6 gal drained'],
    [
      'a meter read',
      entry('water', { litres: 0, cause: 'meter', meter: 177.1 }),
      'Meter read, meter at 177.1 L',
      'Meter read, meter at 177.1 L',
    ],
    [
      'a pressure test',
      entry('test'),
      'Water, 400 kPa to 398 kPa, 18 °C to 18 °C, 125 min',
      'Water, 58.02 psi to 57.73 psi, 64.4 °F to 64.4 °F, 125 min',
    ],
    [
      'a curve',
      entry('tuning'),
      'Slope 0.7: room 21 °C where 20 °C is wanted, 3 °C outdoors',
      'Slope 0.7: room 69.8 °F where 68 °F is wanted, 37.4 °F outdoors',
    ],
    [
      'a loop as laid',
      entry('as-built', { length: 96, noDrill: [{ x: 0.1, y: 0.2, what: 'pipe' }] }),
      '96 m, 1 place not to drill',
      '315 ft, 1 place not to drill',
    ],
  ])('%s', (_, of, metric, us) => {
    expect(plain(entryLine(of, METRIC))).toBe(metric);
    expect(plain(entryLine(of, US))).toBe(us);
  });

  it('one of a newer program says that it is kept', () => {
    expect(entryLine({ ...entry('remark'), v: 9, kind: 'hologram' }, METRIC)).toContain('newer program');
  });

  it('a state as one says it', () => {
    expect(stateWords({ ...DESIGN_DAY, running: false }, METRIC)).toBe('at rest');
    expect(plain(stateWords({ ...DESIGN_DAY, outdoor: 3, source: 46.5 }, METRIC))).toBe(
      'running, all calling, 3 °C outdoors, source 46.5 °C',
    );
    expect(plain(stateWords({ ...DESIGN_DAY, calls: ['a'], outdoor: 0 }, US))).toBe('running, 1 zone calling, 32 °F outdoors');
  });
});

describe.each(ALL_PLANTS)('the walk through %s', (_, job) => {
  const design = designJob(job);
  const stops = walkOf(job, design);

  it('comes by the source, every circuit and every loop once, and reads what the plant has', () => {
    const places = stops.map(({ place }) => place);
    expect(new Set(places).size).toBe(places.length);
    const points = new Set(readingPoints(job, design).map(({ key }) => key));
    for (const { points: read, place } of stops) {
      expect(read.length, place).toBeGreaterThan(0);
      // Two fields, three where the air of a room is read as well: one thing at a time.
      expect(read.length, place).toBeLessThanOrEqual(3);
      for (const { key } of read) expect(points).toContain(key);
    }
    expect(places[0]).toBe('source');
    for (const { id, sized } of design.circuits) {
      if (!sized) continue;
      expect(places).toContain(`circuits/${id}`);
      for (const loop of sized.loops ?? []) expect(places).toContain(loop.place);
    }
  });

  it('goes storey by storey, the plant room first', () => {
    const storeys = stops.map(({ storey }) => storey);
    const order = [...new Set(storeys)];
    expect(storeys).toEqual([...storeys].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(storeys[0]).toBe('Plant room');
  });
});
