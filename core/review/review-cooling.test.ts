import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newRated, USUAL_COOLING } from '../../model/new-emitter.ts';
import { USUAL_COLD, USUAL_SOURCE_COOLING } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob } from '../job/design-job.ts';

const cold = (flowTemperature: number, temperatureDifference = 3) => ({ ...USUAL_COLD, flowTemperature, temperatureDifference });
/** A heat pump that can be turned round in place of the boiler. */
const TURNED: [string, unknown][] = [
  ['source/kind', 'heat-pump'],
  ['source/cooling', { ...USUAL_SOURCE_COOLING, flowTemperature: 7 }],
];
const summer = (...edits: [string, unknown][]) =>
  designJob(
    applyEdits(
      thistleMill,
      [['mode', 'heating-and-cooling'] as [string, unknown], ...TURNED, ...edits].map(([at, value]) => ({ at, value })),
    ),
  );
const of = (rule: string, ...edits: [string, unknown][]) => summer(...edits).findings.filter((each) => each.rule === rule);
const unit = newRated('e1', 'fan-unit', { cooling: USUAL_COOLING });

describe('a plant that also cools', () => {
  it('is quiet while no circuit has cold water, and has no summer where it only heats', () => {
    expect(summer().cooling?.parts).toEqual([]);
    expect(designJob(thistleMill).cooling).toBeNull();
  });

  // Common practice: air of 26 °C and 55 % drops water at about 16 °C, so a floor is cooled with 18 °C and not with 12.
  it('keeps its water above the dew point', () => {
    expect(summer().cooling?.dewPoint.value).toBeCloseTo(16.3, 1);
    expect(of('dew-point', ['circuits/c1/cooling', cold(18)])).toEqual([]);
    const [finding] = of('dew-point', ['circuits/c1/cooling', cold(12)]);
    expect(finding?.title).toContain('condensation');
    expect(finding?.remedies[0]?.edits).toEqual([{ at: 'circuits/c1/cooling/flowTemperature', value: 18 }]);
    expect(of('dew-point', ['circuits/c1/cooling', cold(12)], ['site/summerHumidity', 0.35])).toEqual([]);
  });

  it('says which rooms stay warm or damp', () => {
    const [warm] = of('cooling-short', ['circuits/c1/cooling', cold(18)], ['rooms/r1/coolingLoad', 4000]);
    expect(warm?.title).toMatch(/^Mill hall: .* short of cooling$/);
    expect(of('cooling-short', ['circuits/c1/cooling', cold(18)], ['rooms/r1/coolingLoad', 300])).toEqual([]);
    const damp: [string, unknown][] = [
      ['circuits/c1/cooling', cold(18)],
      ['rooms/r1/latentLoad', 300],
    ];
    expect(of('drying-short', ...damp)).toHaveLength(1);
    const dried: [string, unknown][] = [
      ['circuits/c4/cooling', cold(8, 5)],
      ['rooms/r13/emitters', [unit]],
      ['rooms/r13/latentLoad', 300],
    ];
    expect(of('drying-short', ...dried)).toEqual([]);
    expect(of('condensate', ...dried)[0]?.why).toContain('drain');
  });

  it('compares its flow with that of winter', () => {
    const small = { ...cold(17, 1), sized: false };
    const [flow] = of('cooling-flow', ['circuits/c1/cooling', small]);
    // Sized for it, or with water that warms further.
    expect(flow?.remedies).toHaveLength(2);
    expect(
      of(
        'cooling-flow',
        ['circuits/c1/cooling', small],
        ...(flow?.remedies[1]?.edits ?? []).map((edit): [string, unknown] => [edit.at, edit.value]),
      ),
    ).toEqual([]);
  });

  it('balances: what the flow carries at its delta T is what the rooms lose', () => {
    const { cooling } = summer(['circuits/c1/cooling', cold(18)]);
    const [circuit] = cooling?.circuits ?? [];
    // Water of 20 °C: 998.2 kg/m3 and 4184 J/(kg K), IAPWS-IF97.
    expect((circuit?.volumeFlow.value ?? 0) * 998.4 * 4184.5 * 3).toBeCloseTo(circuit?.output.value ?? 1, -1);
  });
});

describe('damp that was let stand room by room', () => {
  it('stays let stand, now that it is told once', () => {
    const job = {
      ...(SYSTEMS[8] as Job),
      accepted: [{ finding: 'drying-short:rooms/r2', reason: 'A dehumidifier stands in the cellar' }],
    };
    const findings = designJob(job).findings.filter((each) => each.rule === 'drying-short');
    expect(findings).toHaveLength(1);
    expect(findings[0]?.accepted).toContain('dehumidifier');
  });
});
