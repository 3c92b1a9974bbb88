import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import type { Job } from '../../model/job.ts';
import { sequenceOfOperation } from '../control/sequence.ts';
import { FINDING_GROUPS } from '../finding/catalogue.ts';
import { say } from '../quantity/format.ts';
import { inUnits } from '../quantity/in-units.ts';
import { saysOther } from '../quantity/one-system.fixture.ts';
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
});
