import { describe, expect, it } from 'vitest';
import { summerMill } from '../../demo/summer-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { settingsOf } from '../commission/settings.ts';
import { wiringSchedule } from '../control/wiring.ts';
import { allPumps } from '../design/all-pumps.ts';
import { wallSheet } from '../drawing/wall.ts';
import { designWithPlant } from '../job/design-job.ts';
import { wallLabels } from '../paper/labels.ts';
import { takeoff } from '../takeoff/takeoff.ts';

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );

/** The workshop of the demo with nothing to heat: its fan units only cool. */
const only = edited(summerMill, ['rooms/r13/heatLoad', 0]);
const mixed = edited(
  only,
  ['circuits/c4/connection', 'mixed'],
  ['circuits/c4/cooling/flowTemperature', 10],
  ['circuits/c4/cooling/temperatureDifference', 4],
);
const injected = edited(mixed, ['circuits/c4/mixing', 'injection-variable']);

const CASES: [string, Job][] = [
  ['straight off the bars', only],
  ['through a valve that mixes warmer', mixed],
  ['through an injection pump', injected],
];

const oneOf = (job: Job) => {
  const { design, coldPlant } = designWithPlant(job);
  const circuit = design.circuits.find(({ id }) => id === 'c4');
  const cold = design.cooling?.circuits.find(({ circuitId }) => circuitId === 'c4');
  if (!circuit?.onlyCools || !cold?.solved || !coldPlant) throw new Error('not built');
  return { design, circuit, built: circuit.onlyCools, cold: cold.solved, wanted: cold };
};

describe.each(CASES)('a circuit that only cools, %s', (_name, job) => {
  const { design, circuit, built, cold, wanted } = oneOf(job);
  const entry = job.circuits.find(({ id }) => id === 'c4')?.cooling;

  it('is sized by what it takes: flow by heat over rise, its water warmer on the way home', () => {
    expect(circuit.sized).toBeNull();
    expect(circuit.load.value).toBe(0);
    expect(built.flowTemperature.value).toBe(entry?.flowTemperature);
    expect(built.returnTemperature.value).toBe((entry?.flowTemperature ?? 0) + (entry?.temperatureDifference ?? 0));
    // Water near 10 degrees C: 1000 kg/m3 and 4193 J/kgK (IAPWS tables), so a litre a second carries 4.19 kW for each kelvin.
    const litres = (wanted.output.value / (entry?.temperatureDifference ?? 1) / 4193) * 3600;
    expect((built.volumeFlow.value * 3.6e6) / litres).toBeCloseTo(1, 2);
    expect(built.volumeFlow.value).toBeCloseTo(wanted.volumeFlow.value, 12);
  });

  it('gets that flow at that temperature when the whole plant is solved', () => {
    expect(cold.flowShare.value).toBeGreaterThan(0.97);
    expect(cold.flowShare.value).toBeLessThan(1.06);
    expect(Math.abs(cold.supply.value - (entry?.flowTemperature ?? 0))).toBeLessThan(0.3);
    expect(cold.heat.value / wanted.output.value).toBeGreaterThan(0.97);
    expect(built.pump?.duty?.flow.value).toBeCloseTo(
      design.cooling?.state?.circuits.find(({ id }) => id === 'c4')?.pump?.flow ?? 0,
      12,
    );
  });

  it('changes nothing of the winter but the water that has to expand', () => {
    const without = designWithPlant({ ...job, circuits: job.circuits.map((each) => ({ ...each, cooling: null })) }).design;
    const share = (of: typeof design, id: string) => of.solved?.circuits.find((each) => each.id === id)?.heat.value;
    expect(design.circuits.map(({ load }) => load.value)).toEqual(without.circuits.map(({ load }) => load.value));
    for (const id of ['c2']) expect(share(design, id)).toBeCloseTo(share(without, id) ?? 0, -1);
    const filled = (of: typeof design) => of.vessel?.content.value ?? 0;
    expect(filled(without)).toBeGreaterThan(0);
    expect(filled(design)).toBeGreaterThan(filled(without) + built.run.content.value);
  });

  it('stands in every list: pumps, material, wiring, settings, labels and on the wall', () => {
    const place = 'circuits/c4';
    expect(allPumps(design).map((pump) => pump.place)).toContain(`${place}/pump`);
    const bought = takeoff(job, design).flatMap(({ places }) => places);
    expect(bought).toContain(`${place}/run`);
    expect(bought).toContain(`${place}/pump`);
    expect(wiringSchedule(job, design).some(({ what }) => what.includes('workshop') || what.includes('Workshop'))).toBe(true);
    expect(settingsOf(job, design).some((each) => each.place.startsWith(place))).toBe(true);
    expect(wallLabels(job, design, null).some(({ lines }) => lines.some((line) => line.startsWith(say(built))))).toBe(true);
    expect(wallSheet(job, design).tags.some(({ component }) => component === `${place}/pump`)).toBe(true);
  });

  it('is neither empty nor unsized to the review', () => {
    const rules = design.findings.filter((each) => each.place.startsWith('circuits/c4')).map(({ rule }) => rule);
    expect(rules).not.toContain('circuit-empty');
    expect(rules).not.toContain('cold-only');
  });
});

const say = (built: { flowTemperature: { value: number } }): string => `${built.flowTemperature.value}`;

describe('what the valve of such a circuit lets in', () => {
  it.each([
    ['a valve', mixed],
    ['an injection pump', injected],
  ])('follows from the balance of the two waters: %s', (_name, job) => {
    const { built } = oneOf(job);
    // Water sent with 7 degrees meets water home with 14: 10 takes (14 - 10) / (14 - 7) of the first.
    const share = (built.valve ?? built.injection)?.hotShare.value;
    expect(share).toBeCloseTo(4 / 7, 9);
  });
});

describe('an injection pump of a circuit that heats little and cools much', () => {
  it('is as large as summer asks of it, and brings the cold that is wanted', () => {
    const job = edited(injected, ['rooms/r13/heatLoad', 900]);
    const { design } = designWithPlant(job);
    const cold = design.cooling?.circuits.find(({ circuitId }) => circuitId === 'c4');
    const pump = design.circuits.find(({ id }) => id === 'c4')?.sized?.injection?.pump;
    expect(pump?.designFlow.value).toBeCloseTo(((cold?.volumeFlow.value ?? 0) * 4) / 7, 9);
    expect(Math.abs((cold?.solved?.supply.value ?? 0) - 10)).toBeLessThan(0.6);
    // Sized for winter alone it would be less than a fifth of that.
    const winter = designWithPlant(edited(job, ['circuits/c4/cooling/sized', false])).design;
    const small = winter.circuits.find(({ id }) => id === 'c4')?.sized?.injection?.pump;
    expect((small?.designFlow.value ?? 0) / (pump?.designFlow.value ?? 1)).toBeLessThan(0.2);
  });
});
