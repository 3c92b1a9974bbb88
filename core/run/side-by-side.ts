import type { Job } from '../../model/job.ts';
import { allPumps } from '../design/all-pumps.ts';
import { designJob } from '../design/design-job.ts';
import { type Arrangement, draftPlants } from '../design/draft-plant.ts';
import { partsList } from '../design/parts-list.ts';
import { openFindings, worstFirst } from '../review/finding.ts';
import type { RunResult } from './run.ts';
import { season } from './season.ts';
import type { Weather } from './weather.ts';

/** One way of piping the same rooms, designed and run through a season. Plain data. */
export interface Side {
  /** The job as it is, or a draft after a school. */
  key: 'present' | Arrangement;
  title: string;
  job: Job;
  parts: number;
  pumps: number;
  /** W of all pumps, every zone calling. */
  pumpPower: number;
  /** Degrees C on the design day: what the source sends and gets back. */
  flow: number;
  back: number;
  run: RunResult | null;
  /** Titles of its worst findings, those left out that all of them share. */
  drawbacks: string[];
}

/** Findings named as drawbacks. */
const NAMED = 3;

/** The job as it is, and other ways of piping its rooms. */
export const waysOf = (job: Job): Pick<Side, 'key' | 'title' | 'job'>[] => [
  { key: 'present', title: 'As it is', job },
  ...draftPlants(job).map(({ arrangement, title, job: draft }) => ({ key: arrangement, title, job: draft })),
];

/**
 * The job as it is and its drafts on the same rooms, each through the same season.
 * @param keys which of them; null for all
 * @yields what is done so far, 0..1, after each season and within it
 */
export function* sideBySide(
  job: Job,
  keys: readonly Side['key'][] | null = null,
  weather: Weather | null = null,
): Generator<number, Side[]> {
  const ways = waysOf(job).filter((way) => keys === null || keys.includes(way.key));
  const sides: Side[] = [];
  for (const [i, way] of ways.entries()) {
    const design = designJob(way.job);
    const run = season(way.job, weather);
    let step = run.next();
    while (!step.done) {
      yield (i + step.value) / ways.length;
      step = run.next();
    }
    sides.push({
      ...way,
      parts: partsList(way.job, design).length,
      pumps: allPumps(design).length,
      pumpPower: design.pumpPower?.value ?? 0,
      flow: way.job.source.flowTemperature,
      back: design.solved?.state.source.back ?? design.source?.returnTemperature.value ?? 0,
      run: step.value,
      drawbacks: worstFirst(openFindings(design.findings))
        .filter((finding) => finding.severity !== 'note')
        .map((finding) => finding.title),
    });
    yield (i + 1) / ways.length;
  }
  // What all of them share tells none from the other.
  const shared = (title: string) => sides.every((side) => side.drawbacks.includes(title));
  return sides.map((side) => ({
    ...side,
    drawbacks:
      sides.length > 1 ? side.drawbacks.filter((title) => !shared(title)).slice(0, NAMED) : side.drawbacks.slice(0, NAMED),
  }));
}
