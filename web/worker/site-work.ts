import { type Assessed, assessBook, gaugeOffsets, withoutOffset } from '../../core/book/assess.ts';
import type { BookRound } from '../../core/book/rounds.ts';
import { type AsBuilt, fitAsBuilt } from '../../core/commission/as-built.ts';
import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import { expectedReadings } from '../../core/commission/expected-readings.ts';
import { SitePlant } from '../../core/commission/site-plant.ts';
import { movesWords, whatMoves } from '../../core/commission/what-moves.ts';
import type { PlantState } from '../../core/design/plant-state.ts';
import { designWithPlant } from '../../core/job/design-job.ts';
import type { StateNote } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';

/** The plant asked last: a walk through the rooms asks the same one again and again. */
let last: { text: string; site: SitePlant | null } | null = null;

function siteOf(job: Job): SitePlant | null {
  const text = JSON.stringify(job);
  if (last?.text === text) return last.site;
  const { design, plant } = designWithPlant(job);
  last = { text, site: plant && new SitePlant(job, design, plant) };
  return last.site;
}

export function expectedOf(job: Job, note: StateNote): Record<string, { value: number; sigma: number }> | null {
  const site = siteOf(job);
  const expected = site && expectedReadings(site, note);
  if (!expected) return null;
  return Object.fromEntries([...expected.readings].map(([key, { value, sigma }]) => [key, { value, sigma }]));
}

export function assessOf(job: Job, rounds: readonly BookRound[]): Assessed {
  const site = siteOf(job);
  return site ? assessBook(site, rounds) : { readings: {}, rounds: [], offsets: {} };
}

export function asBuiltOf(job: Job, rounds: readonly BookRound[]): AsBuilt | null {
  const site = siteOf(job);
  if (!site) return null;
  const offsets = gaugeOffsets(rounds, job, site.design);
  const without = rounds.map((round) => ({
    ...round,
    readings: round.readings.map((reading) => withoutOffset(reading, offsets)),
  }));
  return fitAsBuilt(site, without);
}

/** The plant as it was found, with some zones calling on the design day. */
export function runAsBuilt(job: Job, bends: readonly [string, number][], calling: readonly string[] | null): PlantState | null {
  const site = siteOf(job);
  if (!site) return null;
  return (
    expectedReadings(site, { ...DESIGN_DAY, calls: calling === null ? 'all' : [...calling] }, { as: new Map(bends) })?.state ??
    null
  );
}

/** What moves when the valve of one loop is turned, as a sentence. */
export function movesOf(job: Job, note: StateNote, place: string): string | null {
  const site = siteOf(job);
  const moves = site && whatMoves(site, note, place);
  return moves && movesWords(moves, job.display);
}
