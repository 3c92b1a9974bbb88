import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { faultsOf } from '../fault/faults.ts';
import { designWithPlant } from '../job/design-job.ts';
import { HiddenFault } from './hidden-fault.ts';
import { shownWith } from './predict.ts';

const job = SYSTEMS[7];
const { design, plant } = designWithPlant(job);
if (!plant) throw new Error('no plant');
const sound = { job, design, assembly: plant.assembly };
const faults = faultsOf(sound);
const drawn = shownWith(sound, null, 0, DESIGN_DAY)?.readings as ReadonlyMap<string, number>;

describe('a plant that is not as drawn', () => {
  const many = Array.from({ length: 60 }, (_, seed) => new HiddenFault(sound, null, null, seed * 7919 + 1));
  const spread = (key: string) => {
    const values = many.map((each) => each.read(key, DESIGN_DAY)?.value ?? 0);
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    return { mean, sigma: Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1)) };
  };

  it('is off from its drawing as far as plants are: its source by a kelvin, with the thermometer that reads it', () => {
    const { mean, sigma } = spread('source#supply');
    expect(Math.abs(mean - (drawn.get('source#supply') ?? 0))).toBeLessThan(0.6);
    // One kelvin of the source and half a kelvin of the clip, in squares: 1.1 K.
    expect(sigma).toBeGreaterThan(0.7);
    expect(sigma).toBeLessThan(1.6);
  });

  it('its flows by more than its meters', () => {
    const key = [...drawn.keys()].find((each) => /loop1#flow$/.test(each)) as string;
    const { sigma } = spread(key);
    expect(sigma / (drawn.get(key) ?? 1)).toBeGreaterThan(0.05);
    expect(sigma / (drawn.get(key) ?? 1)).toBeLessThan(0.35);
  });

  it('complains of nothing while nothing is wrong', () => {
    for (const each of many) expect(each.said()).toEqual([]);
  });
});

describe('a hidden fault', () => {
  const fault = faults.find(({ kind }) => kind === 'loop-shut') as (typeof faults)[number];
  const meter = fault.causes.find(({ look }) => look?.id === 'meter') ?? null;

  it('is seen nearly always where it is, hardly ever where it is not', () => {
    const seen = (place: string) =>
      Array.from({ length: 300 }, (_, seed) => new HiddenFault(sound, fault, meter, seed * 104_729 + 3)).filter((each) =>
        each.look(place, 'meter'),
      ).length / 300;
    expect(Math.abs(seen(fault.place) - 0.92)).toBeLessThan(0.06);
    expect(Math.abs(seen('rooms/elsewhere/loop1') - 0.04)).toBeLessThan(0.04);
  });

  it('has a strength between those it is worked out at, and any of them', () => {
    const slow = faults.find(({ kind }) => kind === 'pump-slow') as (typeof faults)[number];
    const strengths = Array.from({ length: 80 }, (_, seed) => new HiddenFault(sound, slow, null, seed * 31 + 1).magnitude);
    const [least, most] = [Math.min(...slow.magnitudes), Math.max(...slow.magnitudes)];
    for (const strength of strengths) {
      expect(strength).toBeGreaterThanOrEqual(least);
      expect(strength).toBeLessThanOrEqual(most);
    }
    expect(Math.min(...strengths)).toBeLessThan(least + 0.15 * (most - least));
    expect(Math.max(...strengths)).toBeGreaterThan(most - 0.15 * (most - least));
  });

  it('is complained of by the room it leaves cold', () => {
    const said = new HiddenFault(sound, fault, meter, 5).said();
    const alone =
      plant.assembly.circuits.flatMap(({ loops }) => loops).filter(({ roomId }) => roomId === fault.roomId).length === 1;
    if (alone) expect(said).toContainEqual({ complaint: 'room-cold', of: fault.roomId, so: true });
    for (const { of } of said) expect([fault.roomId, fault.circuitId, null]).toContain(of);
  });
});
