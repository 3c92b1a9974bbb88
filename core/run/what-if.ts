import type { Job } from '../../model/job.ts';
import { designWithPlant } from '../design/design-job.ts';
import type { RunResult, RunSettings } from './run.ts';
import { USUAL_SET_BACK } from './settings.ts';
import { simulate } from './simulate.ts';

/** One change to the run, and what came of it. */
export interface WhatIf {
  label: string;
  cycles: number;
  shortestRun: number | null;
  /** J from the source, and electricity bought for it and for the pumps. */
  made: number;
  bought: number | null;
  pumps: number;
  /** Hours a zone was short, all zones together. */
  hoursShort: number;
  /** Time to be warm again after a set-back, s; null without one, or where it is never reached. */
  recovery: number | null;
  broke: string | null;
}

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

/** The day as it is, and with one thing changed at a time. */
export function whatIfs(job: Job, settings: RunSettings): WhatIf[] {
  const { design, plant } = designWithPlant(job);
  if (!plant) return [];
  // The same plant, its pumps and settings as built: only what the question changes is changed.
  const run = (changed: Job, more: Partial<RunSettings> = {}): RunResult | null => {
    const built = designWithPlant(changed, design);
    return built.plant && simulate(changed, built.design, built.plant, { ...settings, ...more });
  };
  const first = plant.assembly.zones[0];
  const largest = [...design.circuits].sort((a, b) => b.load.value - a.load.value)[0];
  const only = plant.assembly.zones.find((zone) => zone.circuitId === largest?.id) ?? first;
  const questions: [string, RunResult | null][] = [
    ['As it is', simulate(job, design, plant, settings)],
    ...(settings.setBack
      ? [['Without the set-back', run(job, { setBack: null })] as [string, RunResult | null]]
      : [[`Set back by ${USUAL_SET_BACK.by} K at night`, run(job, { setBack: USUAL_SET_BACK })] as [string, RunResult | null]]),
    ['Water a notch cooler (2 K)', run(cooler(job))],
    [
      '50 L more water in the return',
      run({ ...job, source: { ...job.source, volumiser: (job.source.volumiser ?? 0) + MORE_WATER } }),
    ],
    ...(only && plant.assembly.zones.length > 1
      ? [[`${only.label} alone`, run(job, { only: [only.id] })] as [string, RunResult | null]]
      : []),
  ];
  return questions.map(([label, result]) => answerOf(label, result));
}

const answerOf = (label: string, result: RunResult | null): WhatIf => ({
  label,
  cycles: result?.cycles ?? 0,
  shortestRun: result?.shortestRun ?? null,
  made: result?.energy.made ?? 0,
  bought: result?.energy.bought ?? null,
  pumps: result?.energy.pumps ?? 0,
  hoursShort: result?.hoursShort.reduce((sum, hours) => sum + hours, 0) ?? 0,
  recovery: result?.recovery ?? null,
  broke: result ? result.broke : 'So changed there is no plant to run; see what the Plant page finds.',
});
