import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../demo/plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { designJob } from '../job/design-job.ts';
import { slicesOf } from './slices.ts';
import { wallSheet } from './wall.ts';

const LISTS = ['pipes', 'symbols', 'parts', 'tags', 'houses', 'gauges', 'flows'] as const;

describe.each([
  ['the demo', thistleMill] as const,
  ...Object.entries(PLANTS),
  ...Object.entries(SYSTEMS).map(([n, job]) => [`system ${n}`, job] as const),
])('slices of %s', (_, job) => {
  const sheet = wallSheet(job, designJob(job));
  const slices = slicesOf(sheet);

  it('hold everything of the sheet once', () => {
    for (const list of LISTS) {
      const inSlices = slices.flatMap((slice) => slice[list] as unknown[]);
      expect(inSlices).toHaveLength(sheet[list].length);
      expect(new Set(inSlices)).toEqual(new Set<unknown>(sheet[list]));
    }
  });

  it('stand from the left to the right, the plant first', () => {
    expect(slices[0]?.id).toBe('plant');
    const lefts = slices.slice(1).map((slice) => slice.left);
    expect(lefts).toEqual([...lefts].sort((a, b) => a - b));
  });

  it('paint a piece of the flow bar before the riser that crosses it', () => {
    for (const slice of slices) {
      for (const { id, points } of slice.pipes) {
        if (!id.startsWith('bar/flow/')) continue;
        const [from, to] = [points[0]?.[0] ?? 0, points.at(-1)?.[0] ?? 0];
        const height = points[0]?.[1] ?? 0;
        const later = slices.slice(slices.indexOf(slice) + 1).flatMap((each) => each.pipes);
        const crossing = sheet.pipes.filter(
          (pipe) =>
            pipe.role === 'return' &&
            !pipe.id.startsWith('bar/') &&
            pipe.points.some(([, y]) => y < height) &&
            (pipe.points[0]?.[0] ?? 0) > from &&
            (pipe.points[0]?.[0] ?? 0) < to,
        );
        for (const pipe of crossing)
          expect(slice.pipes.includes(pipe) || later.includes(pipe), `${pipe.id} over ${id}`).toBe(true);
      }
    }
  });
});
