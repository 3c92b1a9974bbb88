import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Circuit, Job } from '../../model/job.ts';
import { designJob } from '../job/design-job.ts';
import { auditTree, RUN } from './tree-audit.ts';

const trees = ALL_PLANTS.flatMap(([name, job]) => {
  const design = designJob(job);
  return design.circuits.flatMap(({ id, sized }): [string, Job, Circuit, NonNullable<typeof sized>][] => {
    const circuit = job.circuits.find((each) => each.id === id);
    return sized && circuit && sized.tree.length > 0 ? [[`${name}, ${circuit.name}`, job, circuit, sized]] : [];
  });
});

describe.each(trees)('the pipes of %s, looked over', (_, job, circuit, sized) => {
  const pieces = auditTree(job, circuit, sized);

  it('are the run and every section once, each behind what it hangs on', () => {
    expect(pieces.map(({ id }) => id)).toEqual([RUN, ...sized.tree.map(({ id }) => id)]);
    expect(pieces[0]?.parent).toBe(-1);
    pieces.slice(1).forEach(({ parent, depth }, i) => {
      expect(parent).toBeGreaterThanOrEqual(0);
      expect(parent).toBeLessThanOrEqual(i);
      expect(depth).toBe((pieces[parent]?.depth ?? 0) + 1);
    });
  });

  it('carry at the plant what the sections at its end carry together, and what hangs on the run itself', () => {
    const [run, ...sections] = pieces;
    const first = sections.filter(({ parent }) => parent === 0).reduce((sum, { line }) => sum + line.load, 0);
    expect(run?.line.load).toBeGreaterThanOrEqual(first - 1e-6);
  });

  it('have one index run, without a gap from the plant outwards', () => {
    const onIndex = pieces.filter((piece) => piece.onIndex);
    expect(onIndex[0]?.id).toBe(RUN);
    onIndex.slice(1).forEach((piece, i) => {
      expect(pieces[piece.parent]?.id).toBe(onIndex[i]?.id);
    });
  });

  it('carry as much more as the delta T is wider, at the same load', () => {
    const wide = auditTree(job, circuit, sized, 2 * circuit.temperatureDifference);
    pieces.forEach(({ line }, i) => {
      // Water is a little lighter or heavier at the other mean temperature.
      expect(wide[i]?.line.load).toBe(line.load);
      expect((wide[i]?.line.capacity ?? 0) / line.capacity).toBeCloseTo(2, 1);
    });
  });
});

it('says of the demo what a hand finds: 4.35 kW through 15 × 0.7 mm at 7 K', () => {
  const design = designJob(thistleMill);
  const circuit = thistleMill.circuits.find(({ sections }) => sections.length > 0) as Circuit;
  const sized = design.circuits.find(({ id }) => id === circuit.id)?.sized;
  if (!sized) throw new Error('no tree');
  const [run] = auditTree(thistleMill, circuit, sized);
  // Inside 13.6 mm, 145.3 mm2; water at 52 °C: 987 kg/m3, 4180 J/(kg K). v = Q / (A rho c dT), by hand.
  const area = (Math.PI / 4) * 0.0136 ** 2;
  expect(run?.line.velocity).toBeCloseTo((run?.line.load ?? 0) / (area * 987 * 4180 * 7), 2);
  expect(run?.size).toBe('15 × 0.7 mm');
  expect(run?.line.left).toBeLessThan(0);
});
