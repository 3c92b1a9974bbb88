import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../demo/plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { SitePlant } from '../commission/site-plant.ts';
import { gaugeAtRest } from '../design/gauge-names.ts';
import { designWithPlant } from '../job/design-job.ts';
import { assessBook, flowProofs, gaugeOffsets } from './assess.ts';
import { bookOf } from './book.ts';
import { entry } from './entries.fixture.ts';
import { roundsOf } from './rounds.ts';

const siteOf = (job: Job) => {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return new SitePlant(job, design, plant);
};
const rounds = (...entries: Parameters<typeof bookOf>[0][number]['entry'][]) =>
  roundsOf(
    bookOf(
      entries.map((each) => ({ entry: each, seq: null, receivedAt: null })),
      0,
    ),
  );
const REST = { ...DESIGN_DAY, running: false, calls: [] };

describe.each([['demo', thistleMill] as const, ...Object.entries(PLANTS)])('proof of flow of %s', (_, job) => {
  const site = siteOf(job);
  const { design } = site;

  it('the head that the design itself solves gives about the flow it solves, through the same curve', () => {
    const state = design.solved?.state;
    for (const circuit of design.circuits) {
      const solved = state?.circuits.find(({ id }) => id === circuit.id);
      if (!circuit.sized?.pump?.duty || !solved?.pump || solved.pump.flow <= 0) continue;
      const head = entry('reading', {
        place: `circuits/${circuit.id}/pump`,
        quantity: 'head',
        value: solved.pump.head,
        state: { ...DESIGN_DAY, speeds: { [`circuits/${circuit.id}/pump`]: solved.pump.speed } },
      });
      const [proof] = flowProofs(rounds(head), job, design);
      expect(proof?.circuitId).toBe(circuit.id);
      // On the flat part of a curve the same head belongs to many flows, and the doubt says so.
      expect(Math.abs((proof?.flow ?? 0) - solved.pump.flow)).toBeLessThan(
        Math.max(0.03 * solved.pump.flow, 2 * (proof?.sigma ?? 0)),
      );
      expect(proof?.words).toMatch(/^(Proved|No proof|No proof yet|Short): .+ needed/);
    }
  });
});

describe('proof by a meter', () => {
  const { design } = siteOf(thistleMill);
  const needed = design.circuits.find(({ id }) => id === 'c1')?.sized?.pump?.designFlow.value ?? 0;
  const proofOf = (share: number) =>
    flowProofs(
      rounds(entry('reading', { place: 'circuits/c1', quantity: 'flow', value: share * needed })),
      thistleMill,
      design,
    )[0];

  it('a fifth to spare is proved, a third short is short, and close by is neither', () => {
    expect(proofOf(1.2)).toMatchObject({ verdict: 'proved', by: 'meter' });
    expect(proofOf(0.66)).toMatchObject({ verdict: 'short' });
    expect(proofOf(1.02)).toMatchObject({ verdict: 'not proved' });
    expect(proofOf(1.2)?.margin).toBeCloseTo(0.2, 9);
  });

  it('a head above the curve says that nothing flows, or that the gauges lie', () => {
    const [proof] = flowProofs(
      rounds(entry('reading', { place: 'circuits/c1/pump', quantity: 'head', value: 30 })),
      thistleMill,
      design,
    );
    expect(proof?.verdict).toBe('short');
    expect(proof?.words).toContain('above the pump’s curve');
  });
});

describe('gauges at rest', () => {
  const site = siteOf(thistleMill);
  const points = ['source/in', 'flow', 'circuits/c1/pumped', 'circuits/c2/pumped', 'circuits/c2/supply'];
  const shown = (point: string) => gaugeAtRest(thistleMill, site.design, point) ?? 0;
  const read = (point: string, more = 0, state = REST) =>
    entry('reading', { place: point, quantity: 'pressure', value: shown(point) + more, state });

  it('what all of them show alike is the filling, and no gauge’s fault', () => {
    expect(gaugeOffsets(rounds(...points.map((point) => read(point, 20_000))), thistleMill, site.design).size).toBe(0);
  });

  it('what one shows too much is learned, and taken off what it shows later', () => {
    const rest = points.map((point) => read(point, point === 'circuits/c2/pumped' ? 12_000 : 0));
    const offsets = gaugeOffsets(rounds(...rest), thistleMill, site.design);
    expect([...offsets]).toEqual([['circuits/c2/pumped', expect.closeTo(12_000, 0)]]);
    const running = site.design.solved?.state.gauges['circuits/c2/pumped'] ?? 0;
    const later = entry('reading', {
      place: 'circuits/c2/pumped',
      quantity: 'pressure',
      value: running + 12_000,
      at: '2026-11-09T08:00:00Z',
    });
    const { readings } = assessBook(site, rounds(...rest, later));
    expect(readings[later.id]?.grade).toBe('as expected');
    expect(Math.abs(readings[later.id]?.off ?? 9)).toBeLessThan(0.3);
    const lying = rest.find(({ place }) => place === 'circuits/c2/pumped');
    expect(readings[lying?.id ?? '']?.words).toMatch(/shows 12\skPa too much beside the others at rest/);
  });

  it('a plant that stands low is told to be topped up', () => {
    const low = points.map((point) => read(point, -60_000));
    const { readings } = assessBook(site, rounds(...low));
    expect(readings[low[0]?.id ?? '']?.words).toContain('Top up, and write down the litres');
  });
});
