import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newFloor, newPanel } from '../../model/new-emitter.ts';
import { newSeparation } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { sequenceOfOperation } from '../control/sequence.ts';
import { designJob } from '../job/design-job.ts';

type Edits = [string, unknown][];
const edited = (job: Job, ...edits: Edits): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const found = (job: Job, rule: string) => designJob(job).findings.filter((each) => each.rule === rule);
const airSource: Edits = [
  ['source/kind', 'heat-pump'],
  ['hotWater/flowTemperature', 55],
  ['hotWater/hygieneTemperature', null],
];

/** A slip for each rule; the demo keeps them all. */
const SLIPS: [rule: string, slip: Edits][] = [
  ['source-too-large', [['source/capacity', 200_000]]],
  ['source-flow-high', [...airSource, ['source/flowTemperature', 70]]],
  ['source-flow-high', [...airSource, ['hotWater/hygieneTemperature', 65]]],
  ['floor-uninsulated', [['rooms/r1/emitters/e1/insulation', 0.05]]],
  ['hygiene-missing', airSource],
  [
    'floor-unlimited',
    [
      ['circuits/c1/connection', 'direct'],
      ['circuits/c1/highLimit', false],
    ],
  ],
  ['static-height-low', [['circuits/c3/height', 9]]],
];

describe.each(SLIPS)('%s', (rule, slip) => {
  it('is not in the demo, is found after the slip, and goes with its remedies', () => {
    expect(found(thistleMill, rule)).toEqual([]);
    const slipped = edited(thistleMill, ...slip);
    const [finding] = found(slipped, rule);
    expect(finding?.why.length).toBeGreaterThan(40);
    expect(finding?.remedies.length).toBeGreaterThan(0);
    for (const { edits, label } of finding?.remedies ?? []) expect(found(applyEdits(slipped, edits), rule), label).toEqual([]);
  });
});

describe('a cycle against germs on a heat pump', () => {
  it('is left to an immersion heater, and charging stays as it was', () => {
    const slipped = edited(thistleMill, ...airSource);
    const [remedy] = found(slipped, 'hygiene-missing')[0]?.remedies ?? [];
    const { hotWater } = applyEdits(slipped, remedy?.edits ?? []);
    expect(hotWater).toMatchObject({ hygieneTemperature: 65, hygieneBy: 'immersion', immersion: 3000, flowTemperature: 55 });
    expect(found(applyEdits(slipped, remedy?.edits ?? []), 'source-flow-high')).toEqual([]);
  });

  it('on a boiler it has a flow of its own: a store of 45 °C is not charged hotter every day', () => {
    const slipped = edited(thistleMill, ['hotWater/hygieneTemperature', null], ['hotWater/flowTemperature', 60]);
    const [remedy] = found(slipped, 'hygiene-missing')[0]?.remedies ?? [];
    const after = applyEdits(slipped, remedy?.edits ?? []);
    expect(after.hotWater?.flowTemperature).toBe(60);
    expect(found(after, 'cylinder-cold')).toEqual([]);
  });

  it('a data sheet that goes further is believed', () => {
    const points = [{ id: 'p1', outdoor: -7, flow: 70, output: 17_000, cop: 1.6 }];
    const hot = edited(thistleMill, ...airSource, ['source/flowTemperature', 68], ['source/points', points]);
    expect(found(hot, 'source-flow-high')).toEqual([]);
  });
});

describe('a floor that would need hotter water than it bears', () => {
  it('is not offered that: its remedies stay at 55 °C', () => {
    const hot = edited(thistleMill, ['rooms/r1/heatLoad', 9000]);
    const short = designJob(hot).findings.filter(({ rule }) => rule === 'emitter-short');
    expect(short.length).toBeGreaterThan(0);
    for (const { remedies } of short)
      for (const { edits } of remedies)
        for (const { at, value } of edits) if (at === 'circuits/c1/flowTemperature') expect(value).toBeLessThanOrEqual(55);
  });

  it('a stat on a direct floor is bought, wired and told like one on a mixed circuit', () => {
    const direct = edited(SYSTEMS[1] as Job, ['circuits/c1/highLimit', true]);
    const without = edited(direct, ['circuits/c1/highLimit', false]);
    const told = (job: Job) =>
      sequenceOfOperation(job, designJob(job), (value) => String(value)).filter((line) =>
        line.toLowerCase().includes('high-limit thermostat on the flow'),
      ).length;
    expect([told(direct), told(without)]).toEqual([1, 0]);
  });
});

describe('many rooms short on one circuit', () => {
  const short = (count: number): Job => {
    const job = SYSTEMS[19] as Job;
    return {
      ...job,
      rooms: job.rooms.map((room, i) =>
        i < count
          ? { ...room, emitters: [newPanel('e1', { length: 0.6 })] }
          : { ...room, emitters: [newPanel('e1', { type: '3-3', length: 3 })] },
      ),
    };
  };

  it('are one finding with one remedy for all; one or two keep their names', () => {
    expect(found(short(2), 'emitter-short').map(({ title }) => title.slice(0, 6))).toEqual(['Room 1', 'Room 2']);
    const [all, ...more] = found(short(4), 'emitter-short');
    expect(more).toEqual([]);
    expect(all?.title).toMatch(/^4 rooms on Radiators are .* short at/);
    expect(all?.remedies.map(({ label }) => label)[0]).toBe('Larger emitters in all 4 rooms');
    const hotter = all?.remedies.find(({ label }) => label.startsWith('Run '));
    expect(found(applyEdits(short(4), hotter?.edits ?? []), 'emitter-short')).toEqual([]);
  });

  it('a floor that would get too hot is named in the last of many rooms, too', () => {
    const job = SYSTEMS[11] as Job;
    const many: Job = {
      ...job,
      rooms: Array.from({ length: 60 }, (_, i) => ({
        ...(job.rooms[0] as Job['rooms'][number]),
        id: `m${i}`,
        name: `Room ${i}`,
        heatLoad: i === 59 ? 4000 : 500,
        emitters: [newFloor('e1', 18)],
      })),
    };
    expect(found(many, 'floor-too-hot').map(({ title }) => title)).toEqual([expect.stringContaining('Room 59')]);
  });
});

describe('water that turns round in the header', () => {
  it('is not blamed on surplus that goes down, nor on plates', () => {
    for (const key of [8, 11, 18] as const) expect(found(SYSTEMS[key], 'dilution'), String(key)).toEqual([]);
    const plates = edited(thistleMill, ['separation', newSeparation('plate-exchanger')]);
    expect(found(plates, 'dilution')).toEqual([]);
  });

  it('is found where the circuits draw more than the source feeds', () => {
    expect(found(edited(thistleMill, ['source/temperatureDifference', 25]), 'dilution')).toHaveLength(1);
    // Left to the circuits the source moves as much as they draw.
    expect(found(edited(thistleMill, ['source/temperatureDifference', 'auto']), 'dilution')).toEqual([]);
  });
});

describe('the delta T of a source', () => {
  it('follows the circuits where it is left to them, and says so', () => {
    const job = edited(thistleMill, ['source/temperatureDifference', 'auto']);
    const design = designJob(job);
    const figure = design.figures['source/temperatureDifference'];
    expect(design.source?.massFlow.value).toBeCloseTo(design.source?.secondaryFlow.value ?? 0, 4);
    // By hand: the load over the sum of load over fall; a mixed circuit falls from the source's flow to its own return.
    const loads = design.circuits.map(({ id, load }) => ({
      load: load.value,
      circuit: job.circuits.find((each) => each.id === id),
    }));
    const flow = loads.reduce((sum, { load, circuit }) => {
      const fall =
        circuit?.connection === 'mixed'
          ? job.source.flowTemperature - circuit.flowTemperature + circuit.temperatureDifference
          : (circuit?.temperatureDifference ?? 1);
      return sum + load / fall;
    }, 0);
    expect(figure?.value).toBeCloseTo(design.load.value / flow, 9);
    const wider = edited(job, ['circuits/c2/temperatureDifference', 14]);
    expect(designJob(wider).figures['source/temperatureDifference']?.value).toBeGreaterThan(figure?.value ?? 0);
  });
});
