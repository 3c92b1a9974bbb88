import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newCircuit, newFurtherSource, newJob, newRoom } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { fluidRange } from '../fluid/fluid.ts';
import { designJob } from '../job/design-job.ts';
import { glycolFor } from './review-safety.ts';

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const found = (job: Job, rule: string) => designJob(job).findings.filter((each) => each.rule === rule);

/** One heated floor room and nothing entered about its floor. */
const oneFloor = (heatLoad: number): Job => {
  const job = newJob('One room');
  return {
    ...job,
    circuits: [newCircuit('c1', job, { emitters: 'floor', connection: 'direct', flowTemperature: 40, temperatureDifference: 5 })],
    rooms: [newRoom('r1', { name: 'Barn', circuit: 'c1', heatLoad })],
    source: { ...job.source, flowTemperature: 40 },
  };
};

describe('a floor that nobody has entered', () => {
  it('is drafted into loops that keep within their pressure before a pump is chosen for it', () => {
    const { circuits, figures } = designJob(oneFloor(2900));
    const sized = circuits[0]?.sized;
    expect(sized?.loops.length).toBeGreaterThan(1);
    for (const loop of sized?.loops ?? []) expect(loop.ownLoss).toBeLessThan(25_000 + 5001);
    expect(sized?.pump?.duty?.power.value).toBeLessThan(60);
    expect(figures['circuits/c1/worstRun/load']?.sum.formula).toBe('Q_w = Q_room / n');
    expect(found(oneFloor(2900), 'pump-absurd')).toEqual([]);
  });

  it('with a load that is small enough stays one run', () => {
    expect(designJob(oneFloor(500)).circuits[0]?.sized?.loops).toHaveLength(1);
  });
});

describe('a pump against what it carries', () => {
  it('out of all proportion is named with the entry that drives it', () => {
    const long = edited(thistleMill, ['circuits/c3/run/length', 100]);
    const [finding] = found(long, 'pump-absurd');
    const pump = designJob(long).circuits.find(({ id }) => id === 'c3')?.sized?.pump;
    const carried = designJob(long).circuits.find(({ id }) => id === 'c3')?.load.value ?? 1;
    expect((pump?.duty?.power.value ?? 0) / carried).toBeGreaterThan(0.03);
    expect(finding?.why).toContain('plant to manifold');
    expect(found(thistleMill, 'pump-absurd')).toEqual([]);
  });

  it('a hundredth short is a note, a fifth short stops the work', () => {
    const job = (length: number) => edited(thistleMill, ['circuits/c3/pump', 'a3'], ['circuits/c3/run/length', length]);
    const seen = new Set<string>();
    for (let length = 10; length < 2000; length *= 1.1) {
      const design = designJob(job(length));
      const finding = design.findings.find((each) => each.id === 'pump-short:circuits/c3/pump');
      const pump = design.circuits.find(({ id }) => id === 'c3')?.sized?.pump;
      if (!finding || !pump?.duty) continue;
      const share = pump.duty.flow.value / pump.designFlow.value;
      expect(finding.severity, String(share)).toBe(share > 0.95 ? 'note' : share > 0.9 ? 'mend' : 'stop');
      seen.add(finding.severity);
    }
    expect(seen).toContain('stop');
    expect(seen.size).toBeGreaterThan(1);
  });
});

describe('water and heat that do not come as meant', () => {
  it('a pump that holds delta T is not short of flow because its emitters are short', () => {
    const wide = edited(SYSTEMS[5], ...[1, 2, 3].map((n): [string, unknown] => [`rooms/r${n}/emitters/e1/spacing`, 0.3]));
    expect(designJob(wide).solved?.circuits[0]?.flowShare.value).toBeLessThan(0.9);
    expect(found(wide, 'emitter-short')).toHaveLength(1);
    expect(found(wide, 'flow-short')).toEqual([]);
  });

  it('emitters too small for the water they get are told once, room by room', () => {
    const small = edited(SYSTEMS[13], ...[1, 2, 3, 4].map((n): [string, unknown] => [`rooms/r${n}/emitters/e1/length`, 1.2]));
    const { solved, circuits } = designJob(small);
    expect((solved?.circuits[0]?.heat.value ?? 0) / (circuits[0]?.load.value ?? 1)).toBeLessThan(0.9);
    expect(found(small, 'emitter-short')).toHaveLength(1);
    expect(found(small, 'heat-short')).toEqual([]);
    expect(found(edited(small, ['source/capacity', 12_000]), 'heat-short').length).toBeGreaterThan(0);
  });

  it('a delta T far from the one meant is named where no pump explains it', () => {
    const hot = edited(
      SYSTEMS[4],
      ['circuits/c1/flowTemperature', 55],
      ['source/flowTemperature', 55],
      ['source/capacity', 30_000],
    );
    const [finding] = found(hot, 'delta-t-off');
    const state = designJob(hot).solved?.state.circuits[0];
    expect((state?.supply ?? 0) - (state?.back ?? 0)).toBeGreaterThan(1.6 * 7);
    expect(finding?.title).toMatch(/where 7\sK is meant/);
    expect(found(SYSTEMS[4], 'delta-t-off')).toEqual([]);
  });
});

describe('sources that are not there on the design night', () => {
  const beside = (kind: 'solar' | 'electric') => ({
    ...thistleMill,
    source: { ...thistleMill.source, capacity: 11_000 },
    furtherSources: [
      newFurtherSource('f1', {
        kind,
        capacity: 9000,
        flowTemperature: thistleMill.source.flowTemperature,
        order: 'together' as const,
      }),
    ],
  });
  it('the sun counts for nothing, in sum and state; a firm source counts', () => {
    expect(found(beside('electric'), 'source-too-small')).toEqual([]);
    const [finding] = found(beside('solar'), 'source-too-small');
    expect(finding?.why).toContain('sun is down');
    const state = designJob(beside('solar')).solved?.state.further[0];
    expect([state?.running, state?.heat]).toEqual([false, 0]);
    expect(designJob(beside('electric')).solved?.state.further[0]?.heat).toBeGreaterThan(1000);
  });
});

describe('glycol against frost', () => {
  it('is as much as the coldest night asks for, with a margin, and no more', () => {
    for (const coldest of [-5, -10, -16, -22, -30]) {
      const share = glycolFor(coldest) ?? 0;
      const from = (concentration: number) => fluidRange({ kind: 'propylene-glycol', concentration }).from;
      expect(from(share)).toBeLessThanOrEqual(coldest - 3);
      if (share > 0.2) expect(from(share - 0.05)).toBeGreaterThan(coldest - 3);
    }
    expect(glycolFor(-70)).toBeNull();
  });

  it('once filled leaves neither frost nor a mix that freezes', () => {
    for (const coldest of [-8, -18, -25]) {
      const job = edited(SYSTEMS[21], ['site/outdoorDesignTemperature', coldest]);
      const [finding] = found(job, 'frost-outdoors');
      const filled = applyEdits(job, finding?.remedies[0]?.edits ?? []);
      expect(found(filled, 'frost-outdoors')).toEqual([]);
      expect(found(filled, 'fluid-freezes')).toEqual([]);
    }
  });
});

describe('rooms and whole house', () => {
  it('either figure can be chosen, and the gap is gone with each', () => {
    const [finding] = found(thistleMill, 'load-gap');
    expect(finding?.remedies).toHaveLength(2);
    for (const { edits } of finding?.remedies ?? []) expect(found(applyEdits(thistleMill, edits), 'load-gap')).toEqual([]);
    const byHouse = designJob(applyEdits(thistleMill, finding?.remedies[1]?.edits ?? []));
    expect(byHouse.figures.roomLoad?.value).toBeCloseTo(thistleMill.wholeHouseLoad ?? 0, 3);
  });
});

describe('water that never gets hot enough', () => {
  it('stops the work', () => {
    const never = edited(thistleMill, ['source/capacity', 1], ['hotWater/charging', 'parallel']);
    expect(found(never, 'reheat-slow')[0]?.severity).toBe('stop');
  });
});

describe('a vessel beyond the source', () => {
  it('is moved before the pumps where their inlet sinks too low, and the gauge shows it', () => {
    const job = edited(SYSTEMS[18], ['separation/kind', 'none'], ['source/loss', 95_000], ['vessel/connection', 'source-return']);
    const [finding] = found(job, 'suction-low');
    expect(finding?.remedies).toHaveLength(1);
    const least = (each: Job) =>
      Math.min(...Object.values(designJob(each).solved?.state.gauges ?? {}).map((gauge) => gauge ?? 0));
    const cured = applyEdits(job, finding?.remedies[0]?.edits ?? []);
    expect(least(cured)).toBeGreaterThan(least(job));
    expect(found(cured, 'suction-low')).toEqual([]);
  });
});

describe('a cooling rating that cannot be', () => {
  it('is named, counts as nothing, and is mended by the usual one', () => {
    const job = edited(SYSTEMS[16], ['rooms/r1/emitters/e1/cooling/return', 4]);
    const [finding] = found(job, 'cooling-rating');
    expect(finding?.severity).toBe('stop');
    expect(designJob(job).cooling?.parts.find((part) => part.roomId === 'r1')).toBeUndefined();
    expect(found(applyEdits(job, finding?.remedies[0]?.edits ?? []), 'cooling-rating')).toEqual([]);
  });
});

describe('a direct circuit behind plates', () => {
  it('gets what the plates leave of the source, and each remedy makes the two agree', () => {
    expect(found(SYSTEMS[9], 'direct-not-source')).toEqual([]);
    const hot = edited(SYSTEMS[9], ['source/flowTemperature', 60]);
    const [finding] = found(hot, 'direct-not-source');
    expect(finding?.title).toMatch(/supplied with 55\s°C/);
    expect(designJob(hot).solved?.state.circuits[0]?.supply).toBeGreaterThan(53);
    for (const { edits } of finding?.remedies ?? []) expect(found(applyEdits(hot, edits), 'direct-not-source')).toEqual([]);
  });
});
