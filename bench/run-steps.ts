/**
 * What the length of a step makes of a run: starts, temperatures, energy and hours short of each system through days of -8 to
 * +8 °C, in steps of a season beside steps of five seconds. Part of `npm run bench`.
 */
import { designWithPlant } from '../core/job/design-job.ts';
import type { RunResult } from '../core/run/run.ts';
import { daySettings, SEASON_STEP } from '../core/run/settings.ts';
import { simulate } from '../core/run/simulate.ts';
import { syntheticDay } from '../core/run/weather.ts';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';

const DAYS = [-8, -4, 0, 4, 8];
const FINE = 5;

function through(job: Job, step: number): RunResult | null {
  const { design, plant } = designWithPlant(job);
  if (!plant) return null;
  const outdoor = DAYS.flatMap((mean) => syntheticDay(mean, 4, step));
  return simulate(job, design, plant, daySettings(job, { mean: 0, swing: 0 }, { step, outdoor, keepEvery: 1e9, settle: 0 }));
}

/** One line a system: coarse beside fine, and what keeps within what was wanted. */
export function runSteps(print: (line: string) => void): void {
  print(`five days, ${SEASON_STEP} s beside ${FINE} s: starts, sent (K apart), energy (%), hours short; * what is outside`);
  for (const [name, job] of Object.entries({ ...SYSTEMS, demo: thistleMill })) {
    const [coarse, fine] = [through(job, SEASON_STEP), through(job, FINE)];
    if (!coarse || !fine) continue;
    const starts = Math.abs(coarse.cycles - fine.cycles) <= Math.max(0.05 * fine.cycles, 2 * DAYS.length);
    const sent = coarse.meanFlow - fine.meanFlow;
    const energy = coarse.energy.made / fine.energy.made - 1;
    const [short, finely] = [coarse.hoursAnyShort, fine.hoursAnyShort];
    const hours = Math.abs(short - finely) <= Math.max(0.1 * finely, 0.5);
    const mark = (good: boolean) => (good ? ' ' : '*');
    print(
      `${name.padEnd(5)} ${coarse.cycles} ${fine.cycles}${mark(starts)} ${sent.toFixed(2)}${mark(Math.abs(sent) <= 0.3)} ${(100 * energy).toFixed(2)}${mark(Math.abs(energy) <= 0.01)} ${short.toFixed(1)} ${finely.toFixed(1)}${mark(hours)}`,
    );
  }
}

runSteps((line) => console.log(line));
