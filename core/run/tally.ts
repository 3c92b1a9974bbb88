import type { Job } from '../../model/job.ts';
import { DAY } from '../quantity/spans.ts';
import { carrierOf } from './bought.ts';
import { within } from './calling.ts';
import type { SourceResult } from './dispatch.ts';
import type { Drawn } from './hot-store.ts';
import type { DayTotals, RunResult, RunSettings } from './run.ts';
import type { RunZone } from './zone.ts';

/** Below what was wanted by this a zone is short, and nearer than this it is warm again, K. */
export const SHORT = 0.5;
/** Above what was wanted by this a zone is too warm, K: common practice. */
export const TOO_WARM = 2;

/** What moved in a step, W; degrees C of what the source sends and gets back. */
export interface Counted {
  power: number;
  given: readonly number[];
  intoStore: number;
  sunIntoStore: number;
  pipes: number;
  standing: number;
  ofStore: number;
  circulation: number;
  immersion: number;
  pumps: number;
  sent: number;
  back: number;
}

/** Adds up a run, step by step, over all of it and over each of its days. */
export class Tally {
  readonly result: RunResult;
  private readonly settings: RunSettings;
  private readonly weighed = { flow: 0, back: 0 };
  private bought = 0;
  private startsBefore = 0;
  private hour = { starts: 0, left: HOUR };
  private warmingSince: number | null = null;
  private day: DayTotals & { weighed: number; steps: number };

  constructor(job: Job, settings: RunSettings, zones: readonly RunZone[], circuits: RunResult['circuits'], density: number) {
    this.settings = settings;
    this.day = newDay();
    this.result = {
      zones: zones.map(({ id, label, setPoint }) => ({ id, label, setPoint })),
      circuits,
      density,
      moments: [],
      days: [],
      energy: {
        made: 0,
        toRooms: 0,
        toCylinder: 0,
        pipes: 0,
        inWater: 0,
        inHouse: 0,
        standing: 0,
        circulation: 0,
        immersion: 0,
        dumped: 0,
        tapped: 0,
        pumps: 0,
        bought: null,
      },
      carrier: carrierOf(job),
      sources: [],
      tapRan: 0,
      tapLukewarm: 0,
      beyondData: 0,
      mostStartsInHour: 0,
      meanFlow: 0,
      meanReturn: 0,
      lasted: 0,
      cycles: 0,
      running: 0,
      shortestRun: null,
      shortRuns: 0,
      hoursShort: zones.map(() => 0),
      hoursWarm: zones.map(() => 0),
      hoursAnyShort: 0,
      hoursAnyWarm: 0,
      recovery: null,
      priorityEnded: 0,
      hygiene: 0,
      exercised: 0,
      imbalance: 0,
      solved: 0,
      known: 0,
      flowError: 0,
      looked: 0,
      broke: null,
    };
  }

  /**
   * A step's heat.
   * @param step seconds @param bought J bought up to now, by all sources @param cycles starts of the first source up to now
   */
  count(moved: Counted, step: number, outdoor: number, bought: number, cycles: number): void {
    const { result, day } = this;
    const { energy } = result;
    const made = moved.power * step;
    energy.made += made;
    for (const heat of moved.given) energy.toRooms += heat * step;
    energy.toCylinder += (moved.intoStore + moved.sunIntoStore) * step;
    energy.pipes += moved.pipes * step;
    energy.standing += (moved.standing + moved.ofStore) * step;
    energy.circulation += moved.circulation * step;
    energy.immersion += moved.immersion * step;
    energy.pumps += moved.pumps * step;
    day.pumps += moved.pumps * step;
    day.outdoor += outdoor;
    day.steps++;
    this.weighed.flow += moved.sent * made;
    this.weighed.back += moved.back * made;
    day.made += made;
    day.weighed += moved.sent * made;
    day.bought += bought - this.bought;
    this.bought = bought;
    this.countStarts(cycles, step);
    result.lasted += step;
    if (result.lasted % DAY < step / 2) this.endDay(cycles);
  }

  private countStarts(cycles: number, step: number): void {
    const { hour, result } = this;
    hour.starts += cycles - this.startsBefore;
    this.startsBefore = cycles;
    hour.left -= step;
    result.mostStartsInHour = Math.max(result.mostStartsInHour, hour.starts);
    if (hour.left <= step / 2) this.hour = { starts: 0, left: HOUR };
  }

  /** Heat that the source made straight for a tap, J. */
  makeForTaps(heat: number): void {
    this.result.energy.made += heat;
  }

  /** What ran from the taps in a step. */
  tap({ heat, ran, lukewarm }: Drawn): void {
    this.result.energy.tapped += heat;
    this.result.tapRan += ran;
    this.result.tapLukewarm += lukewarm;
  }

  /** Electricity of pumps that were moved for a while, J. */
  exercise(joules: number): void {
    this.result.energy.pumps += joules;
  }

  /**
   * Who is cold and who is too warm in this step.
   * @param zones that stand short of what is wanted @param watched whether one of those may call at all
   * @param warm zones that are too warm
   */
  comfort(
    zones: readonly number[],
    watched: boolean,
    warm: readonly number[],
    hour: number,
    lowered: number,
    time: number,
  ): void {
    const { result, settings } = this;
    const hours = settings.step / 3600;
    for (const z of zones) result.hoursShort[z] = (result.hoursShort[z] as number) + hours;
    for (const z of warm) result.hoursWarm[z] = (result.hoursWarm[z] as number) + hours;
    if (warm.length > 0) result.hoursAnyWarm += hours;
    if (watched) {
      result.hoursAnyShort += hours;
      this.day.hoursShort += hours;
    }
    this.watchRecovery(hour, lowered, watched, time);
  }

  /** From the end of a set-back until every zone is warm again. */
  private watchRecovery(hour: number, lowered: number, short: boolean, time: number): void {
    const { setBack, step } = this.settings;
    if (!setBack) return;
    const before = (hour - step / 3600 + 24) % 24;
    if (lowered === 0 && within(before, setBack.from, setBack.to)) this.warmingSince = time;
    if (this.warmingSince === null || short || lowered > 0) return;
    this.result.recovery = Math.max(this.result.recovery ?? 0, time - this.warmingSince);
    this.warmingSince = null;
  }

  private endDay(cycles: number): void {
    const { weighed, steps, ...day } = this.day;
    const before = this.result.days.reduce((sum, each) => sum + each.cycles, 0);
    this.result.days.push({
      ...day,
      outdoor: day.outdoor / Math.max(steps, 1),
      flow: day.made > 0 ? weighed / day.made : null,
      cycles: cycles - before,
    });
    this.day = newDay();
  }

  /** @param sent @param returned degrees C where nothing was made */
  finish(sources: readonly SourceResult[], sent: number, returned: number): RunResult {
    const { result } = this;
    const { energy } = result;
    const cycles = sources[0]?.cycles ?? 0;
    if (this.day.steps > 0) this.endDay(cycles);
    result.cycles = cycles;
    result.sources = [...sources];
    const carriers = new Set(sources.flatMap(({ made, carrier }) => (made > 0 && carrier ? [carrier] : [])));
    if (energy.immersion > 0) carriers.add('electricity');
    const [only] = carriers;
    if (only) result.carrier = carriers.size > 1 ? 'both' : only;
    energy.bought =
      result.carrier === null ? null : sources.reduce((sum, { bought }) => sum + (bought ?? 0), 0) + energy.immersion;
    result.meanFlow = energy.made > 0 ? this.weighed.flow / energy.made : sent;
    result.meanReturn = energy.made > 0 ? this.weighed.back / energy.made : returned;
    if (this.warmingSince !== null) result.recovery = null;
    return result;
  }
}

/** Seconds of the hour in which starts are counted. */
const HOUR = 3600;

const newDay = () => ({
  outdoor: 0,
  made: 0,
  bought: 0,
  pumps: 0,
  cycles: 0,
  flow: null,
  hoursShort: 0,
  weighed: 0,
  steps: 0,
});
