import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { SOURCE_KINDS } from '../../model/job.ts';
import { newFurtherSource } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob } from '../job/design-job.ts';
import { beside, nameOf } from './further-sources.ts';
import { SOURCE_TRAITS, traitsOf } from './source-kinds.ts';

const withKind = (kind: string, ...more: [string, unknown][]) =>
  designJob(
    applyEdits(
      thistleMill,
      [['source/kind', kind] as const, ...more].map(([at, value]) => ({ at, value })),
    ),
  );

describe.each(SOURCE_KINDS)('a source of the kind %s', (kind) => {
  const traits = SOURCE_TRAITS[kind];

  it('has a least output between nothing and all, and traits that do not contradict each other', () => {
    expect(traits.leastShare).toBeGreaterThanOrEqual(0);
    expect(traits.leastShare).toBeLessThanOrEqual(1);
    expect(traits.condenses && traits.wantsHotReturn).toBe(false);
    expect(traits.defrosts && !traits.heatPump).toBe(false);
    expect(traits.fire && !traits.flame).toBe(false);
    expect(new Set(traits.usuallyInside).size).toBe(traits.usuallyInside.length);
  });

  it('heats the demo, and its least output is its share of the capacity', () => {
    const design = withKind(kind);
    expect(design.solved?.state.converged).toBe(true);
    expect(design.buffer?.leastOutput.value).toBeCloseTo(traits.leastShare * 17_000, 3);
    expect(design.heatPump !== null).toBe(traits.heatPump);
  });

  it('is asked what its kind calls for, and nothing else', () => {
    const rules = new Set(
      withKind(kind, ['source/components', ['relief-valve', 'isolating-valve']]).findings.map((each) => each.rule),
    );
    expect(rules.has('heat-dump')).toBe(traits.fire);
    expect(rules.has('low-water')).toBe(traits.flame);
    expect(rules.has('drinking-water-source')).toBe(traits.drinkingWater);
    expect(rules.has('return-too-cold')).toBe(traits.wantsHotReturn);
  });

  it('is not asked for what it holds already', () => {
    const design = withKind(kind, ['source/components', ['isolating-valve']], ['source/inside', [...traits.usuallyInside]]);
    const rules = design.findings.map((each) => each.rule);
    expect(rules.includes('relief-missing')).toBe(!traits.usuallyInside.includes('relief-valve'));
  });
});

describe('a heat pump in the ground', () => {
  it('knows nothing of the air: its COP is the same on any design day', () => {
    const at = (outdoor: number) => withKind('ground-heat-pump', ['site/outdoorDesignTemperature', outdoor]).heatPump?.cop.value;
    expect(at(-20)).toBe(at(0));
    const air = (outdoor: number) => withKind('heat-pump', ['site/outdoorDesignTemperature', outdoor]).heatPump?.cop.value ?? 0;
    expect(air(-20)).toBeLessThan(air(0));
  });

  it('between walls gives less, from its data points', () => {
    const points: [string, unknown] = ['source/points', [{ id: 'p1', outdoor: -9, flow: 55, output: 20_000, cop: 2.2 }]];
    const auto: [string, unknown] = ['source/capacity', 'auto'];
    const open = withKind('heat-pump', points, auto);
    const enclosed = withKind('heat-pump', points, auto, ['source/standing', 'enclosed']);
    expect(open.source?.capacity.value).toBe(20_000);
    expect(enclosed.source?.capacity.value).toBe(17_000);
    expect(open.heatPump?.covered).toBe(true);
    expect(open.heatPump?.cop.value).toBe(2.2);
  });
});

describe('sources beside the first', () => {
  it('count together only where they run together', () => {
    expect(beside([newFurtherSource('a', { capacity: 3000 }), newFurtherSource('b', { capacity: 9000, order: 'backup' })])).toBe(
      3000,
    );
    expect(beside([])).toBe(0);
    expect(nameOf(newFurtherSource('a'))).toBe('Further source');
    expect(traitsOf(newFurtherSource('a', { kind: 'solid-fuel' })).fire).toBe(true);
  });
});
