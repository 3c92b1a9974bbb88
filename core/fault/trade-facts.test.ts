import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { shownWith } from '../diagnosis/predict.ts';
import { type Ranking, rank } from '../diagnosis/rank.ts';
import { libraryOf } from '../diagnosis/told.ts';
import { designWithPlant } from '../job/design-job.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import type { Fault, SoundPlant } from './fault.ts';
import { faultsOf } from './faults.ts';
import type { Complaint } from './words.ts';

/** A plant of a job, what its gauges show with a fault, and what is told of a word. */
function plantOf(job: Job) {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  const sound: SoundPlant = { job, design, assembly: plant.assembly };
  const faults = faultsOf(sound);
  const named = (id: string): Fault => {
    const fault = faults.find((each) => each.id === id);
    if (!fault) throw new Error(`no ${id} among ${faults.map((each) => each.id).join(' ')}`);
    return fault;
  };
  const read = (id: string | null, state: StateNote = DESIGN_DAY, magnitude?: number) => {
    const fault = id === null ? null : named(id);
    const shown = shownWith(sound, fault, magnitude ?? fault?.magnitudes.at(-1) ?? 0, state);
    return (place: string, quantity: ReadingQuantity): number => shown?.readings.get(`${place}#${quantity}`) ?? Number.NaN;
  };
  const told = (...said: [Complaint, string | null][]): Ranking =>
    rank(libraryOf(sound), {
      readings: [],
      said: said.map(([complaint, of]) => ({ complaint, of, so: true })),
      seen: [],
    }) as Ranking;
  return { sound, faults, named, read, told };
}

const demo = plantOf(thistleMill);
/** Most likely cause of the likeliest fault. */
const first = ({ faults: [fault] }: Ranking): string => `${fault?.fault.kind} ${fault?.causes[0]?.cause.id}`;

// Facts of the trade: common practice, no source.
describe('what practitioners meet', () => {
  it('a check valve left in a pump that has one: flow about halves, the pump works harder for every litre, at no less head', () => {
    const [sound, second] = [demo.read(null), demo.read('circuit-blocked@circuits/c2', DESIGN_DAY, 80_000)];
    const share = second('circuits/c2', 'flow') / sound('circuits/c2', 'flow');
    expect(share).toBeGreaterThan(0.35);
    expect(share).toBeLessThan(0.65);
    expect(second('circuits/c2/pump', 'head')).toBeGreaterThanOrEqual(sound('circuits/c2/pump', 'head') - 0.01);
    const each = (of: typeof sound) => of('circuits/c2/pump', 'power') / of('circuits/c2', 'flow');
    expect(each(second)).toBeGreaterThan(1.2 * each(sound));
    expect(demo.named('circuit-blocked@circuits/c2').causes.map(({ id }) => id)).toContain('second-check');
  });

  it('meters closed as delivered: no flow in any loop, no delta T anywhere, the pump at its head at no flow', () => {
    const [sound, shut] = [demo.read(null), demo.read('circuit-shut@circuits/c1')];
    const loops = demo.sound.assembly.circuits.find(({ id }) => id === 'c1')?.loops ?? [];
    for (const { place } of loops) expect(shut(place, 'flow'), place).toBeCloseTo(0, 9);
    expect(Math.abs(shut('circuits/c1', 'supply') - shut('circuits/c1', 'back'))).toBeLessThan(0.01);
    expect(shut('circuits/c1/pump', 'head')).toBeGreaterThan(sound('circuits/c1/pump', 'head'));
    expect(demo.named('circuit-shut@circuits/c1').causes.map(({ id }) => id)).toContain('meters-shut');
    expect(
      demo
        .told(['no-flow', 'c1'])
        .faults.slice(0, 3)
        .map(({ fault }) => fault.kind),
    ).toContain('circuit-shut');
  });

  it('an air lock: the pump noisy and hot, the heater shuts off, the floor cold', () => {
    const told = demo.told(['pump-noisy', 'c1'], ['pump-hot', 'c1'], ['heater-shuts-off', null]);
    expect(first(told)).toBe('circuit-shut air-lock');
    expect(told.faults[0]?.fault.circuitId).toBe('c1');
    expect(told.faults[0]?.causes[0]?.cause.cure).toMatch(/vent/i);
  });

  it('a full strainer: flow short at every speed of the pump, and head across the strainer', () => {
    for (const speed of [1, 0.7]) {
      const state = { ...DESIGN_DAY, speeds: { 'circuits/c2/pump': speed } };
      const [sound, full] = [demo.read(null, state), demo.read('circuit-blocked@circuits/c2', state)];
      const share = full('circuits/c2', 'flow') / sound('circuits/c2', 'flow');
      expect(share, `at ${speed}`).toBeLessThan(0.7);
      // The strainer stands between the gauge behind the pump and the manifold.
      const across = (of: typeof sound) => of('circuits/c2/pumped', 'pressure') - of('circuits/c2/supply', 'pressure');
      const per = (of: typeof sound) => across(of) / of('circuits/c2', 'flow') ** 2;
      expect(per(full)).toBeGreaterThan(2 * per(sound));
    }
  });

  it('a tempering valve that is back-fed: the cold pipe gets warm', () => {
    const job = [thistleMill, ...Object.values(SYSTEMS)].find(({ hotWater }) => hotWater !== null);
    if (!job) throw new Error('no job with hot water');
    expect(first(plantOf(job).told(['cold-pipe-warm', null]))).toBe('back-fed back-fed');
  });

  it('an outdoor unit between walls: it defrosts every quarter of an hour, its output falls and rooms get cold', () => {
    const job = Object.values(SYSTEMS).find(({ source }) => traitsOf(source).defrosts) as Job;
    const plant = plantOf(job);
    const told = plant.told(['defrosts', null], ['all-cold', null]);
    expect(first(told)).toBe('source-weak own-air');
    const [sound, weak] = [plant.read(null), plant.read('source-weak')];
    expect(weak('source', 'supply')).toBeLessThan(sound('source', 'supply') - 2);
    const room = job.rooms.find(({ heatLoad }) => (heatLoad ?? 0) > 0)?.id;
    expect(weak(`rooms/${room}`, 'air')).toBeLessThan(sound(`rooms/${room}`, 'air') - 0.5);
  });

  it('a plant that loses pressure: a leak where it goes on, air where it ends', () => {
    const told = demo.told(['pressure-falls', null]);
    const low = told.faults.find(({ fault }) => fault.id === 'fill-low');
    expect(told.faults.slice(0, 2).map(({ fault }) => fault.id)).toContain('fill-low');
    expect(low?.causes.map(({ cause }) => cause.id).sort()).toEqual(['air-left', 'leak']);
    expect(low?.causes.find(({ cause }) => cause.id === 'air-left')?.cause.cure).toMatch(
      /ends was air, one that goes on is a leak/,
    );
  });
});

describe('what joins and parts waters', () => {
  it('tees that stand apart let one pump drive the other side: flow is taken where none should be', () => {
    const plant = plantOf(SYSTEMS[5]);
    const one = { ...DESIGN_DAY, calls: [] as string[] };
    const [sound, apart] = [plant.read(null), plant.read('tees-apart@header')];
    // The source moves less through what stands in its way.
    expect(apart('source', 'flow')).toBeLessThan(sound('source', 'flow'));
    expect(plant.read(null, one)('source', 'flow')).toBeLessThan(1e-6);
  });

  it('a header piped the wrong way round mixes what goes out with what comes back', () => {
    const [sound, crossed] = [demo.read(null), demo.read('header-crossed')];
    expect(crossed('circuits/c2', 'supply')).toBeLessThan(sound('circuits/c2', 'supply') - 4);
    // What the source sends is as warm as before: the fault is behind it.
    expect(Math.abs(crossed('source', 'supply') - sound('source', 'supply'))).toBeLessThan(1);
  });

  it('fouled plates leave their far side cool and send the near side home warmer', () => {
    const job = Object.values(SYSTEMS).find(({ separation }) => separation.kind === 'plate-exchanger') as Job;
    const plant = plantOf(job);
    const id = plant.faults.find(({ kind }) => kind === 'plates-fouled')?.id as string;
    const [sound, fouled] = [plant.read(null), plant.read(id)];
    expect(fouled('source', 'back')).toBeGreaterThan(sound('source', 'back') + 1);
    expect(fouled('circuits/c1', 'supply')).toBeLessThan(sound('circuits/c1', 'supply') - 2);
  });

  it('thicker water moves less of itself, and pumps take more for it', () => {
    const [sound, thick] = [demo.read(null), demo.read('glycol-strong')];
    expect(thick('rooms/r1/e1/loop1', 'flow') / sound('rooms/r1/e1/loop1', 'flow')).toBeLessThan(0.9);
  });

  it('bare pipes bring water cooler to the manifold, by what the bare metres lose', () => {
    const [sound, bare] = [demo.read(null), demo.read('bare-pipes@circuits/c4', DESIGN_DAY, 8)];
    const lost = (of: typeof sound) => of('circuits/c4', 'flow') * (of('source', 'supply') - of('circuits/c4', 'supply'));
    expect(lost(bare) / lost(sound)).toBeGreaterThan(5);
    expect(lost(bare) / lost(sound)).toBeLessThan(16);
  });
});
