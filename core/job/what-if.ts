import type { Job } from '../../model/job.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { say } from '../quantity/format.ts';
import { DAY } from '../quantity/spans.ts';
import type { RunResult, RunSettings } from '../run/run.ts';
import { USUAL_SET_BACK } from '../run/settings.ts';
import { simulate } from '../run/simulate.ts';
import { designWithPlant } from './design-job.ts';

/** One change to the run, and what came of it. */
export interface WhatIf {
  label: string;
  cycles: number;
  shortestRun: number | null;
  /** J from the source less what house and water stored, what was bought for that, and for the pumps; all of one day. */
  made: number;
  bought: number | null;
  pumps: number;
  /** Hours a zone was short, all zones together. */
  hoursShort: number;
  /** Whether it is set back, and the time to be warm again after that, s; null without, or where it is not reached that day. */
  setBack: boolean;
  recovery: number | null;
  broke: string | null;
}

/** Days that are run before they count, and that count: what a day stores or takes out of the house is then small, and taken off. */
const SETTLED = 3;
const COUNTED = 3;
const STEP = 300;

/** Kelvin of a notch on a curve, and the larger tank tried, m3. */
const NOTCH = 2;
const MORE_WATER = 0.05;

/** A notch less on every curve, or on the fixed temperature of the source. */
function cooler(job: Job): Job {
  const { source } = job;
  const lower = <T extends { shift: number } | null>(curve: T): T => curve && { ...curve, shift: curve.shift - NOTCH };
  return {
    ...job,
    source: {
      ...source,
      curve: lower(source.curve),
      flowTemperature: source.curve ? source.flowTemperature : source.flowTemperature - NOTCH,
    },
    circuits: job.circuits.map((circuit) => ({ ...circuit, curve: lower(circuit.curve) })),
  };
}

/** More water: in the buffer where there is one, else in a tank in the return. */
function moreWater(job: Job, buffer: number | null): { label: string; job: Job } {
  if (pipingOf(job).tank && buffer !== null)
    return {
      label: `${say(MORE_WATER, 'volume', job.display)} more buffer`,
      job: { ...job, separation: { ...job.separation, volume: buffer + MORE_WATER } },
    };
  const volumiser = (job.source.volumiser ?? 0) + MORE_WATER;
  return {
    label: `${say(MORE_WATER, 'volume', job.display)} more water in the return`,
    job: { ...job, source: { ...job.source, volumiser } },
  };
}

/** Days alike, in longer steps, in which a day can repeat itself: its first one is the day asked about. */
function repeated({ outdoor, step, ...more }: RunSettings): RunSettings {
  const ofDay = Math.min(outdoor.length, Math.round(DAY / step));
  const every = Math.max(1, Math.round(STEP / step));
  const day = Array.from({ length: Math.floor(ofDay / every) }, (_, i) => outdoor[i * every] as number);
  return {
    ...more,
    step: step * every,
    outdoor: Array.from({ length: COUNTED }, () => day).flat(),
    settle: SETTLED,
    keepEvery: day.length,
  };
}

/**
 * The day as it is, and with one thing changed at a time. A day that begins with warm rooms and ends with cold ones has borrowed
 * heat; so each is run for days that repeat it, and counted without what house and water stored.
 * @yields an answer after each run
 */
export function* whatIfs(job: Job, asked: RunSettings): Generator<WhatIf> {
  const settings = repeated(asked);
  const { design, plant } = designWithPlant(job);
  if (!plant) return;
  // The same plant, its pumps and settings as built: only what the question changes is changed.
  const run = (changed: Job, more: Partial<RunSettings> = {}): RunResult | null => {
    const built = designWithPlant(changed, design);
    return built.plant && simulate(changed, built.design, built.plant, { ...settings, ...more });
  };
  const lowered = settings.setBack !== null;
  yield answerOf('As it is', simulate(job, design, plant, settings), lowered);
  yield settings.setBack
    ? answerOf('Without the set-back', run(job, { setBack: null }), false)
    : answerOf(
        `Set back by ${say(USUAL_SET_BACK.by, 'temperatureDifference', job.display)} at night`,
        run(job, { setBack: USUAL_SET_BACK }),
        true,
      );
  yield answerOf(`Water a notch cooler (${say(NOTCH, 'temperatureDifference', job.display)})`, run(cooler(job)), lowered);
  const more = moreWater(job, design.buffer?.tank?.volume.value ?? null);
  yield answerOf(more.label, run(more.job), lowered);
  const { zones } = plant.assembly;
  const largest = [...design.circuits].sort((a, b) => b.load.value - a.load.value)[0];
  const only = zones.find((zone) => zone.circuitId === largest?.id) ?? zones[0];
  if (only && zones.length > 1) yield answerOf(`${only.label} alone`, run(job, { only: [only.id] }), lowered);
}

/** Of one day on average. */
function answerOf(label: string, result: RunResult | null, setBack: boolean): WhatIf {
  const { energy } = result ?? {};
  const made = energy?.made ?? 0;
  // Heat that is still in the house was bought for another day.
  const needed = made - (energy ? energy.inHouse + energy.inWater : 0);
  const share = made > 0 ? Math.max(needed, 0) / made : 1;
  const daily = (value: number) => value / COUNTED;
  return {
    label,
    cycles: Math.round(daily(result?.cycles ?? 0)),
    shortestRun: result?.shortestRun ?? null,
    made: daily(made * share),
    bought: energy?.bought == null ? null : daily(energy.bought * share),
    pumps: daily(energy?.pumps ?? 0),
    hoursShort: daily(result?.hoursShort.reduce((sum, hours) => sum + hours, 0) ?? 0),
    setBack,
    recovery: result?.recovery ?? null,
    broke: result ? result.broke : 'So changed there is no plant to run; see what the Plant page finds.',
  };
}
