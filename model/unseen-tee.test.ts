import { describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job, Section } from './job.ts';
import { newSection } from './new-job.ts';
import { applyEdits } from './place.ts';
import { readJob } from './read-job.ts';
import { newUnseenTee, structurePlace, teeAt } from './unseen-tee.ts';

const [first] = thistleMill.circuits;
if (!first) throw new Error('the demo has circuits');
const copper = (id: string, size: string, length: number, from: string | null): Section => ({
  ...newSection(id, first, { name: id, from, length, existing: true }),
  material: 'copper-en1057',
  size,
});
/** 28 mm for 9 m out of sight, then two 22 mm that are seen for 4 and 6 m. */
const bare: Job = {
  ...thistleMill,
  circuits: [
    {
      ...first,
      sections: [copper('trunk', '28x0.9', 9, null), copper('east', '22x0.9', 4, 'trunk'), copper('west', '22x0.9', 6, 'trunk')],
    },
  ],
  assumptions: [],
};
const at = 'circuits/c1/sections/trunk/unseen';
const made = (job: Job): Job => {
  const [circuit] = job.circuits;
  const [section] = circuit?.sections ?? [];
  if (!circuit || !section) throw new Error('no section');
  return applyEdits(job, [{ at, value: newUnseenTee(circuit, section) }]);
};
const lengths = (job: Job) => job.circuits[0]?.sections.map(({ length }) => Number(length.toFixed(6)));
const sizes = (job: Job) => job.circuits[0]?.sections.map(({ size }) => size);

describe('a tee that nobody has seen', () => {
  it('is first taken as a trunk to the middle of where it may be, its branches longer by the rest', () => {
    const job = made(bare);
    expect(lengths(job)).toEqual([4.5, 8.5, 10.5]);
    expect(sizes(job)).toEqual(['28x0.9', '22x0.9', '22x0.9']);
    const others = thistleMill.circuits.slice(1);
    expect(readJob({ ...job, circuits: [...job.circuits, ...others] }).ok).toBe(true);
  });

  it('taken as one pipe right through has no trunk, and what is seen of the branches stays', () => {
    const through = applyEdits(made(bare), [{ at: structurePlace('c1', 'trunk'), value: 'through' }]);
    expect(sizes(through)).toEqual(['22x0.9', '22x0.9', '22x0.9']);
    expect(lengths(through)).toEqual([9, 4, 6]);
    const back = applyEdits(through, [{ at: structurePlace('c1', 'trunk'), value: 'tee' }]);
    expect(lengths(back)).toEqual(lengths(made(bare)));
    expect(sizes(back)).toEqual(sizes(made(bare)));
  });

  it('moves with its range, and a longer stretch takes nothing from what is seen', () => {
    const near = applyEdits(made(bare), [{ at: `${at}/most`, value: 2.2 }]);
    expect(lengths(near)).toEqual([2, 11, 13]);
    const longer = applyEdits(near, [{ at: `${at}/total`, value: 12 }]);
    expect(lengths(longer)).toEqual([2, 14, 16]);
    expect(lengths(applyEdits(longer, [{ at: `${at}/taken`, value: 'through' }]))).toEqual([12, 4, 6]);
  });

  it('lies within the stretch, whatever range is typed', () => {
    expect(teeAt({ taken: 'tee', total: 5, least: 8, most: 20, trunk: 'auto', through: 'auto' })).toBe(5);
  });
});
