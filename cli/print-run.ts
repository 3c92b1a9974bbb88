import type { Side } from '../core/job/side-by-side.ts';
import { formatNumber, say } from '../core/quantity/format.ts';
import { KWH } from '../core/quantity/spans.ts';
import { costOf } from '../core/run/cost.ts';
import { boughtLabel, efficiencyLabel, notables } from '../core/run/notable.ts';
import type { RunResult } from '../core/run/run.ts';
import type { Job } from '../model/job.ts';
import { tame } from './print.ts';

const kWh = (joules: number) => `${Math.round(joules / KWH)} kWh`;
const minutes = (seconds: number | null) => (seconds === null ? 'none ended' : `${Math.round(seconds / 60)} min`);

/** What a run came to, label and words. */
function totals(job: Job, run: RunResult): [string, string][] {
  const { energy, carrier, zones, hoursShort } = run;
  const { cost, emission } = costOf(job, run);
  const bought: [string, string][] =
    energy.bought === null
      ? []
      : [
          [boughtLabel(carrier), kWh(energy.bought)],
          carrier === 'electricity'
            ? [efficiencyLabel(carrier), ((energy.made + energy.immersion) / energy.bought).toFixed(2)]
            : [efficiencyLabel(carrier), `${formatNumber((100 * (energy.made + energy.immersion)) / energy.bought, 0)} %`],
        ];
  return [
    ['Heat made', kWh(energy.made)],
    ...bought,
    ['Hot water', kWh(energy.toCylinder)],
    ['Heat loss of pipes', kWh(energy.pipes)],
    ['Pumps', kWh(energy.pumps)],
    ...notables(run).map((each): [string, string] => [
      tame(each.label),
      'energy' in each ? kWh(each.energy) : `${(each.seconds / 3600).toFixed(1)} h`,
    ]),
    ...(cost === null ? [] : ([['Cost', formatNumber(cost, 2)]] as [string, string][])),
    ...(emission === null ? [] : ([['Carbon dioxide', `${formatNumber(emission, 0)} kg`]] as [string, string][])),
    ['Mean flow temperature', say(run.meanFlow, 'temperature', job.display)],
    ['Mean return temperature', say(run.meanReturn, 'temperature', job.display)],
    ['Starts', String(run.cycles)],
    ['Hours run', (run.running / 3600).toFixed(0)],
    ['Shortest run', minutes(run.shortestRun)],
    ['Hours below set point, any room', run.hoursAnyShort.toFixed(0)],
    ['Hours somebody is too warm', run.hoursAnyWarm.toFixed(0)],
    ...zones.map(({ label }, z): [string, string] => [`Hours short: ${tame(label)}`, (hoursShort[z] ?? 0).toFixed(0)]),
    ['States solved', String(run.solved)],
    ['Steps that took a known one', `${((100 * run.known) / Math.max(run.known + run.solved, 1)).toFixed(1)} %`],
    ['Their flows off by at most', `${(100 * run.flowError).toFixed(2)} %`],
  ];
}

/** The totals of a day or a season, one to a line. @param weather what it was run through, in words */
export function printRun(job: Job, run: RunResult, weather: string): string {
  const rows = totals(job, run);
  const widest = Math.max(...rows.map(([label]) => label.length));
  const head = `${tame(job.name)}: ${tame(weather)}`;
  return `${[head, ...(run.broke ? [run.broke] : []), ...rows.map(([label, value]) => `${label.padEnd(widest)}  ${value}`)].join('\n')}\n`;
}

/** Ways of piping one below the other, each with its totals and drawbacks. */
export function printSides(sides: readonly Side[]): string {
  return sides
    .map((side) => {
      const head = `${side.title}: ${side.parts} parts, ${side.pumps} pumps of ${Math.round(side.pumpPower)} W`;
      const drawbacks = side.drawbacks.map((title) => `  - ${tame(title)}`);
      return `${[head, ...drawbacks].join('\n')}\n${side.run ? printRun(side.job, side.run, 'through the season') : 'It cannot be run.\n'}`;
    })
    .join('\n');
}
