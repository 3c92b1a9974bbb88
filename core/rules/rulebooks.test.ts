import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { type Job, RULEBOOKS } from '../../model/job.ts';
import { newSeparation } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { designJob } from '../job/design-job.ts';
import { RULEBOOKS_BY_ID, rulebookOf } from './rulebooks.ts';

const edited = (...edits: [string, unknown][]): Job =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
const rulesOf = (job: Job) => designJob(job).findings.map((each) => each.rule);

describe.each(RULEBOOKS)('the rulebook %s', (id) => {
  const book = RULEBOOKS_BY_ID[id];

  it('names every limit with its reason and source', () => {
    for (const [key, rule] of Object.entries(book.rules)) {
      expect(rule.id).toBe(key);
      expect(Number.isFinite(rule.limit)).toBe(true);
      expect(rule.reason.length).toBeGreaterThan(15);
      expect(rule.source.length).toBeGreaterThan(3);
    }
  });

  it('designs, solves and reviews the demo', () => {
    const design = designJob(edited(['rulebook', id]));
    expect(design.rulebook).toBe(book.label);
    expect(design.solved?.state.converged).toBe(true);
  });
});

describe('what the schools differ in', () => {
  // Common practice, no source: 6 diameters on either side, or 8 before and 4 after; both keep 4 between the tees.
  it('straight pipe at close tees: six and six, or eight before and four behind', () => {
    const straight = (id: keyof typeof RULEBOOKS_BY_ID) => {
      const { straightBefore, straightAfter, teeSpacing } = RULEBOOKS_BY_ID[id].rules;
      return [straightBefore.limit, straightAfter.limit, teeSpacing.limit];
    };
    expect(straight('velocity-led')).toEqual([6, 6, 4]);
    expect(straight('us-primary-secondary')).toEqual([8, 4, 4]);
  });

  it('seven diameters before the tees please one school and not the other', () => {
    const bore = designJob(edited(['source/run/size', '28x0.9'])).source?.run.size.bore ?? 0;
    const tees = newSeparation('closely-spaced-tees', { before: 7 * bore, after: 5 * bore });
    const found = (rulebook: string) =>
      designJob(edited(['source/run/size', '28x0.9'], ['separation', tees], ['rulebook', rulebook])).findings.filter(
        (each) => each.rule === 'tees-straight',
      );
    expect(found('velocity-led').map((each) => each.place)).toEqual(['separation/after']);
    expect(found('us-primary-secondary').map((each) => each.place)).toEqual(['separation/before']);
  });

  // Common practice: 2 to 4 ft/s, and 1 to 4 ft of head for 100 ft of pipe.
  it('speeds in feet a second', () => {
    const { velocityLeast, velocityWanted, gradientMost } = RULEBOOKS_BY_ID['us-primary-secondary'].rules;
    expect(velocityLeast.limit).toBeCloseTo(0.61, 2);
    expect(velocityWanted.limit).toBeCloseTo(1.22, 2);
    expect(gradientMost.limit).toBeCloseTo(392, 0);
  });

  it('the open school names what separates, mixes, shuts and runs hot', () => {
    const rules = rulesOf(edited(['rulebook', 'open-low-temperature']));
    for (const rule of ['school-separation', 'school-mixing', 'school-closing', 'water-too-hot']) expect(rules).toContain(rule);
    const cured = designJob(edited(['rulebook', 'open-low-temperature'])).findings.filter((each) =>
      each.rule.startsWith('school-'),
    );
    for (const { rule, id, remedies } of cured) {
      expect(remedies.length, rule).toBeGreaterThan(0);
      const after = designJob(applyEdits(edited(['rulebook', 'open-low-temperature']), remedies[0]?.edits ?? []));
      expect(after.findings.map((each) => each.id)).not.toContain(id);
    }
  });

  it('the separated school asks for something between, and takes any kind', () => {
    expect(rulesOf(edited(['rulebook', 'separated-multi-zone'], ['separation/kind', 'none']))).toContain('school-separation');
    for (const kind of ['low-loss-header', 'buffer', 'closely-spaced-tees'])
      expect(rulesOf(edited(['rulebook', 'separated-multi-zone'], ['separation/kind', kind]))).not.toContain('school-separation');
  });
});

describe('limits of a job’s own', () => {
  const own = edited(['ownRules', [{ id: 'velocityWanted', limit: 0.5, reason: 'Pipes run behind the bed' }]]);

  it('count in place of the rulebook’s, with their reason', () => {
    expect(rulebookOf(own).rules.velocityWanted).toMatchObject({
      limit: 0.5,
      reason: 'Pipes run behind the bed',
      source: 'set in this job',
    });
    const bore = (job: Job) => designJob(job).circuits[3]?.sized?.run.size.bore ?? 0;
    expect(bore(own)).toBeGreaterThan(bore(thistleMill));
  });

  it('leave the rulebook itself as it was', () => {
    rulebookOf(own);
    expect(RULEBOOKS_BY_ID['velocity-led'].rules.velocityWanted.limit).toBe(0.9);
  });

  it('are refused twice for one rule, and where they are no numbers', () => {
    const read = (ownRules: unknown) => readJob({ ...thistleMill, ownRules });
    const rule = { id: 'velocityWanted', limit: 1, reason: '' };
    expect(read([rule]).ok).toBe(true);
    for (const bad of [[rule, rule], [{ ...rule, limit: 'fast' }], [{ ...rule, limit: Number.NaN }], [{ ...rule, id: 'a b' }]])
      expect(read(bad).ok).toBe(false);
  });
});
