import { expose } from 'comlink';
import type { Assessed } from '../../core/book/assess.ts';
import type { BookRound } from '../../core/book/rounds.ts';
import type { AsBuilt } from '../../core/commission/as-built.ts';
import type { AssumptionOdds } from '../../core/commission/ledger-odds.ts';
import { type CallRow, callsTable } from '../../core/control/calls-table.ts';
import { type Combination, combinations } from '../../core/design/combinations.ts';
import type { Design } from '../../core/design/design.ts';
import type { Plant } from '../../core/design/operate.ts';
import type { PlantState } from '../../core/design/plant-state.ts';
import type { Evidence } from '../../core/diagnosis/evidence.ts';
import type { Board, Outcome } from '../../core/diagnosis/practice-board.ts';
import type { Told, ToldBeside } from '../../core/diagnosis/told.ts';
import { coldSheet } from '../../core/drawing/cold-wall.ts';
import { wallSheet } from '../../core/drawing/wall.ts';
import { planForTarget, type RankedImprovement, rankedImprovements, type TargetPlan } from '../../core/emitter/improve.ts';
import { compareDistribution, type DistributionOption } from '../../core/job/compare-distribution.ts';
import { type CyclingTrial, cyclingTrial } from '../../core/job/cycling-trial.ts';
import { designJob, designWithPlant } from '../../core/job/design-job.ts';
import { draftPlants, type PlantDraft } from '../../core/job/draft-plant.ts';
import { assumptionLedger, type LedgerEntry } from '../../core/job/ledger.ts';
import { ringOf } from '../../core/job/ring-of.ts';
import { season } from '../../core/job/season.ts';
import { runSide, type Side, type Way, waysOf } from '../../core/job/side-by-side.ts';
import { summerDay, summerSeason, type WayToCool, waysToCool } from '../../core/job/summer.ts';
import { type WhatIf, whatIfs } from '../../core/job/what-if.ts';
import type { RevisionChanges } from '../../core/paper/compare/revisions.ts';
import type { RunMoment, RunResult, RunSettings } from '../../core/run/run.ts';
import { simulate } from '../../core/run/simulate.ts';
import { stateAt } from '../../core/run/state-at.ts';
import type { SummerResult } from '../../core/run/summer/summer-run.ts';
import type { Weather } from '../../core/run/weather.ts';
import type { Spare } from '../../core/start/spare.ts';
import type { Item } from '../../core/takeoff/item.ts';
import type { FileKind } from '../../exchange/file-kinds.ts';
import type { TextFile } from '../../exchange/files.ts';
import type { PaperFile, PaperOrder } from '../../exchange/pdf/make-papers.ts';
import { type RoomsFileRead, readRoomsFile } from '../../exchange/rooms-file.ts';
import { readWeather, type WeatherRead } from '../../exchange/weather-file.ts';
import type { StateNote } from '../../model/book/entry.ts';
import type { Display, Job } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';
import type { DiagnosisAsked, PracticeOf } from './diagnosis-work.ts';

type OnProgress = (share: number) => Promise<void>;

/** Runs a long computation, telling how far it is. */
async function toTheEnd<T>(run: Generator<number, T>, onProgress: OnProgress): Promise<T> {
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
    await onProgress(value);
  }
}

/** The plant of the day run last. */
let lastDay: { plant: Plant; circuits: RunResult['circuits'] } | null = null;

/** Combinations handed over at a time. */
const BATCH = 128;

/** The heavy work, off the thread that answers to keys. */
const work = {
  design(job: Job) {
    const design = designJob(job);
    return { design, sheet: wallSheet(job, design), coldSheet: coldSheet(job, design) };
  },
  /** The plant with some zones calling; null while there is nothing to run. */
  run(job: Job, calling: string[]): PlantState | null {
    return designWithPlant(job).plant?.run(calling, 'cold') ?? null;
  },
  /** The same with cold water in it; null where nothing cools. */
  runCold(job: Job, calling: string[]): PlantState | null {
    return designWithPlant(job).coldPlant?.run(calling, 'cold') ?? null;
  },
  /** What lowers the flow temperature of a circuit, in order of worth; and what a target asks for. */
  improve(job: Job, circuitId: string, target: number | null): { ranked: RankedImprovement[]; plan: TargetPlan | null } {
    return {
      ranked: rankedImprovements(job, circuitId),
      plan: target === null ? null : planForTarget(job, circuitId, target),
    };
  },
  /** Whole plants for the rooms of a job, each with its design. */
  drafts(job: Job): (PlantDraft & { design: Design })[] {
    return draftPlants(job).map((draft) => ({ ...draft, design: designJob(draft.job) }));
  },
  /** A day of the plant; null while there is nothing to run. Its plant is kept, so that any minute of it can be stood up. */
  day(job: Job, settings: RunSettings): RunResult | null {
    const { design, plant } = designWithPlant(job);
    lastDay = null;
    if (!plant) return null;
    const result = simulate(job, design, plant, settings);
    lastDay = { plant, circuits: result.circuits };
    return result;
  },
  /** The plant as it stood at a moment of the day run last; null where that is gone. */
  minute(moment: RunMoment): PlantState | null {
    return lastDay && stateAt(lastDay.plant, lastDay.circuits, moment);
  },
  /** The same day with one thing changed at a time; other questions are heard between its runs. */
  async whatIfs(job: Job, settings: RunSettings): Promise<WhatIf[]> {
    const answers: WhatIf[] = [];
    for (const answer of whatIfs(job, settings)) {
      answers.push(answer);
      await new Promise((heard) => setTimeout(heard));
    }
    return answers;
  },
  /** What a run makes of a remedy against cycling; null where it cannot be run. */
  cyclingTrial(job: Job, edits: readonly JobEdit[]): CyclingTrial | null {
    return cyclingTrial(job, edits);
  },
  /** A season, telling how far it is; ending the worker ends it. */
  season(job: Job, weather: Weather | null, onProgress: OnProgress): Promise<RunResult | null> {
    return toTheEnd(season(job, weather), onProgress);
  },
  /** The hottest day of a plant that cools; null where nothing does. */
  summerDay(job: Job): SummerResult | null {
    return summerDay(job);
  },
  /** A summer, telling how far it is; ending the worker ends it. */
  summerSeason(job: Job, weather: Weather | null, onProgress: OnProgress): Promise<SummerResult | null> {
    return toTheEnd(summerSeason(job, weather), onProgress);
  },
  /** Ways to cool the rooms of a job. */
  waysToCool(job: Job): WayToCool[] {
    return waysToCool(job);
  },
  /** Ways of piping the rooms of a job, to choose among. */
  ways(job: Job): Way[] {
    return waysOf(job);
  },
  /** One of them through a season. */
  side(way: Way, weather: Weather | null, onProgress: OnProgress): Promise<Side> {
    return toTheEnd(runSide(way, weather), onProgress);
  },
  readWeather(bytes: Uint8Array): WeatherRead {
    return readWeather(bytes);
  },
  /** What the plant does in the telling states of its calls. */
  calls(job: Job, cools = false): CallRow[] {
    const { plant, coldPlant } = designWithPlant(job);
    const own = cools ? coldPlant : plant;
    return own ? callsTable(own) : [];
  },
  /** A pump in each circuit beside one pump with valves. */
  compareDistribution(job: Job): DistributionOption[] {
    return compareDistribution(job);
  },
  /** The same job on a ring main, a pair of tees for each circuit. */
  ringOf(job: Job): Job {
    return ringOf(job);
  },
  /** What every thermometer, meter and gauge shows in a state, with its standard deviation; null where nothing runs in it. */
  async expected(job: Job, note: StateNote): Promise<Record<string, { value: number; sigma: number }> | null> {
    const { expectedOf } = await import('./site-work.ts');
    return expectedOf(job, note);
  },
  /** What moves when the valve of one loop is turned, as a sentence; null where nothing runs in that state. */
  async moves(job: Job, note: StateNote, place: string): Promise<string | null> {
    const { movesOf } = await import('./site-work.ts');
    return movesOf(job, note, place);
  },
  /** Which fault explains what was said, read and seen, and what to read next; null where there is no plant. */
  async diagnose(job: Job, evidence: Evidence, asked: DiagnosisAsked, onProgress: OnProgress): Promise<Told | null> {
    const { diagnosisOf } = await import('./diagnosis-work.ts');
    return diagnosisOf(job, evidence, asked, onProgress);
  },
  /** Works out every fault of a plant before anybody complains, so that the first answer is there at once. */
  async readyFaults(job: Job): Promise<number> {
    const { readyFor } = await import('./diagnosis-work.ts');
    return readyFor(job);
  },
  /** Whether a second fault stands beside the likeliest. */
  async secondFault(job: Job, evidence: Evidence, asked: DiagnosisAsked): Promise<ToldBeside | null> {
    const { besideOf } = await import('./diagnosis-work.ts');
    return besideOf(job, evidence, asked);
  },
  /** A fault hidden in the plant of a job to learn on: what can be read, looked at and guessed. */
  async practice(job: Job, of: PracticeOf): Promise<Board | null> {
    const { boardFor } = await import('./diagnosis-work.ts');
    return boardFor(job, of);
  },
  async practiceReading(job: Job, of: PracticeOf, key: string): Promise<{ read: string; expected: string } | null> {
    const { readIn } = await import('./diagnosis-work.ts');
    return readIn(job, of, key);
  },
  async practiceLook(job: Job, of: PracticeOf, place: string, look: string): Promise<boolean> {
    const { lookIn } = await import('./diagnosis-work.ts');
    return lookIn(job, of, place, look);
  },
  async practiceEnd(job: Job, of: PracticeOf, guess: { fault: string; cause: string }, minutes: number): Promise<Outcome | null> {
    const { endOf } = await import('./diagnosis-work.ts');
    return endOf(job, of, guess, minutes);
  },
  /** What every reading of a book means. */
  async assess(job: Job, rounds: BookRound[]): Promise<Assessed> {
    const { assessOf } = await import('./site-work.ts');
    return assessOf(job, rounds);
  },
  /** The plant as its readings tell it; null without any. */
  async asBuilt(job: Job, rounds: BookRound[]): Promise<AsBuilt | null> {
    const { asBuiltOf } = await import('./site-work.ts');
    return asBuiltOf(job, rounds);
  },
  /** The plant as its readings tell it, with some zones calling. */
  async runAsBuilt(job: Job, bends: [string, number][], calling: string[] | null): Promise<PlantState | null> {
    const { runAsBuilt } = await import('./site-work.ts');
    return runAsBuilt(job, bends, calling);
  },
  /** What readings say of the guesses of the ledger. */
  async odds(job: Job, rounds: BookRound[]): Promise<AssumptionOdds[]> {
    const { ledgerOdds } = await import('../../core/commission/ledger-odds.ts');
    return ledgerOdds(job, rounds);
  },
  /** What a plant that runs has left for a zone more; null where nothing is added. */
  async spare(job: Job): Promise<Spare | null> {
    const { spareOf } = await import('../../core/start/spare.ts');
    return spareOf(job);
  },
  ledger(job: Job): LedgerEntry[] {
    return assumptionLedger(job);
  },
  /** Runs combinations `from` up to `to`, handing them over in batches so that progress shows. */
  async combine(
    job: Job,
    cools: boolean,
    from: number,
    to: number,
    onBatch: (batch: Combination[]) => Promise<void>,
  ): Promise<void> {
    const designed = designWithPlant(job);
    const plant = cools ? designed.coldPlant : designed.plant;
    if (!plant) return;
    let batch: Combination[] = [];
    for (const combination of combinations(plant, from, to)) {
      batch.push(combination);
      if (batch.length < BATCH) continue;
      await onBatch(batch);
      batch = [];
    }
    if (batch.length > 0) await onBatch(batch);
  },
  /** What a job takes, line by line. */
  async takeoff(job: Job): Promise<Item[]> {
    const { takeoffOf } = await import('./takeoffs.ts');
    return takeoffOf(job);
  },
  /** What two versions of a job differ in. */
  async compare(before: Job, after: Job): Promise<RevisionChanges> {
    const { compareRevisions } = await import('./takeoffs.ts');
    return compareRevisions(before, after);
  },
  /** Papers as files, telling how many are done; what makes them is fetched when first asked for. */
  async papers(job: Job, order: PaperOrder, onPaper: (done: number) => Promise<void>): Promise<PaperFile[]> {
    const { papersOf } = await import('./papers.ts');
    return papersOf(job, order, onPaper);
  },
  /** Fetches what papers are made with, before the first is asked for. */
  async warmPapers(): Promise<void> {
    const { fontFiles } = await import('./papers.ts');
    await fontFiles();
  },
  /** Files in open formats; what writes them is fetched when first asked for. */
  async files(kind: FileKind, job: Job, order: Omit<PaperOrder, 'sets'>): Promise<TextFile[]> {
    const { filesOf } = await import('./papers.ts');
    return filesOf(kind, job, order);
  },
  readRooms(bytes: Uint8Array, display: Display, taken: string[], sheet: string | null): Promise<RoomsFileRead> {
    return readRoomsFile(bytes, display, taken, sheet);
  },
};

export type Work = typeof work;
expose(work);
