import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits, valueAt } from '../../model/place.ts';
import { designJob } from '../job/design-job.ts';

type Edits = [string, unknown][];
const edited = (...edits: Edits) =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
const of = (rule: string, ...edits: Edits) => designJob(edited(...edits)).findings.filter((each) => each.rule === rule);

/** A slip for each rule; the demo keeps them all. Common practice, local codes decide. */
const SLIPS: [rule: string, slip: Edits][] = [
  ['cylinder-cold', [['hotWater/flowTemperature', 50]]],
  ['reheat-slow', [['hotWater/volume', 1.2]]],
  ['hygiene-missing', [['hotWater/hygieneTemperature', null]]],
  ['scalding', [['hotWater/temperingValve', false]]],
  ['coil-small', [['hotWater/coilOutput', 3000]]],
];

describe.each(SLIPS)('%s', (rule, slip) => {
  it('is not in the demo, is found after the slip, and goes with its remedies', () => {
    expect(of(rule)).toEqual([]);
    const [finding] = of(rule, ...slip);
    expect(finding?.why.length).toBeGreaterThan(40);
    expect(valueAt(edited(...slip), finding?.place ?? '')).toBeDefined();
    for (const { edits } of finding?.remedies ?? []) {
      expect(designJob(applyEdits(edited(...slip), edits)).findings.map((each) => each.rule)).not.toContain(rule);
    }
  });
});

describe('the cylinder of a job', () => {
  it('is warm after what its energy takes of the source, or never', () => {
    const { hotWater, source } = designJob(edited(['hotWater/coilOutput', 200_000]));
    // 250 L from 10 to 48 °C: 250 x 0.994 kg x 4.181 kJ/(kg K) x 38 K (water of 29 °C, IAPWS-IF97), all the source has.
    expect(hotWater?.reheat.value).toBeCloseTo((250 * 0.996 * 4181 * 38) / (source?.capacity.value ?? 1), -2);
    expect(designJob(edited(['hotWater/flowTemperature', 45])).hotWater?.reheat.value).toBe(Number.POSITIVE_INFINITY);
    expect(designJob(edited(['hotWater', null])).hotWater).toBeNull();
  });

  it('charged beside the heating has what that leaves', () => {
    const { hotWater, source } = designJob(edited(['hotWater/charging', 'parallel']));
    expect(hotWater?.power.value).toBeCloseTo((source?.capacity.value ?? 0) - (source?.load.value ?? 0), 6);
  });

  it('on a source that is all taken by the heating asks to go first', () => {
    const [slow] = of('reheat-slow', ['hotWater/charging', 'parallel'], ['source/capacity', 'auto']);
    expect(slow?.title).toBe('Nothing is left to heat the cylinder with');
    expect(slow?.remedies).toHaveLength(1);
  });
});
