import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Cause } from '../fault/fault.ts';
import type { Said } from '../fault/words.ts';
import { designWithPlant } from '../job/design-job.ts';
import type { Shown } from './shown.ts';
import { allComplaints, complaintChance, logSaid, logSaidOfElse } from './word-chances.ts';

const { design, plant } = designWithPlant(thistleMill);
if (!plant) throw new Error('no plant');
const sound = { job: thistleMill, design, assembly: plant.assembly };
const all = allComplaints(sound);
const NOWHERE = { roomId: null, circuitId: null };
const rooms = [...new Set(all.flatMap(({ complaint, of }) => (complaint === 'room-cold' && of ? [of] : [])))];
const shownAt = (share: number, flow = 1): Shown => ({
  heats: new Map(rooms.map((id) => [id, 1000 * share])),
  shares: new Map(),
  readings: new Map<string, number>([
    ['source#flow', 3e-4 * flow],
    ...plant.assembly.circuits.flatMap(({ place, loops }): [string, number][] => [
      [`${place}#flow`, 1e-4 * flow],
      [`${place}/pump#power`, 20],
      ...loops.map((loop): [string, number] => [`${loop.place}#flow`, 1e-5 * flow]),
    ]),
  ]),
});
const healthy = shownAt(1);
const chance = (
  said: Said,
  shown: Shown,
  cause: Cause | null = null,
  of: { roomId: string | null; circuitId: string | null } = NOWHERE,
) => complaintChance(said, sound, cause, of, shown, healthy);
const COLD: Said = { complaint: 'room-cold', of: 'r2', so: true };

describe('the chance that somebody complains', () => {
  it('of a cold room grows as its heat falls, and is next to nothing while it has enough', () => {
    const chances = [1, 0.9, 0.78, 0.6, 0.3, 0].map((share) => chance(COLD, shownAt(share)));
    for (let i = 1; i < chances.length; i++) expect(chances[i]).toBeGreaterThan(chances[i - 1] as number);
    expect(chances[0]).toBe(0);
    expect(chance(COLD, shownAt(1.05))).toBe(0);
    // Half the people at 78 % of its heat, less the few who would by the same measure with all of it.
    expect(chances[2]).toBeCloseTo(0.5 - 1 / (1 + Math.exp(0.22 / 0.06)), 6);
    expect(chances.at(-1)).toBeGreaterThan(0.95);
  });

  it('of a hot room grows as its heat grows', () => {
    const hot: Said = { ...COLD, complaint: 'room-hot' };
    expect(chance(hot, shownAt(1))).toBeLessThan(0.05);
    expect(chance(hot, shownAt(1.6))).toBeGreaterThan(0.95);
  });

  it('of meters, a heater that shuts off, a pump that runs against nothing comes with too little flow', () => {
    const stopped = shownAt(1, 0.02);
    expect(chance({ complaint: 'no-flow', of: 'c1', so: true }, stopped)).toBe(0.9);
    expect(chance({ complaint: 'no-flow', of: 'c1', so: true }, healthy)).toBe(0);
    expect(chance({ complaint: 'heater-shuts-off', of: null, so: true }, stopped)).toBe(0.7);
    expect(chance({ complaint: 'pump-hot', of: 'c1', so: true }, stopped)).toBe(0.4);
  });

  it('of what a cause is heard of counts at its own place, beside the physics', () => {
    const cause: Cause = { id: 'x', label: 'X', prior: 1, look: null, cure: 'X.', heard: { 'room-cold': 0.7 } };
    expect(chance(COLD, healthy, cause, { roomId: 'r2', circuitId: 'c1' })).toBeCloseTo(0.7, 1);
    expect(chance(COLD, healthy, cause, { roomId: 'r3', circuitId: 'c1' })).toBeLessThan(0.05);
  });
});

describe('what was said, and what was not', () => {
  const chancesOf = (shown: Shown) => all.map((said) => chance(said, shown));

  it('tells nothing where nobody said anything', () => {
    expect(logSaid([], all, chancesOf(shownAt(0)))).toBe(0);
    expect(logSaidOfElse([])).toBe(0);
  });

  it('one cold room speaks less for a house that is cold all over than for that room alone', () => {
    const alone: Shown = { ...healthy, heats: new Map(rooms.map((id) => [id, id === 'r2' ? 0 : 1000])) };
    expect(logSaid([COLD], all, chancesOf(alone))).toBeGreaterThan(logSaid([COLD], all, chancesOf(shownAt(0))) + 1);
  });

  it('silence tells at most so much, however much is the matter', () => {
    const whole: Said = { complaint: 'all-cold', of: null, so: true };
    expect(logSaid([whole], all, chancesOf(shownAt(0)))).toBeGreaterThan(-2.6);
  });

  it('that it is not so speaks against what would make it so', () => {
    const not = { ...COLD, so: false };
    expect(logSaid([not], all, chancesOf(shownAt(0)))).toBeLessThan(logSaid([not], all, chancesOf(healthy)) - 2);
  });
});
