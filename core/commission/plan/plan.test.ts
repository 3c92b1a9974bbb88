import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../../demo/all-plants.ts';
import { PLANTS } from '../../../demo/plants.ts';
import { thistleMill } from '../../../demo/thistle-mill.ts';
import type { Job } from '../../../model/job.ts';
import { designJob } from '../../job/design-job.ts';
import { balancingOrder } from '../balancing-order.ts';
import { fillWaters, litresPerMinute, purgeStretches } from '../fill-and-purge.ts';
import { keyOf, readingPoints } from '../reading-points.ts';
import { settingsOf } from '../settings.ts';
import { commissioningPlan } from './plan.ts';
import { PHASE_IDS } from './step.ts';

describe.each(ALL_PLANTS)('the plan of %s', (_, job) => {
  const design = designJob(job);
  const plan = commissioningPlan(job, design);
  const at = new Map(plan.map(({ id }, i) => [id, i]));

  it('has steps of all phases, each with an id of its own, in an order in which none waits for a later one', () => {
    expect(at.size).toBe(plan.length);
    const phases = new Set(plan.map(({ phase }) => phase));
    for (const phase of ['build', 'fill', 'start', 'balance', 'hand-over', 'live'] as const)
      expect(phases, phase).toContain(phase);
    let last = 0;
    for (const { phase, after, id } of plan) {
      expect(PHASE_IDS.indexOf(phase), id).toBeGreaterThanOrEqual(last);
      last = PHASE_IDS.indexOf(phase);
      for (const before of after) expect(at.get(before) ?? Number.POSITIVE_INFINITY, id).toBeLessThan(at.get(id) as number);
    }
  });

  it('speaks in words that are whole: no number that is none, no name that is missing', () => {
    for (const { title, why, placeLabel, id } of plan) {
      for (const words of [title, why, placeLabel]) {
        expect(words.trim(), id).not.toBe('');
        expect(words, id).not.toMatch(/NaN|undefined|null|Infinity|–\s/);
      }
    }
  });

  it('asks for readings at points that the plant has', () => {
    const points = new Set(readingPoints(job, design).map(({ key }) => key));
    for (const { target, id } of plan) {
      if (target.kind !== 'reading') continue;
      expect(new Set(target.keys).size, id).toBe(target.keys.length);
      // A dip of glycol is read off a sample, not off the plant.
      for (const key of target.keys)
        if (!key.endsWith('#glycol') && !id.startsWith('run/')) expect(points, `${id}: ${key}`).toContain(key);
    }
  });

  it('fills what the vessel is sized for, balances every loop that has a valve, and sets every setting', () => {
    const [first] = fillWaters(job, design);
    expect(first?.content).toBe(design.vessel?.content.value);
    const fill = plan.find(({ id }) => id === 'fill/vessel')?.target;
    expect(fill?.kind === 'water' && fill.litres / 1000).toBeCloseTo(design.vessel?.content.value ?? 0, 9);
    const loops = design.circuits.flatMap(({ sized }) => (sized?.loops ?? []).filter(({ behind }) => behind === null));
    expect(plan.filter(({ phase }) => phase === 'balance')).toHaveLength(loops.length);
    expect(plan.filter(({ id }) => id.startsWith('set/'))).toHaveLength(settingsOf(job, design).length);
  });

  it('leaves the index of each circuit for last, wide open', () => {
    const order = balancingOrder(job, design);
    for (const id of new Set(order.map(({ circuitId }) => circuitId))) {
      const own = order.filter(({ circuitId }) => circuitId === id);
      const index = own.findIndex((step) => step.index);
      // Loops as long as the index are as open.
      if (index >= 0) expect(own.slice(index + 1).every(({ kv }) => Math.abs(kv / (own[index]?.kv ?? 1) - 1) < 1e-6)).toBe(true);
    }
  });
});

describe('filling and purging', () => {
  it('a loop of 100 m of 12 mm bore holds 11.3 L, and is purged at 2 L/min in 17 minutes (by hand: bore area times length)', () => {
    const stretches = purgeStretches(thistleMill, designJob(thistleMill));
    for (const stretch of stretches) {
      const { content, flow, seconds } = stretch;
      expect(seconds).toBeCloseTo((3 * content) / flow, 9);
    }
    const area = (Math.PI / 4) * 0.012 ** 2;
    expect(100 * area * 1000).toBeCloseTo(11.3, 1);
    expect(litresPerMinute({ flow: 0.3 * area } as never)).toBeCloseTo(2.04, 2);
  });

  it('glycol is bought by volume of the whole content (by hand: 30 % of 200 L are 60 L)', () => {
    const job = PLANTS['glycol, plates and tank'] as Job;
    for (const { glycol, content, fluid } of fillWaters(job, designJob(job)))
      expect(glycol).toBeCloseTo(fluid.kind === 'water' ? 0 : fluid.concentration * content, 12);
  });

  it('asks to dip what holds glycol, and nothing else', () => {
    const job = PLANTS['glycol, plates and tank'] as Job;
    const plan = commissioningPlan(job, designJob(job));
    const dips = plan
      .filter(({ id }) => id.startsWith('dip/'))
      .map(({ target }) => (target.kind === 'reading' ? target.keys[0] : ''));
    expect(dips).toEqual(
      fillWaters(job, designJob(job))
        .filter(({ glycol }) => glycol > 0)
        .map(({ place }) => keyOf(place, 'glycol')),
    );
    expect(dips.length).toBeGreaterThan(0);
  });
});
