import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../../demo/plants.ts';
import { SYSTEMS } from '../../../demo/systems.ts';
import { thistleMill } from '../../../demo/thistle-mill.ts';
import type { Job } from '../../../model/job.ts';
import { auditTree } from '../../design/tree-audit.ts';
import { designJob, designWithPlant } from '../../job/design-job.ts';
import { say, sayOnTag } from '../../quantity/format.ts';
import { rulebookOf } from '../../rules/rulebooks.ts';
import { slicesOf } from '../slices.ts';
import { wallSheet } from '../wall.ts';
import { fitted } from './fit.ts';
import type { Look } from './look.ts';
import { type Group, words } from './mark.ts';
import { sceneOf } from './scene.ts';

const jobs: [string, Job][] = [thistleMill, ...Object.values(SYSTEMS), ...Object.values(PLANTS)].map((job) => [job.name, job]);
const lookAt = (job: Job): Look => {
  const design = designJob(job);
  return { design, state: design.solved?.state.converged ? design.solved.state : null, designDay: true, display: job.display };
};
const said = (groups: readonly Group[]): string[] =>
  groups.flatMap(({ marks }) =>
    marks.flatMap((mark) => (mark.kind === 'text' ? [mark.runs.map(({ text }) => text).join('')] : [])),
  );

describe.each(jobs)('the scene of %s', (_, job) => {
  const sheet = wallSheet(job, designJob(job));
  const look = lookAt(job);
  const groups = sceneOf(sheet, look);

  it('has every symbol, part, label, card and pipe once, under a key of its own', () => {
    const count = (...roles: Group['role'][]) => groups.filter(({ role }) => roles.includes(role)).length;
    expect(count('symbol')).toBe(sheet.symbols.length);
    expect(count('part')).toBe(sheet.parts.length);
    expect(count('tag')).toBe(sheet.tags.length);
    expect(count('house')).toBe(sheet.houses.length);
    expect(count('flow-pipe', 'return-pipe')).toBe(sheet.pipes.length);
    expect(new Set(groups.map(({ key }) => key)).size).toBe(groups.length);
  });

  it('says the figures of its labels as the design has them, each pressed for its sum', () => {
    for (const tag of sheet.tags)
      for (const { id } of tag.figures.slice(0, tag.word === null ? 2 : 1)) {
        const figure = look.design.figures[id];
        if (!figure) continue;
        const group = groups.find(({ key }) => key === `tag/${tag.component}`);
        const mark = group?.marks.find((each) => each.kind === 'text' && each.figure?.id === id);
        if (mark?.kind !== 'text') throw new Error(`${tag.component} does not show ${id}`);
        expect(mark.figure?.says).toBe(`${figure.label}: ${say(figure.value, figure.kind, job.display)}`);
        const text = mark.runs
          .map((run) => run.text)
          .join('')
          .replace(/\s/g, '');
        if (mark.whole === undefined) expect(text).toContain(sayOnTag(figure.value, figure.kind, job.display).replace(/\s/g, ''));
      }
  });

  it('painted slice by slice is the same as painted whole', () => {
    const sliced = slicesOf(sheet).flatMap((slice) => sceneOf(slice, look));
    expect(new Set(sliced.map(({ key }) => key))).toEqual(new Set(groups.map(({ key }) => key)));
  });
});

describe.each(jobs)('the pipe trees of %s', (_, job) => {
  const design = designJob(job);
  const sheet = wallSheet(job, design);

  it('stand above the house of every circuit that has one, with as many sections too small as are faster than the limit', () => {
    const withTree = design.circuits.filter(({ sized }) => sized && sized.tree.length > 0);
    expect(sheet.trees.map(({ circuitId }) => circuitId).toSorted()).toEqual(withTree.map(({ id }) => id).toSorted());
    for (const tree of sheet.trees) {
      const house = sheet.houses.find(({ circuitId }) => circuitId === tree.circuitId);
      const circuit = withTree.find(({ id }) => id === tree.circuitId);
      const wanted = job.circuits.find(({ id }) => id === tree.circuitId);
      if (!house || !circuit?.sized || !wanted) throw new Error('a tree without a house');
      // By hand, v = Q / (rho c dT A) with water of 4.17 MJ/(m3 K): near enough to tell a fast pipe from a slow one.
      const fast = [circuit.sized.run, ...circuit.sized.tree.map(({ pipe }) => pipe)].map(({ size }, i) => {
        const load = i === 0 ? circuit.load.value : (circuit.sized?.tree[i - 1]?.load.value ?? 0);
        return load / (4.12e6 * wanted.temperatureDifference * (Math.PI / 4) * size.bore ** 2);
      });
      const limit = rulebookOf(job).rules.velocityWanted.limit;
      const sure = fast.filter((v) => Math.abs(v / limit - 1) > 0.03);
      if (sure.length === fast.length && job.fluid.kind === 'water')
        expect(tree.short, `${job.name} ${tree.name}`).toBe(fast.filter((v) => v > limit).length);
      for (const { points } of tree.sections)
        for (const [x, y] of points) {
          expect(x).toBeGreaterThanOrEqual(house.at[0]);
          expect(x).toBeLessThanOrEqual(house.at[0] + house.width);
          expect(y).toBeGreaterThan(0);
          expect(y).toBeLessThanOrEqual(house.at[1]);
        }
      // Every section starts where the one before it ends.
      const audited = auditTree(job, wanted, circuit.sized);
      tree.sections.forEach(({ points }, i) => {
        const parent = tree.sections[audited[i]?.parent ?? -1];
        if (parent) expect(points[0]).toEqual(parent.points.at(-1));
      });
    }
  });
});

describe('a tag', () => {
  const word = (groups: readonly Group[], component: string) =>
    said(groups.filter(({ key }) => key === `tag/${component}`)).find((text) => text === 'design' || text === 'now');
  const { design, plant } = designWithPlant(thistleMill);
  const sheet = wallSheet(thistleMill, design);

  it('says whether its figures are sized or flow just now, and what is required of a pump', () => {
    const groups = sceneOf(sheet, lookAt(thistleMill));
    expect(word(groups, 'circuits/c1/pump')).toBe('now');
    expect(word(groups, 'source')).toBe('design');
    expect(word(groups, 'circuits/c1/run')).toBe('design');
    for (const tag of sheet.tags) expect(word(groups, tag.component), tag.component).toBeDefined();
    const required = design.circuits[0]?.sized?.pump?.head.value ?? 0;
    expect(said(groups.filter(({ key }) => key === 'tag/circuits/c1/pump'))).toContain(
      `${sayOnTag(required, 'head', thistleMill.display).replace('\u00a0', ' ')} required`,
    );
  });

  it('says now for all that moves in another state', () => {
    const state = plant?.run([], 'cold') ?? null;
    const groups = sceneOf(sheet, { design, state, designDay: false, display: thistleMill.display });
    expect(word(groups, 'source')).toBe('now');
    expect(word(groups, 'circuits/c1/run')).toBe('now');
    expect(word(groups, 'vessel')).toBe('design');
  });
});

describe('another state', () => {
  it('is told in words of its own: what calls moves, what does not stands', () => {
    const { design, plant } = designWithPlant(thistleMill);
    const zone = design.solved?.zones.find(({ circuitId }) => circuitId === 'c3');
    if (!plant || !zone) throw new Error('no plant');
    const state = plant.run([zone.id], 'cold');
    const groups = sceneOf(wallSheet(thistleMill, design), { design, state, designDay: false, display: thistleMill.display });
    const house = (id: string) => said(groups.filter(({ key }) => key === `house/${id}`));
    expect(house('c1')).toContain('off');
    const loft = state.circuits.find(({ id }) => id === 'c3');
    expect(house('c3')).toContain(sayOnTag(loft?.heat ?? 0, 'power', thistleMill.display));
    expect(groups.find(({ key }) => key === 'circuits/c1/flow')?.flow).toBe(0);
    expect(groups.find(({ key }) => key === 'circuits/c3/flow')?.flow).toBeGreaterThan(0);
  });
});

describe('what is there already, and what comes later', () => {
  it('is drawn otherwise than what is new', () => {
    const job: Job = {
      ...thistleMill,
      presence: {
        'circuits/c1/pump': 'there',
        'circuits/c2/pump': 'later',
        'circuits/c1/run': 'there',
        'circuits/c2/run': 'later',
      },
    };
    const groups = sceneOf(wallSheet(job, designJob(job)), lookAt(job));
    const marks = (key: string) => groups.find((group) => group.key === key)?.marks ?? [];
    const strokes = (key: string) => marks(key).flatMap((mark) => (mark.kind === 'path' && mark.stroke ? [mark] : []));
    expect(strokes('symbol/circuits/c1/pump').every(({ stroke }) => stroke === 'string')).toBe(true);
    expect(strokes('symbol/circuits/c2/pump').every(({ dash }) => dash !== undefined)).toBe(true);
    expect(strokes('symbol/circuits/c4/pump').some(({ stroke, dash }) => stroke === 'metal' && dash === undefined)).toBe(true);
    const [there, fresh, later] = ['circuits/c1/flow', 'circuits/c4/flow', 'circuits/c2/flow'].map((key) => strokes(key)[0]);
    expect(there?.width).toBeLessThan(fresh?.width ?? 0);
    expect(later?.dash).toBeDefined();
  });
});

describe('a line too long for its room', () => {
  it('is set smaller, then cut short with the whole of it kept', () => {
    const line = words('Conservatory behind the stables', [0, 0], { size: 14 });
    expect(fitted(line, 1000)).toBe(line);
    const smaller = fitted(line, 165);
    expect(smaller.runs[0]?.text).toBe('Conservatory behind the stables');
    expect(smaller.runs[0]?.size).toBeLessThan(14);
    const cut = fitted(line, 60);
    expect(cut.runs[0]?.text).toMatch(/^Cons.*…$/);
    expect(cut.whole).toBe('Conservatory behind the stables');
  });
});
