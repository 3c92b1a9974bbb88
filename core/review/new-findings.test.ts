import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { COMPONENTS, type ComponentId, type Job } from '../../model/job.ts';
import { newFurtherSource } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { openFindings } from '../finding/finding.ts';
import { designJob } from '../job/design-job.ts';
import { bothWays, COMPONENT_DATA } from '../pipe/components.ts';
import { putBehindSource } from './review-placement.ts';

type Edits = [string, unknown][];
const edited = (edits: Edits, job: Job = thistleMill): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const found = (job: Job, rule: string) => designJob(job).findings.filter((each) => each.rule === rule);

describe('where a part is put around a source', () => {
  it.each(COMPONENTS)('%s comes to the side it belongs to, and behind the relief valve', (part) => {
    const job = edited(putBehindSource(thistleMill, part).map(({ at, value }): [string, unknown] => [at, value]));
    const { components, returnComponents } = job.source;
    const before = bothWays(thistleMill.source).filter((each) => each === part).length;
    expect(bothWays(job.source).filter((each) => each === part)).toHaveLength(before + 1);
    expect(components[0]).toBe('relief-valve');
    if (COMPONENT_DATA[part].side === 'return') expect(returnComponents).toContain(part);
    else expect(components).toContain(part);
    expect(found(job, 'part-on-wrong-pipe')).toEqual([]);
    expect(found(job, 'relief-shut-off')).toEqual([]);
  });

  it('a filter keeps a valve before it, so that it can be emptied', () => {
    const bare = edited([['source/returnComponents', ['isolating-valve', 'fill-valve']]]);
    const job = applyEdits(bare, putBehindSource(bare, 'magnetic-filter'));
    expect(job.source.returnComponents).toEqual(['isolating-valve', 'magnetic-filter', 'fill-valve']);
    expect(found(job, 'filter-shut-off')).toEqual([]);
  });
});

describe('a strayed part', () => {
  const strays = COMPONENTS.filter((part) => COMPONENT_DATA[part].side !== undefined && part !== 'relief-valve');
  it.each(strays)('%s on the wrong pipe is named once, and moved by its remedy', (part) => {
    const wrong = COMPONENT_DATA[part].side === 'return' ? 'source/components' : 'source/returnComponents';
    const now = (wrong === 'source/components' ? thistleMill.source.components : thistleMill.source.returnComponents).filter(
      (each) => each !== part,
    );
    const job = edited([[wrong, [...now, part] satisfies ComponentId[]]]);
    const [finding, ...more] = found(job, 'part-on-wrong-pipe');
    expect(more).toEqual([]);
    expect(finding?.place).toBe(wrong);
    const cured = applyEdits(job, finding?.remedies[0]?.edits ?? []);
    expect(found(cured, 'part-on-wrong-pipe')).toEqual([]);
    expect(readJob(JSON.parse(JSON.stringify(cured))).ok).toBe(true);
  });
});

describe('circuits that cannot be shut off, purged or vented', () => {
  const cases: [string, ComponentId[], ComponentId[], string[]][] = [
    ['both valves and a cock', ['isolating-valve'], ['purge-valve', 'isolating-valve'], []],
    ['no valve on the flow', [], ['purge-valve', 'isolating-valve'], ['isolation-missing']],
    ['no valve on the return', ['isolating-valve'], ['purge-valve'], ['isolation-missing']],
    ['nothing at all', [], [], ['isolation-missing', 'purge-missing']],
    ['a cock behind the valve', ['isolating-valve'], ['isolating-valve', 'purge-valve'], ['purge-missing']],
    ['a ball valve with strainer for a valve', ['ball-valve-strainer'], ['purge-valve', 'isolating-valve'], []],
  ];
  it.each(cases)('%s', (_, components, returnComponents, wanted) => {
    const job = edited([
      ['circuits/c2/components', components],
      ['circuits/c2/returnComponents', returnComponents],
    ]);
    const rules = designJob(job)
      .findings.filter(
        (each) => each.id.endsWith(':c2') && ['isolation-missing', 'purge-missing', 'vent-missing'].includes(each.rule),
      )
      .map((each) => each.rule);
    expect(rules.sort()).toEqual(wanted);
  });

  it('manifolds bring their own cocks, radiators their own vents', () => {
    const job = edited([
      ['circuits/c1/returnComponents', ['isolating-valve']],
      ['circuits/c2/components', ['isolating-valve']],
    ]);
    expect(found(job, 'purge-missing')).toEqual([]);
    expect(found(job, 'vent-missing')).toEqual([]);
  });
});

describe('several sources', () => {
  const further = (fields: Parameters<typeof newFurtherSource>[1]): [string, unknown] => [
    'furtherSources',
    [newFurtherSource('f1', fields)],
  ];

  it('together make up for a first one that is too small, a backup does not', () => {
    const small: [string, unknown] = ['source/capacity', 9000];
    expect(found(edited([small]), 'source-too-small')).toHaveLength(1);
    expect(found(edited([small, further({ capacity: 9000 })]), 'source-too-small')).toEqual([]);
    expect(found(edited([small, further({ capacity: 9000, order: 'backup' })]), 'source-too-small')).toHaveLength(1);
  });

  it('a fire among them wants its heat dump, whichever it is', () => {
    expect(found(edited([further({ kind: 'solid-fuel', order: 'backup' })]), 'heat-dump')).toHaveLength(1);
    expect(found(edited([further({ kind: 'electric', order: 'backup' })]), 'heat-dump')).toEqual([]);
  });

  it('plates take their approach off what a source sends', () => {
    const sends = (flowTemperature: number, approach: number | null) =>
      found(edited([further({ flowTemperature, approach })]), 'source-cooler');
    expect(sends(55, null)).toEqual([]);
    expect(sends(55, 5)).toHaveLength(1);
    expect(sends(60, 5)).toEqual([]);
  });

  it('a pump inside is judged by its head where the drive really is', () => {
    const inside: Edits = [['source/inside', ['pump', 'relief-valve']]];
    const head = designJob(thistleMill).source?.pump?.head.value ?? 0;
    expect(found(edited([...inside, ['source/spareHead', head * 1.1]]), 'own-pump-enough')).toHaveLength(1);
    expect(found(edited([...inside, ['source/spareHead', head * 0.9]]), 'own-pump-short')).toHaveLength(1);
    expect(found(edited(inside), 'own-pump-short')).toEqual([]);
  });
});

describe('every finding of every system', () => {
  const all: [string, Job][] = Object.entries(SYSTEMS).map(([n, job]) => [n, job]);
  it.each(all)('system %s: has a reason, a place in the job, and remedies that leave a job that can be read', (_, job) => {
    const ids = new Set<string>();
    for (const finding of openFindings(designJob(job).findings)) {
      expect(ids.has(finding.id), finding.id).toBe(false);
      ids.add(finding.id);
      expect(finding.why.length, finding.id).toBeGreaterThan(30);
      expect(finding.title.endsWith('.'), finding.id).toBe(false);
      for (const remedy of finding.remedies) {
        const cured = applyEdits(job, remedy.edits);
        expect(readJob(JSON.parse(JSON.stringify(cured))).ok, `${finding.id}: ${remedy.label}`).toBe(true);
      }
    }
  });

  it.each(all)('system %s: a remedy never leaves its own finding where it was, nor a blank plant', (_, job) => {
    for (const finding of openFindings(designJob(job).findings)) {
      for (const remedy of finding.remedies.filter((each) => each.edits.length > 0)) {
        const after = designJob(applyEdits(job, remedy.edits));
        expect(after.source, `${finding.id}: ${remedy.label}`).not.toBeNull();
        const same = after.findings.find((each) => each.id === finding.id);
        // What takes more than one step is at least told anew.
        if (same)
          expect(
            same.title !== finding.title ||
              ['source-flow-low', 'emitter-short', 'flow-short', 'heat-short'].includes(finding.rule),
            `${finding.id}: ${remedy.label}`,
          ).toBe(true);
      }
    }
  });
});
