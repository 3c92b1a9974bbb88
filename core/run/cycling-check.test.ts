import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { contextOf } from '../design/context.ts';
import { cyclingAsk, cyclingDay } from '../job/cycling-ask.ts';
import { designWithPlant } from '../job/design-job.ts';
import { firingOf, mostStartsADay } from '../plant/firing.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';

const JOBS: [string, Job][] = Object.entries({ ...SYSTEMS, demo: thistleMill });
const DAYS = [-8, 0, 8];

/** Starts of a day that is like the one before it, and of its busiest hour. */
function startsOf(job: Job, mean: number) {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  const { cycles, mostStartsInHour } = simulate(job, design, plant, daySettings(job, { mean, swing: 4 }));
  const firing = firingOf(job.source);
  return { cycles, mostStartsInHour, tooMany: cycles > mostStartsADay(firing) || mostStartsInHour > firing.mostStarts };
}

describe('the verdict of the design beside the starts of the run', () => {
  it('agrees on at least 61 of 63 days of the systems, and on those of the demo', () => {
    const apart: string[] = [];
    let looked = 0;
    for (const [name, job] of JOBS) {
      const { design, plant } = designWithPlant(job);
      if (!plant) continue;
      const ask = cyclingAsk(contextOf(job), design, plant);
      for (const outdoor of DAYS) {
        const run = startsOf(job, outdoor);
        // A fire has no verdict: nothing starts and stops it but whoever lights it, and the run must say so too.
        const verdict = ask ? cyclingDay(ask, ask.at(outdoor)).cycles : false;
        looked++;
        if (verdict !== run.tooMany) apart.push(`${name} at ${outdoor} °C: ${run.cycles} starts`);
      }
    }
    expect(looked).toBe(3 * JOBS.length);
    expect(apart.length, apart.join('; ')).toBeLessThanOrEqual(2);
  }, 120_000);
});

describe.each(JOBS.filter(([, job]) => designWithPlant(job).design.findings.some(({ rule }) => rule === 'source-cycles')))(
  'what is offered against the cycling of system %s',
  (_, job) => {
    const { design } = designWithPlant(job);
    const finding = design.findings.find(({ rule }) => rule === 'source-cycles');

    it('cures it in the run, and leaves nothing to find', () => {
      expect(finding?.remedies.length).toBeGreaterThan(0);
      for (const { label, edits } of finding?.remedies ?? []) {
        const cured = applyEdits(job, edits);
        expect(
          designWithPlant(cured).design.findings.map(({ rule }) => rule),
          label,
        ).not.toContain('source-cycles');
        for (const outdoor of DAYS) expect(startsOf(cured, outdoor), `${label}, ${outdoor} °C`).toMatchObject({ tooMany: false });
      }
    }, 60_000);
  },
);

describe('more flow against an outlet that runs too hot in one pass', () => {
  it('is offered where it brings the rise within delta T and band', () => {
    const job = SYSTEMS[12];
    const finding = designWithPlant(job).design.findings.find(({ rule }) => rule === 'pass-over-band');
    const [faster] = finding?.remedies ?? [];
    expect(faster?.edits[0]?.at).toBe('source/temperatureDifference');
    const after = designWithPlant(applyEdits(job, faster?.edits ?? [])).design;
    expect(after.findings.map(({ rule }) => rule)).not.toContain('pass-over-band');
  });
});
