import type { Job } from '../../model/job.ts';
import { designWithPlant } from '../design/design-job.ts';
import { type RunResult, type RunSettings, simulate } from './simulate.ts';

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
  broke: string | null;
}

/** Kelvin of a notch on a curve, of a usual set-back, and the larger tank tried, m3. */
const NOTCH = 2;
const SET_BACK = { from: 22, to: 6, by: 3 };
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
  const run = (changed: Job, more: Partial<RunSettings> = {}): RunResult => {
    const built = designWithPlant(changed, design);
    return built.plant
      ? simulate(changed, built.design, built.plant, { ...settings, ...more })
      : simulate(job, design, plant, settings);
  };
  const first = plant.assembly.zones[0];
  const largest = [...design.circuits].sort((a, b) => b.load.value - a.load.value)[0];
  const only = plant.assembly.zones.find((zone) => zone.circuitId === largest?.id) ?? first;
  const questions: [string, RunResult][] = [
    ['As it is', simulate(job, design, plant, settings)],
    ...(settings.setBack
      ? [['Without the set-back', run(job, { setBack: null })] as [string, RunResult]]
      : [[`Set back by ${SET_BACK.by} K at night`, run(job, { setBack: SET_BACK })] as [string, RunResult]]),
    ['Water a notch cooler (2 K)', run(cooler(job))],
    [
      '50 L more water in the return',
      run({ ...job, source: { ...job.source, volumiser: (job.source.volumiser ?? 0) + MORE_WATER } }),
    ],
    ...(only && plant.assembly.zones.length > 1
      ? [[`${only.label} alone`, run(job, { only: [only.id] })] as [string, RunResult]]
      : []),
  ];
  return questions.map(([label, result]) => ({
    label,
    cycles: result.cycles,
    shortestRun: result.shortestRun,
    made: result.energy.made,
    bought: result.energy.bought,
    pumps: result.energy.pumps,
    hoursShort: result.hoursShort.reduce((sum, hours) => sum + hours, 0),
    broke: result.broke,
  }));
}
