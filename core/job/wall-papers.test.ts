import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job, OwnPump } from '../../model/job.ts';
import { COMPONENTS } from '../../model/job.ts';
import { newFurtherSource } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { electricalSupply } from '../design/electrical.ts';
import { partsList } from '../design/parts-list.ts';
import { pumpReuse } from '../design/pump-reuse.ts';
import { bodyOf, bodyOfPart, uprightVessel } from '../plant/bodies.ts';
import { compareDistribution } from './compare-distribution.ts';
import { designJob } from './design-job.ts';

const edited = (...edits: [string, unknown][]): Job =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
const pump = (fields: Partial<OwnPump> = {}): OwnPump => ({
  id: 'p1',
  label: 'Green one',
  checkValve: false,
  existing: true,
  points: [
    [0, 7, 30],
    [900 / 3.6e6, 5, 45],
    [2000 / 3.6e6, 0, 50],
  ],
  ...fields,
});

describe('bodies on the wall', () => {
  it.each(COMPONENTS)('%s has an envelope, a weight and ports, or is a piece of pipe', (part) => {
    const small = bodyOfPart(part, 0.02);
    const large = bodyOfPart(part, 0.05);
    if (!small || !large) {
      expect(['bend', 'elbow', 'tee-straight', 'tee-branch']).toContain(part);
      return;
    }
    expect(Math.min(small.along, small.across, small.depth, small.weight, small.clearance.before)).toBeGreaterThan(0);
    expect(large.along).toBeGreaterThan(small.along);
    expect(large.weight).toBeGreaterThan(small.weight);
  });

  it('weighs a full tank by its water and its wall', () => {
    const { weight, bracket, across } = uprightVessel(0.2, 1.2, 0.06, 0.028, 4);
    // 200 L of water, and a shell of 4.6 mm of steel on 0.46 m: by hand about 90 kg.
    expect(weight).toBeGreaterThan(198 + 70);
    expect(weight).toBeLessThan(198 + 110);
    expect(bracket).toBe(true);
    expect(across).toBeCloseTo(0.46 + 0.12, 2);
  });

  it('a heavy filter wants a bracket once its pipe is wide', () => {
    expect(bodyOfPart('magnetic-filter', 0.02)?.bracket).toBe(false);
    expect(bodyOfPart('magnetic-filter', 0.05)?.bracket).toBe(true);
    expect(bodyOf('plates', 0.025).bracket).toBe(true);
  });
});

describe('the list of what hangs on the wall', () => {
  const list = (job: Job) => partsList(job, designJob(job));

  it('names every pump, valve and part once', () => {
    const all = list(thistleMill);
    expect(all.filter((each) => each.component.endsWith('/pump'))).toHaveLength(6);
    expect(all.filter((each) => each.label === 'Mixing valve')).toHaveLength(2);
    expect(all.find((each) => each.label === 'Low-loss header')).toBeDefined();
    expect(all.find((each) => each.label === 'Cylinder')?.body.weight).toBeGreaterThan(250);
  });

  it('does not buy twice what the source holds', () => {
    const before = list(thistleMill);
    const after = list(edited(['source/inside', ['pump', 'vessel']]));
    expect(before.length - after.length).toBe(2);
    expect(after.some((each) => each.label === 'Expansion vessel')).toBe(false);
  });

  it('follows the way of piping: valves for pumps, plates for a header, a pump that injects', () => {
    const labels = (...edits: [string, unknown][]) => list(edited(...edits)).map((each) => each.label);
    expect(labels(['distribution/kind', 'valves']).filter((label) => label === 'Zone valve')).toHaveLength(2);
    expect(labels(['separation/kind', 'plate-exchanger'])).toContain('Plate exchanger');
    expect(labels(['circuits/c1/mixing', 'four-way'])).toContain('Mixing valve, four ways');
    expect(labels(['separation/kind', 'buffer'])).toContain('Buffer');
    expect(labels(['furtherSources', [newFurtherSource('f1', { approach: 5 })]])).toContain('Plate exchanger');
  });
});

describe('the list for the electrician', () => {
  const supply = (...edits: [string, unknown][]) => {
    const job = edited(...edits);
    return electricalSupply(job, designJob(job));
  };

  it('gives what heats with electricity a circuit of its own', () => {
    const electric = supply(['source/kind', 'electric'])[0];
    expect(electric).toMatchObject({ power: 17_000, own: true });
    const pumped = supply(['source/kind', 'heat-pump'])[0];
    expect(pumped?.power).toBeGreaterThan(4000);
    expect(pumped?.power).toBeLessThan(17_000);
    expect(supply()[0]?.power).toBeLessThan(500);
  });

  it('adds up what hangs on the wiring centre', () => {
    const all = supply();
    const centre = all.at(-1);
    const small = all.filter((each) => !each.own).reduce((sum, each) => sum + each.power, 0);
    expect(centre).toMatchObject({ label: 'Wiring centre', own: true });
    expect(centre?.power).toBeCloseTo(small, 9);
  });
});

describe('a pump that is there already', () => {
  const job = edited(['ownPumps', [pump()]]);

  it('serves where its curve lies above the head wanted, the closest fit first', () => {
    const [reuse] = pumpReuse(job, designJob(job));
    const serving = reuse?.places.filter((each) => each.serves) ?? [];
    expect(serving.length).toBeGreaterThan(0);
    const spare = serving.map((each) => each.head - each.wanted);
    expect(spare).toEqual([...spare].sort((a, b) => a - b));
    expect(reuse?.places.slice(serving.length).every((each) => each.head < each.wanted)).toBe(true);
  });

  it('is run where it is put, on its own curve', () => {
    const design = designJob(edited(['ownPumps', [pump()]], ['circuits/c4/pump', 'own:p1']));
    const duty = design.circuits[3]?.sized?.pump?.duty;
    expect(duty?.label).toBe('Green one');
    const flow = (duty?.flow.value ?? 0) * 3600;
    // Between its first two points the curve falls from 7 to 5 m.
    expect(duty?.head.value).toBeLessThan(7);
    expect(flow > 0.9 || (duty?.head.value ?? 0) > 5).toBe(true);
  });

  it('is named as unknown once it is gone from the job', () => {
    const gone = designJob(edited(['circuits/c4/pump', 'own:p1']));
    expect(gone.findings.map((each) => each.rule)).toContain('pump-unknown');
  });

  it.each([
    [[[0, 5, 10]], 'at least three'],
    [
      [
        [0.1, 5, 10],
        [0.2, 4, 10],
        [0.3, 1, 10],
      ],
      'begin at no flow',
    ],
    [
      [
        [0, 5, 10],
        [0.2, 6, 10],
        [0.3, 1, 10],
      ],
      'rises with the flow',
    ],
    [
      [
        [0, 5, 10],
        [0.2, 4, 10],
        [0.2, 1, 10],
      ],
      'rising flows',
    ],
  ])('refuses a curve that is none: %s', (points, reason) => {
    const read = readJob({ ...thistleMill, ownPumps: [{ ...pump(), points }] });
    expect(read.ok ? '' : read.problems.join()).toContain(reason);
  });
});

describe('a pump in each circuit beside one pump with valves', () => {
  it('counts pumps, valves and watts of both, each as designed', () => {
    const [pumps, valves] = compareDistribution(thistleMill);
    expect(pumps).toMatchObject({ kind: 'pumps', pumps: 6, valves: 0 });
    expect(valves).toMatchObject({ kind: 'valves', pumps: 4, valves: 3 });
    expect(valves?.power).toBe(designJob(edited(['distribution/kind', 'valves'])).pumpPower?.value);
    const taken = applyEdits(thistleMill, valves?.edits ?? []);
    expect(taken.distribution.kind).toBe('valves');
  });
});
