import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../../demo/plants.ts';
import { SYSTEMS } from '../../../demo/systems.ts';
import { thistleMill } from '../../../demo/thistle-mill.ts';
import type { Job } from '../../../model/job.ts';
import { applyEdits } from '../../../model/place.ts';
import { wallSheet } from '../../drawing/wall.ts';
import { openFindings } from '../../finding/finding.ts';
import { designJob } from '../../job/design-job.ts';
import { entryChanges } from './entries.ts';
import { compareRevisions } from './revisions.ts';

const jobs: [string, Job][] = [thistleMill, ...Object.values(SYSTEMS), ...Object.values(PLANTS)].map((job) => [job.name, job]);

describe.each(jobs)('two revisions of %s', (_, job) => {
  it('that are the same differ in nothing', () => {
    const same = compareRevisions(job, JSON.parse(JSON.stringify(job)));
    expect(same).toEqual({ entries: [], design: [], gone: [], come: [], parts: [] });
  });
});

describe('two revisions', () => {
  const hotter = applyEdits(thistleMill, [
    { at: 'circuits/c3/temperatureDifference', value: 4 },
    { at: 'circuits/c3/run/length', value: 40 },
    { at: 'name', value: 'Thistle Mill, second thoughts' },
  ]);
  const changes = compareRevisions(thistleMill, hotter);

  it('are told entry by entry, with what stood there and what stands there', () => {
    expect(changes.entries.map(({ title, before, after }) => [title, before, after])).toEqual([
      ['Name of the job', 'Thistle Mill', 'Thistle Mill, second thoughts'],
      ['Circuit Loft: delta T', '8\u00a0K', '4\u00a0K'],
      ['Circuit Loft: length', '14\u00a0m', '40\u00a0m'],
    ]);
  });

  it('are told in sizes, pumps and settings as the two designs have them', () => {
    const [was, is] = [designJob(thistleMill), designJob(hotter)];
    const pipe = changes.design.find(({ title }) => title === 'Loft: pipe');
    const sizeOf = (design: typeof was) => design.circuits.find(({ id }) => id === 'c3')?.sized?.run.size.label;
    expect([pipe?.before, pipe?.after]).toEqual([sizeOf(was), sizeOf(is)]);
    expect(sizeOf(was)).not.toBe(sizeOf(is));
    // Only what is on the wall is outlined there.
    const sheet = wallSheet(hotter, is);
    const drawn = new Set([...sheet.tags, ...sheet.houses, ...sheet.symbols].map(({ component }) => component));
    for (const { component } of changes.design) if (component !== null) expect(drawn.has(component), component).toBe(true);
  });

  it('backwards are told with before and after the other way round', () => {
    const back = compareRevisions(hotter, thistleMill);
    const turned = (list: typeof changes.design) => list.map(({ title, before, after }) => [title, after, before]).sort();
    expect(turned(back.design)).toEqual(changes.design.map(({ title, before, after }) => [title, before, after]).sort());
    expect([back.gone, back.come]).toEqual([changes.come, changes.gone]);
  });

  it('name the findings that came and that went', () => {
    const cured = applyEdits(thistleMill, [{ at: 'wholeHouseLoad', value: null }]);
    const { gone, come } = compareRevisions(thistleMill, cured);
    const titles = (job: Job) => openFindings(designJob(job).findings).map(({ title }) => title);
    expect(gone.map(({ title }) => title)).toEqual(titles(thistleMill).filter((title) => !titles(cured).includes(title)));
    expect(gone.length).toBeGreaterThan(0);
    expect(come).toEqual([]);
  });

  it('name a circuit and its rooms that are there in one only', () => {
    const without: Job = {
      ...thistleMill,
      circuits: thistleMill.circuits.filter(({ id }) => id !== 'c4'),
      rooms: thistleMill.rooms.filter(({ circuit }) => circuit !== 'c4'),
    };
    expect(entryChanges(without, thistleMill).map(({ title, before }) => [title, before])).toEqual([
      ['Room Workshop', 'not there'],
      ['Circuit Workshop', 'not there'],
    ]);
    expect(entryChanges(thistleMill, without).map(({ title, after }) => [title, after])).toEqual([
      ['Room Workshop', 'gone'],
      ['Circuit Workshop', 'gone'],
    ]);
    expect(
      compareRevisions(without, thistleMill).design.some(
        ({ title, before }) => title === 'Workshop: pipe' && before === 'not there',
      ),
    ).toBe(true);
  });
});
