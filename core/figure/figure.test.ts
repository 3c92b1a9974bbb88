import { describe, expect, it } from 'vitest';
import { thistleMillByLoads as thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob } from '../job/design-job.ts';
import { byRule, decided, type Figure, FigureBook, given } from './figure.ts';

const entry = {
  label: 'Flow',
  kind: 'massFlow',
  value: 0.2,
  formula: 'm = Q / (c_p ΔT)',
  source: 'energy balance',
  terms: {},
} as const;

describe('the book of figures', () => {
  it('keeps each figure under its id, with terms in the order of the formula', () => {
    const book = new FigureBook();
    const load = book.add({ ...entry, id: 'load', label: 'Load', kind: 'power', value: 4000 });
    const flow = book.add({
      ...entry,
      id: 'flow',
      terms: {
        Q: load,
        c_p: given('specific heat', 'specificHeat', 4180, 'IAPWS-IF97'),
        ΔT: decided('delta T', 'temperatureDifference', 5, 'circuits/c1/temperatureDifference'),
      },
    });
    expect(book.figures.flow).toBe(flow);
    expect(flow.sum.terms.map(({ symbol, origin }) => [symbol, origin])).toEqual([
      ['Q', { from: 'figure', id: 'load' }],
      ['c_p', { from: 'data', source: 'IAPWS-IF97' }],
      ['ΔT', { from: 'job', place: 'circuits/c1/temperatureDifference' }],
    ]);
  });

  it('refuses a second figure under the same id', () => {
    const book = new FigureBook();
    book.add({ ...entry, id: 'flow' });
    expect(() => book.add({ ...entry, id: 'flow' })).toThrow('two figures called flow');
  });

  it('names the rule a limit came from', () => {
    expect(
      byRule({ id: 'velocityMost', label: 'highest velocity', kind: 'velocity', limit: 1.5, source: 'common practice' }),
    ).toMatchObject({
      value: 1.5,
      origin: { from: 'rule', id: 'velocityMost', source: 'common practice' },
    });
  });
});

describe('a sum of the design', () => {
  /** Follows a figure down through its terms and collects the places of the job it rests on. */
  function foundations(figures: Record<string, Figure>, id: string, seen = new Set<string>()): Set<string> {
    const places = new Set<string>();
    if (seen.has(id)) return places;
    seen.add(id);
    for (const { origin } of figures[id]?.sum.terms ?? []) {
      if (origin.from === 'job') places.add(origin.place);
      if (origin.from === 'figure') for (const place of foundations(figures, origin.id, seen)) places.add(place);
    }
    return places;
  }
  const { figures } = designJob(thistleMill);

  it.each([
    ['circuits/c2/run/velocity', ['rooms/r6/heatLoad', 'circuits/c2/temperatureDifference']],
    ['circuits/c2/pump/dutyFlow', ['circuits/c2/run/length', 'circuits/c2/worstRun/length', 'circuits/c2/terminalLoss']],
    ['circuits/c1/kvs', ['circuits/c1/temperatureDifference', 'rooms/r1/heatLoad']],
    [
      'vessel/volume',
      [
        'vessel/staticHeight',
        'vessel/reliefPressure',
        'vessel/fillTemperature',
        'source/flowTemperature',
        'circuits/c1/run/length',
      ],
    ],
    ['source/returnTemperature', ['source/flowTemperature', 'source/temperatureDifference', 'rooms/r13/heatLoad']],
    ['header/bore', ['rooms/r1/heatLoad', 'source/temperatureDifference']],
  ])('%s rests on what was decided', (id, places) => {
    const found = foundations(figures, id);
    for (const place of places) expect([...found], place).toContain(place);
  });

  it('changes when a place it rests on changes, and only then', () => {
    const value = (edits: { at: string; value: unknown }[], id: string) =>
      designJob(applyEdits(thistleMill, edits)).figures[id]?.value;
    const flow = 'circuits/c2/massFlow';
    expect(value([{ at: 'rooms/r6/heatLoad', value: 1500 }], flow)).toBeGreaterThan(figures[flow]?.value ?? 0);
    expect(value([{ at: 'rooms/r1/heatLoad', value: 1500 }], flow)).toBe(figures[flow]?.value);
    expect(value([{ at: 'site/outdoorDesignTemperature', value: -20 }], flow)).toBe(figures[flow]?.value);
  });

  it('has no circle', () => {
    const visiting = new Set<string>();
    const done = new Set<string>();
    const visit = (id: string): void => {
      if (done.has(id)) return;
      expect(visiting.has(id), id).toBe(false);
      visiting.add(id);
      for (const { origin } of figures[id]?.sum.terms ?? []) if (origin.from === 'figure') visit(origin.id);
      visiting.delete(id);
      done.add(id);
    };
    for (const id of Object.keys(figures)) visit(id);
    expect(done.size).toBe(Object.keys(figures).length);
  });
});
