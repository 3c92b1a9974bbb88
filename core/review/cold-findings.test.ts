import { describe, expect, it } from 'vitest';
import { summerMill } from '../../demo/summer-mill.ts';
import type { Job } from '../../model/job.ts';
import { newStation, USUAL_CHILLER } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import type { FindingRule } from '../finding/catalogue.ts';
import type { Finding } from '../finding/finding.ts';
import { designJob } from '../job/design-job.ts';

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const found = (job: Job, rule: FindingRule): Finding[] => designJob(job).findings.filter((each) => each.rule === rule);
/** Without its own drains and guards asked for elsewhere nothing of these is found in it. */
const QUIET = summerMill;

/** What is wrong with a plant that cools, by how it comes about, and whether something offered cures it. */
const CASES: [rule: FindingRule, edits: [string, unknown][], severity: Finding['severity'], cured: boolean][] = [
  ['cold-source-missing', [['source/cooling', null]], 'stop', true],
  ['cold-source-missing', [['source/kind', 'condensing-boiler']], 'stop', true],
  ['cold-freezes', [['source/cooling/flowTemperature', 2]], 'stop', true],
  ['cold-water-warm', [['source/cooling/flowTemperature', 14]], 'mend', true],
  ['cold-too-warm', [['circuits/c1/cooling/flowTemperature', 25]], 'mend', true],
  ['dew-point', [['circuits/c1/cooling/flowTemperature', 12]], 'mend', true],
  ['air-saturated', [['site/summerHumidity', 1]], 'stop', true],
  ['guard-missing', [['circuits/c1/cooling/guard', 'none']], 'mend', true],
  [
    'guard-limit',
    [
      ['circuits/c1/cooling/guard', 'fixed'],
      ['circuits/c1/cooling/limit', 14],
    ],
    'mend',
    true,
  ],
  [
    'guard-limit',
    [
      ['circuits/c1/cooling/guard', 'fixed'],
      ['circuits/c1/cooling/limit', 21],
    ],
    'mend',
    true,
  ],
  ['guard-blind', [['circuits/c1/cooling/guard', 'weather']], 'note', true],
  ['cold-pipe-bare', [['circuits/c4/cooling/sealed', false]], 'mend', true],
  ['cold-insulation', [['circuits/c4/run/insulation', 0.002]], 'mend', true],
  ['condensate', [['circuits/c4/cooling/drain', 'none']], 'stop', true],
  ['condensate', [['circuits/c4/cooling/drain', 'unknown']], 'note', true],
  ['thermostatic-cooling', [['circuits/c1/loopValves', 'thermostatic']], 'stop', true],
  ['no-part-in-summer', [['circuits/c2/cooling', summerMill.circuits[3]?.cooling]], 'mend', true],
  ['cold-under-boards', [['rooms/r3/emitters/e1/summer', 'usual']], 'note', true],
  ['mode-lock', [['controls/summer/lock', false]], 'mend', true],
  [
    'dead-band',
    [
      ['controls/summer/master', 'weather'],
      ['controls/summer/coolsAbove', 16],
    ],
    'mend',
    true,
  ],
  ['cooling-point', [['source/cooling/points', [{ id: 'p1', outdoor: 35, flow: 7, output: 9000, eer: 14 }]]], 'stop', true],
  ['free-cooling-warm', [['source/cooling/free', { temperature: 12, approach: 3, capacity: 9000 }]], 'note', true],
  ['cooling-flow', [['circuits/c4/cooling/sized', false]], 'mend', true],
  ['cold-only', summerMill.rooms.map(({ id }): [string, unknown] => [`rooms/${id}/heatLoad`, 0]), 'mend', false],
  ['cooling-capacity', [['source/cooling/capacity', 2500]], 'mend', false],
  ['cooling-least-flow', [['source/leastFlow', 6000 / 3.6e6]], 'mend', false],
  ['drying-short', [['rooms/r1/latentLoad', 600]], 'mend', true],
  ['cooling-rating', [['rooms/r13/emitters/e1/cooling/sensible', 3000]], 'stop', true],
  ['cooling-rating', [['rooms/r13/emitters/e1/cooling/airFlow', 0.02]], 'stop', true],
  ['cooling-rating', [['rooms/r13/emitters/e1/cooling/return', 5]], 'stop', true],
  ['cooling-load-missing', [['rooms/r13/coolingLoad', null]], 'note', true],
];

describe.each(CASES)('%s %j', (rule, edits, severity, cured) => {
  const job = edited(QUIET, ...edits);
  const before = new Set(found(QUIET, rule).map(({ id }) => id));
  // Of rooms with the same trouble already the new one is meant.
  const finding = found(job, rule).find(({ id }) => !before.has(id) || rule === 'drying-short');

  it('is found at its place, with a sentence that names it', () => {
    expect(finding?.severity).toBe(severity);
    expect(finding?.title.length).toBeGreaterThan(15);
    expect(finding?.why).toMatch(/^.{30,}\.$/);
  });

  it(cured ? 'is gone with each thing offered against it' : 'offers nothing that would not do', () => {
    const remedies = (finding?.remedies ?? []).filter(({ edits: of }) => of.length > 0);
    expect(remedies.length > 0).toBe(cured);
    for (const { label, edits: of } of remedies)
      expect(
        found(applyEdits(job, of), rule).map(({ id }) => id),
        label,
      ).not.toContain(finding?.id);
  });
});

describe('a cold tank', () => {
  const tank = newStation('x1', 'buffer', { cold: true, volume: 0.2, chiller: { ...USUAL_CHILLER, capacity: 9000 } });
  const withTank = edited(summerMill, ['stations', [tank]], ['circuits/c3/coldAt', 'x1/b'], ['circuits/c4/coldAt', 'x1/b']);

  it('is what a circuit has to turn over to for cold water', () => {
    const [finding] = found(withTank, 'cold-water-missing');
    expect(finding?.id).toBe('cold-water-missing:c1');
    const mended = applyEdits(withTank, finding?.remedies[0]?.edits ?? []);
    expect(found(mended, 'cold-water-missing')).toEqual([]);
    expect(designJob(mended).cooling?.state?.circuits).toHaveLength(3);
  });

  it('may be cooled by a machine of its own while the house is heated', () => {
    const design = designJob(edited(withTank, ['source/kind', 'condensing-boiler'], ['source/cooling', null]));
    expect(design.cooling?.source?.name).toBe('Chiller');
    expect(design.cooling?.state?.converged).toBe(true);
    expect(design.findings.some(({ rule }) => rule === 'cold-source-missing')).toBe(false);
  });
});
