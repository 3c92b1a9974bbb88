import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { sequenceOfOperation } from '../control/sequence.ts';
import { FINDING_GROUPS } from '../finding/catalogue.ts';
import { say } from '../quantity/format.ts';
import { inUnits } from '../quantity/in-units.ts';
import { saysOther, withoutSizes } from '../quantity/one-system.fixture.ts';
import { RULEBOOKS_BY_ID } from '../rules/rulebooks.ts';
import { designJob } from './design-job.ts';
import { assumptionLedger } from './ledger.ts';

const words = (job: Job): [where: string, text: string][] => {
  const design = designJob(job);
  return [
    ...design.findings.flatMap(({ rule, title, why, remedies }): [string, string][] => [
      [`title of ${rule}`, title],
      [`why of ${rule}`, why],
      ...remedies.map(({ label }): [string, string] => [`remedy of ${rule}`, label]),
    ]),
    ...sequenceOfOperation(job, design, (value, kind) => say(value, kind, job.display)).map((text): [string, string] => [
      'sequence',
      text,
    ]),
    ...assumptionLedger(job).flatMap(({ alternatives, settling, taken }): [string, string][] => [
      ['ledger', taken],
      ...settling.flatMap(({ how, pass }): [string, string][] => [
        ['ledger', how],
        ['ledger', pass],
      ]),
      ...alternatives.flatMap(({ label, choices, consequences, findings }) =>
        [label, ...choices, ...consequences, ...findings].map((text): [string, string] => ['ledger', text]),
      ),
    ]),
    ...Object.values(design.figures).flatMap(({ label, sum }): [string, string][] => [
      ['figure', label],
      ...Object.values(sum.terms).map(({ label: term }): [string, string] => ['term of a sum', term]),
    ]),
    ...design.circuits.flatMap(({ sized }): [string, string][] => (sized?.pump?.duty ? [['pump', sized.pump.duty.label]] : [])),
  ];
};

describe('a job is read in one system of units', () => {
  it.each(['us', 'metric'] as const)('%s: nothing of any plant is said in units of the other', (system) => {
    const strange = ALL_PLANTS.flatMap(([name, plant]) =>
      words({ ...plant, display: { system, units: {} } })
        .filter(([, text]) => saysOther(system, text))
        .map(([where, text]) => `${name}, ${where}: ${text}`),
    );
    expect(strange).toEqual([]);
  });

  it('rules, their reasons and what the review looks for can be said in either', () => {
    const us = { system: 'us', units: {} } as const;
    const texts = [
      ...Object.values(RULEBOOKS_BY_ID).flatMap(({ about, gist, rules }) => [
        about,
        gist,
        ...Object.values(rules).map(({ reason }) => reason),
      ]),
      ...FINDING_GROUPS.flatMap(({ kinds }) => Object.values(kinds).flatMap(({ title, why }) => [title, why])),
    ];
    expect(texts.map((text) => inUnits(text, us)).filter((text) => saysOther('us', text))).toEqual([]);
  });

  it.each([
    ['bar', 'pressure', /\d[\s\u00a0](kPa|psi)\b/],
    ['psi', 'pressure', /\d[\s\u00a0](kPa|bar)\b/],
    ['L/min', 'volumeFlow', /\d[\s\u00a0](L\/h|gpm)\b/],
  ] as const)('with %s chosen among metric units nothing is said in another', (unit, kind, others) => {
    const display = { system: 'metric', units: { [kind]: unit } } as const;
    const strange = [thistleMill, ...Object.values(SYSTEMS).slice(0, 6)].flatMap((plant) =>
      words({ ...plant, display })
        .filter(([, text]) => others.test(withoutSizes(text)))
        .map(([where, text]) => `${plant.name}, ${where}: ${text}`),
    );
    expect(strange).toEqual([]);
  });
});

describe('the reading itself', () => {
  it('finds a unit of the other system, and takes no name of a pipe for one', () => {
    for (const text of ['loses 3 kPa', 'Flow (L/h)', 'at 38 °C', '2 bars of 5 m']) expect(saysOther('us', text), text).toBe(true);
    for (const text of ['loses 3 psi', '22 × 0.9 mm', '3/4 in', 'Flow (gpm)', 'DN 20'])
      expect(saysOther('us', text), text).toBe(false);
    for (const text of ['at 100 °F', '3 ft of head', 'Head (ft)']) expect(saysOther('metric', text), text).toBe(true);
    for (const text of ['3/4 in', 'at 38 °C', 'Head (m)']) expect(saysOther('metric', text), text).toBe(false);
  });
});
