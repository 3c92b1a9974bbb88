import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Plant } from '../design/operate.ts';
import { HOT_WATER_CALL } from '../design/plant-state.ts';
import { designWithPlant } from '../job/design-job.ts';
import { type CircuitBook, FlowBook, flowsAtShare } from './flow-book.ts';

const plantOf = (job: typeof thistleMill): Plant => {
  const { plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return plant;
};
const all = (plant: Plant) => plant.assembly.zones.map((zone) => zone.id);

describe('flows kept by calls', () => {
  it('a circuit solved alone moves what it moves beside the others, where a separation parts them', () => {
    const plant = plantOf(thistleMill);
    const [parted, whole] = [new FlowBook(plant, true).at(all(plant)), new FlowBook(plant, false).at(all(plant))];
    if (typeof parted === 'string' || typeof whole === 'string') throw new Error('not solved');
    for (const [id, book] of whole.circuits) {
      const alone = parted.circuits.get(id);
      const last = (of?: CircuitBook) => of?.along.at(-1)?.flow ?? 0;
      expect(last(alone) / last(book), id).toBeCloseTo(1, 2);
    }
    expect(parted.source / whole.source).toBeCloseTo(1, 2);
    expect(parted.power / whole.power).toBeCloseTo(1, 1);
  });

  it('asks the network once for each state, and answers again from what it knows', () => {
    const plant = plantOf(thistleMill);
    const book = new FlowBook(plant, true);
    const first = book.at(all(plant));
    const { solved } = book;
    expect(book.at(all(plant))).toBe(first);
    expect([book.solved, book.known]).toEqual([solved, 1]);
    // Another zone of the same circuit off is a new state of that circuit alone.
    book.at(all(plant).slice(1));
    expect(book.solved).toBeLessThanOrEqual(solved + 7);
  });

  it('with the cylinder first nothing else moves; beside it all does', () => {
    const first = plantOf(thistleMill);
    const charging = new FlowBook(first, true).at([...all(first), HOT_WATER_CALL]);
    if (typeof charging === 'string') throw new Error(charging);
    expect(charging.circuits.size).toBe(0);
    expect(charging.coil).toBeGreaterThan(0);
    const parallel = plantOf(SYSTEMS[7]);
    const both = new FlowBook(parallel, true).at([...all(parallel), HOT_WATER_CALL]);
    if (typeof both === 'string') throw new Error(both);
    expect(both.circuits.size).toBe(2);
    expect(both.coil).toBeGreaterThan(0);
  });

  it('nothing calls, nothing moves', () => {
    const plant = plantOf(thistleMill);
    expect(new FlowBook(plant, true).at([])).toMatchObject({ source: 0, coil: 0, power: 0, sourcePower: 0 });
  });

  it('loops share their circuit out, and one that stands has no share', () => {
    const plant = plantOf(thistleMill);
    const one = plant.assembly.zones.find((zone) => zone.circuitId === 'c1');
    const flows = new FlowBook(plant, true).at(one ? [one.id] : []);
    if (typeof flows === 'string') throw new Error(flows);
    const shares = [...(flows.circuits.get('c1')?.shares.values() ?? [])];
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 2);
    expect(shares).toHaveLength(one?.valves.length ?? 0);
  });
});

describe('a mixing valve between its places', () => {
  const book: CircuitBook = {
    id: 'c',
    shares: new Map(),
    power: 10,
    along: [
      { flow: 0.1, hot: 0, round: 0 },
      { flow: 0.11, hot: 0.044, round: 0 },
      { flow: 0.12, hot: 0.12, round: 0.01 },
    ],
  };

  it('gets the share of hot water asked for, on straight lines between what was solved', () => {
    for (const share of [0, 0.1, 0.25, 0.4, 0.7, 1]) {
      const { flow, hot } = flowsAtShare(book, share);
      expect(hot / flow).toBeCloseTo(share, 9);
      expect(flow).toBeGreaterThanOrEqual(0.1);
      expect(flow).toBeLessThanOrEqual(0.12);
    }
    expect(flowsAtShare(book, 0.4)).toMatchObject({ flow: 0.11, travel: 0.5 });
    expect(flowsAtShare(book, 0.7).travel).toBeCloseTo(0.75, 9);
  });

  it('is shut or open where more is asked than it can', () => {
    expect(flowsAtShare(book, -1).travel).toBe(0);
    expect(flowsAtShare(book, 2)).toMatchObject({ travel: 1, hot: 0.12 });
    expect(flowsAtShare({ ...book, along: [{ flow: 0.1, hot: 0.1, round: 0 }] }, 0.3)).toMatchObject({ flow: 0.1, travel: 1 });
  });
});
