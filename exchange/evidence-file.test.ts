import { describe, expect, it } from 'vitest';
import { designWithPlant } from '../core/job/design-job.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { readEvidence } from './evidence-file.ts';

const { design, plant } = designWithPlant(thistleMill);
if (!plant) throw new Error('no plant');
const sound = { job: thistleMill, design, assembly: plant.assembly };
const US = { ...thistleMill, display: { system: 'us' as const, units: {} } };
const file = (of: object) => JSON.stringify({ format: 'warm-manifold/evidence', version: 1, ...of });
const state = (readings: object[], rest: object = {}) => ({ states: [{ calls: 'all', readings, ...rest }] });
const at = (quantity: string, read: string, place = 'circuits/c1') => ({ at: place, quantity, read });
const problems = (text: string): string => {
  const read = readEvidence(text, sound);
  return read.ok ? '' : read.problems.join(' ');
};

describe('a file of what was said, read and seen', () => {
  it('is read in the units that stand in it, or else in those of the job', () => {
    const text = file(state([at('supply', '100.4 °F'), at('back', '31'), at('flow', '3 gpm')]));
    const read = readEvidence(text, sound);
    if (!read.ok) throw new Error(read.problems.join());
    expect(read.evidence.readings.map(({ value }) => value)).toEqual([
      expect.closeTo(38, 9),
      31,
      // 3 US gallons of 231 cubic inches a minute: NIST SP 811.
      expect.closeTo((3 * 231 * 0.0254 ** 3) / 60, 12),
    ]);
    const us = readEvidence(file(state([at('supply', '100.4')])), { ...sound, job: US });
    expect(us.ok && us.evidence.readings[0]?.value).toBeCloseTo(38, 9);
  });

  it.each([
    ['no JSON', '{', 'not JSON'],
    ['another kind of file', '{"format":"warm-manifold/job","version":1}', 'format should be'],
    ['readings without a state', file({ readings: [at('supply', '38 °C')] }), 'outside any state'],
    ['a place that is not there', file(state([at('supply', '38', 'circuits/c9')])), 'there is no circuits/c9'],
    ['what is not read there', file(state([at('air', '20')])), 'air is not read at circuits/c1; there supply, back, flow is'],
    ['a unit of another quantity', file(state([at('supply', '38 L/min')])), 'states/0/readings/0/read has the unknown unit'],
    ['what cannot be', file(state([at('supply', '900 °C')])), 'cannot be 900 °C'],
    [
      'two that cannot both be right',
      file(state([at('supply', '38 °C'), at('supply', '60 °C')])),
      'Read it once more and keep one',
    ],
    ['zones that are not there', file({ states: [{ calls: ['rooms/r99'], readings: [] }] }), 'names rooms/r99; zones here are'],
    ['a complaint of no room', file({ said: [{ complaint: 'room-cold' }] }), 'names no room of this job'],
    ['a complaint nobody knows', file({ said: [{ complaint: 'smells' }] }), 'said/0/complaint is no complaint'],
    ['an entry too many', file({ extra: 1 }), 'extra'],
  ])('%s is told with its place and what to do', (_name, text, words) => {
    expect(problems(text)).toContain(words);
  });

  it('two readings of one thing that agree are both kept', () => {
    const read = readEvidence(file(state([at('supply', '38 °C'), at('supply', '38.4 °C')])), sound);
    expect(read.ok && read.evidence.readings).toHaveLength(2);
  });
});
