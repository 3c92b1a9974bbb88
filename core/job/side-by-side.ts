import { type Job, RULEBOOKS } from '../../model/job.ts';
import { allPumps } from '../design/all-pumps.ts';
import { partsList } from '../design/parts-list.ts';
import { openFindings, worstFirst } from '../finding/finding.ts';
import { RULEBOOKS_BY_ID } from '../rules/rulebooks.ts';
import type { RunResult } from '../run/run.ts';
import type { Weather } from '../run/weather.ts';
import { designJob } from './design-job.ts';
import { type Arrangement, draftPlants } from './draft-plant.ts';
import { season } from './season.ts';

/** A way of piping: the job as it is, a draft after a school, or the job by the limits of another rulebook. */
export type WayKey = 'present' | Arrangement | `rulebook:${Job['rulebook']}`;

export interface Way {
  key: WayKey;
  title: string;
  job: Job;
}

/** One way of piping the same rooms, designed and run through a season. Plain data. */
export interface Side extends Way {
  parts: number;
  pumps: number;
  /** W of all pumps, every zone calling. */
  pumpPower: number;
  /** Degrees C on the design day: what the source sends and gets back. */
  flow: number;
  back: number;
  run: RunResult | null;
  /** Titles of its findings, the worst first. */
  drawbacks: string[];
}

/** Fewest and most that are laid side by side. */
export const FEWEST_WAYS = 2;
export const MOST_WAYS = 4;
/** Findings named as drawbacks. */
const NAMED = 3;

/** The job as it is, and other ways of piping its rooms. */
export function waysOf(job: Job): Way[] {
  const drafts = draftPlants(job);
  return [
    { key: 'present', title: 'As it is', job },
    ...drafts.map(({ arrangement, title, job: draft }): Way => ({ key: arrangement, title, job: draft })),
    ...(drafts.length > 0 ? RULEBOOKS : [])
      .filter((id) => id !== job.rulebook)
      .map(
        (id): Way => ({
          key: `rulebook:${id}`,
          title: `By the ${RULEBOOKS_BY_ID[id].label} rulebook`,
          job: { ...job, rulebook: id },
        }),
      ),
  ];
}

/** One way through a season. @yields the share done */
export function* runSide(way: Way, weather: Weather | null = null): Generator<number, Side> {
  const design = designJob(way.job);
  const run = yield* season(way.job, weather);
  return {
    ...way,
    parts: partsList(way.job, design).length,
    pumps: allPumps(design).length,
    pumpPower: design.pumpPower?.value ?? 0,
    flow: way.job.source.flowTemperature,
    back: design.solved?.state.source.back ?? design.source?.returnTemperature.value ?? 0,
    // Months of moments are not drawn here.
    run: run && { ...run, moments: [] },
    drawbacks: worstFirst(openFindings(design.findings))
      .filter((finding) => finding.severity !== 'note')
      .map((finding) => finding.title),
  };
}

/** Each with the worst of what the others do not have as well: what all share tells none from the other. */
export function unlike(sides: readonly Side[]): Side[] {
  const shared = (title: string) => sides.length > 1 && sides.every((side) => side.drawbacks.includes(title));
  return sides.map((side) => ({ ...side, drawbacks: side.drawbacks.filter((title) => !shared(title)).slice(0, NAMED) }));
}

/**
 * Several ways of piping the same rooms, each through the same season, one after the other.
 * @yields what is done so far, 0..1, within each season and after it
 */
export function* sideBySide(ways: readonly Way[], weather: Weather | null = null): Generator<number, Side[]> {
  const sides: Side[] = [];
  for (const [i, way] of ways.entries()) {
    const run = runSide(way, weather);
    let step = run.next();
    while (!step.done) {
      yield (i + step.value) / ways.length;
      step = run.next();
    }
    sides.push(step.value);
    yield (i + 1) / ways.length;
  }
  return unlike(sides);
}
