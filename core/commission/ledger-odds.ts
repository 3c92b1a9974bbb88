import type { Job } from '../../model/job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { variantsOf } from '../job/ledger.ts';
import type { Round } from './as-built.ts';
import { expectedReadings } from './expected-readings.ts';
import { logLikelihood } from './likelihood.ts';
import { SitePlant } from './site-plant.ts';

/** What readings say of a guess of the ledger: the chance of what was taken, and of each alternative. */
export interface AssumptionOdds {
  id: string;
  /** As taken first, then the alternatives in their order. */
  odds: { label: string; odds: number }[];
  /** Readings it rests on. */
  readings: number;
}

/**
 * Chances of each guess of the ledger after the readings of some rounds. Each of what was stated was as likely before as the others; the
 * plant is the one that was bought for the guess, met with each of them. A guess that the readings do not touch keeps its even chances.
 */
export function ledgerOdds(job: Job, rounds: readonly Round[]): AssumptionOdds[] {
  const running = rounds.filter(({ note, readings }) => note.running && readings.length > 0);
  if (running.length === 0) return [];
  return job.assumptions.flatMap(({ id }): AssumptionOdds[] => {
    const variants = variantsOf(job, id);
    if (!variants) return [];
    const likely = variants.met.map(({ label, job: met }) => {
      const { design, plant } = designWithPlant(met, variants.builtDesign);
      if (!plant) return { label, log: Number.NEGATIVE_INFINITY };
      const site = new SitePlant(met, design, plant);
      const log = running.reduce((sum, { note, readings }) => {
        const expected = expectedReadings(site, note);
        return sum + (expected ? logLikelihood(readings, expected) : -50);
      }, 0);
      return { label, log };
    });
    const most = Math.max(...likely.map(({ log }) => log));
    const weights = likely.map(({ log }) => Math.exp(log - most));
    const all = weights.reduce((sum, each) => sum + each, 0);
    return [
      {
        id,
        odds: likely.map(({ label }, i) => ({ label, odds: (weights[i] as number) / all })),
        readings: running.reduce((sum, { readings }) => sum + readings.length, 0),
      },
    ];
  });
}
