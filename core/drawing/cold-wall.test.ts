import { describe, expect, it } from 'vitest';
import { coilAndStores } from '../../demo/coil-and-stores.ts';
import { summerMill } from '../../demo/summer-mill.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import type { PlantState } from '../design/plant-state.ts';
import { designJob } from '../job/design-job.ts';
import type { PaperInput } from '../paper/paper-input.ts';
import { wallSet } from '../paper/sets/wall-set.ts';
import { coldSheet } from './cold-wall.ts';
import { sceneOf } from './scene/scene.ts';
import { plantSheet } from './wall.ts';

const display = { system: 'metric', units: {} } as const;

describe('the wall in summer', () => {
  it('shows the cold tank in place of the warm one, and nothing that stands still behind it', () => {
    const job = coilAndStores();
    const design = designJob(job);
    const sheet = coldSheet(job, design);
    expect(sheet?.tags.find(({ component }) => component === 'header')?.title).toBe('Cold tank');
    expect(sheet?.symbols.map(({ kind }) => kind)).toContain('tank');
    expect(
      sheet?.symbols.some(({ component }) => component.startsWith('hotWater') || component.startsWith('furtherSources')),
    ).toBe(false);
    // Every pipe drawn carries what was solved.
    const pipes = design.cooling?.state?.pipes ?? {};
    for (const { id } of sheet?.pipes ?? []) if (/^(source|circuits)\//.test(id)) expect(pipes, id).toHaveProperty([id]);
  });

  it('is the same wall where the cold water takes the way of the hot', () => {
    expect(coldSheet(summerMill, designJob(summerMill))).toBeNull();
  });

  it('tells cold water by marks and ink of its own, and who takes no part in words', () => {
    const design = designJob(summerMill);
    const state = design.cooling?.state ?? null;
    const sheet = plantSheet(summerMill, design);
    const cold = sceneOf(sheet, { design, state, designDay: false, display });
    const hot = sceneOf(sheet, { design, state: design.solved?.state ?? null, designDay: true, display });
    const inks = (groups: typeof cold, role: string) =>
      new Set(
        groups
          .filter((group) => group.role === role)
          .flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'path' ? [mark.stroke] : []))),
      );
    expect(inks(cold, 'flow-pipe')).toEqual(new Set(['cold', 'coldCore', 'board']));
    expect(inks(cold, 'return-pipe')).toEqual(new Set(['coldBack', 'coldCore', 'board']));
    expect(inks(hot, 'flow-pipe').has('cold')).toBe(false);
    // Without colour: dots in the one, dashes in the other, neither as in winter.
    const dashes = (role: string) =>
      cold
        .find((group) => group.role === role)
        ?.marks.flatMap((mark) => (mark.kind === 'path' && mark.dash ? [mark.dash.join()] : []));
    expect(dashes('flow-pipe')).not.toEqual(dashes('return-pipe'));
    const said = cold.flatMap(({ marks }) =>
      marks.flatMap((mark) => (mark.kind === 'text' ? mark.runs.map(({ text }) => text) : [])),
    );
    expect(said).toContain('no part');
    expect(said.some((text) => / cold$/.test(text))).toBe(true);
    const source = state?.source.heat ?? 0;
    expect(source).toBeLessThan(0);
  });

  it('lets a circuit that only cools rest in winter: pump off, pipes still, no temperatures', () => {
    const job = applyEdits(summerMill, [{ at: 'rooms/r13/heatLoad', value: 0 }]);
    const design = designJob(job);
    const drawn = (state: PlantState | null, designDay: boolean) =>
      sceneOf(plantSheet(job, design), { design, state, designDay, display });
    const winter = drawn(design.solved?.state ?? null, true);
    const said = (groups: typeof winter, key: string) =>
      groups
        .find((group) => group.key === key)
        ?.marks.flatMap((mark) => (mark.kind === 'text' ? mark.runs.map(({ text }) => text) : []))
        .join(' ');
    expect(said(winter, 'house/c4')).toContain('only cools');
    expect(said(winter, 'house/c4')).not.toContain('↑');
    expect(said(winter, 'tag/circuits/c4/pump')).toContain('off');
    expect(winter.find(({ key }) => key === 'circuits/c4/flow')?.flow).toBe(0);
    const summer = drawn(design.cooling?.state ?? null, false);
    expect(said(summer, 'house/c4')).toContain('↑');
    expect(summer.find(({ key }) => key === 'circuits/c4/flow')?.flow).toBeGreaterThan(1e-4);
  });

  it('is a sheet of its own among the papers for the wall', () => {
    const design = designJob(summerMill);
    const head = { job: 'Mill', place: '', rulebook: '', revision: null, changed: false, date: '' };
    const input = {
      job: summerMill,
      design,
      plant: null,
      head,
      paper: 'A3',
      sums: false,
      prices: false,
      labels: 'small',
      address: null,
      book: null,
    };
    const titles = wallSet(input as unknown as PaperInput).blocks.flatMap((block) =>
      block.kind === 'sheet' ? [block.drawing.title] : [],
    );
    expect(titles.filter((title) => title.includes('in summer'))).not.toEqual([]);
    const heating = { ...input, job: thistleMill, design: designJob(thistleMill) };
    const winter = wallSet(heating as unknown as PaperInput).blocks.flatMap((block) =>
      block.kind === 'sheet' ? [block.drawing.title] : [],
    );
    expect(winter.filter((title) => title.includes('in summer'))).toEqual([]);
  });
});
