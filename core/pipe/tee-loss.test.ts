import { describe, expect, it } from 'vitest';
import reference from '../../reference/tee.json' with { type: 'json' };
import { joiningTee, partingTee } from './tee-loss.ts';

describe('a tee', () => {
  // Source: Crane Technical Paper 410 (2009) as in python3-fluids; reference/generate-tee.py.
  it.each(reference.rows)('loses what the reference says at share $branchShare, bores $boreRatio', (row) => {
    const parting = partingTee(row.branchShare, row.boreRatio);
    const joining = joiningTee(row.branchShare, row.boreRatio);
    expect(parting.run).toBeCloseTo(row.parting.run, 9);
    expect(parting.branch).toBeCloseTo(row.parting.branch, 9);
    expect(joining.run).toBeCloseTo(row.joining.run, 9);
    expect(joining.branch).toBeCloseTo(row.joining.branch, 9);
  });

  // Source: Crane Technical Paper 410 (2009), example 7-35: 1135 and 380 L/min join in a DN 100 tee, K = -0.040 and 0.326.
  it('draws a small branch along, as the worked example finds', () => {
    const { run, branch } = joiningTee(380 / (1135 + 380), 1);
    expect(branch).toBeCloseTo(-0.04, 2);
    expect(run).toBeCloseTo(0.326, 2);
  });
});
