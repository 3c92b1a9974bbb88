import { KWH } from '../core/quantity/spans.ts';
import { fromSI, unitFor } from '../core/quantity/units.ts';
import type { RunResult } from '../core/run/run.ts';
import type { Display, Job } from '../model/job.ts';
import type { QuantityKind } from '../model/quantities.ts';
import type { ResultTable, Writing } from './result-cells.ts';

const tenth = (value: number | null): number | null => (value === null ? null : Math.round(value * 10) / 10);

/** What runs came to that are kept with the job, the newest last. */
export const keptRunsTable = (job: Job, { head, number }: Writing): ResultTable => ({
  id: 'runs',
  title: 'Runs kept with the job',
  headings: [
    'When',
    'Run',
    'Made from',
    'Heat made (kWh)',
    'Bought (kWh)',
    'Pumps (kWh)',
    'Cost',
    'Carbon dioxide (kg)',
    'Starts a day',
    'Shortest run (min)',
    head('Sent on average', 'temperature'),
    head('Back on average', 'temperature'),
    'Hours somebody is short',
  ],
  rows: job.runs.map((run) => [
    run.at,
    run.title,
    run.settings,
    tenth(run.made === null ? null : run.made / KWH),
    tenth(run.bought === null ? null : run.bought / KWH),
    tenth(run.pumps === null ? null : run.pumps / KWH),
    run.cost === null ? null : Math.round(run.cost * 100) / 100,
    tenth(run.emission),
    tenth(run.startsADay),
    tenth(run.shortestRun === null ? null : run.shortestRun / 60),
    tenth(number(run.meanFlow, 'temperature')),
    tenth(number(run.meanReturn, 'temperature')),
    tenth(run.hoursShort),
  ]),
});

/** Every moment kept of a day, a line each: times in minutes, the rest in the units of the job. */
export function dayTable(run: RunResult, display: Display): ResultTable {
  const head = (label: string, kind: QuantityKind) => `${label} (${unitFor(kind, display)})`;
  const number = (value: number, kind: QuantityKind) => Number(fromSI(value, kind, unitFor(kind, display)).toPrecision(6));
  const stored = run.moments.some((moment) => moment.store !== null);
  const layers = run.moments[0]?.layers.length ?? 0;
  return {
    id: 'day',
    title: 'A day, moment by moment',
    headings: [
      'Minute',
      head('Outdoors', 'temperature'),
      head('Source sends', 'temperature'),
      head('Asked of it', 'temperature'),
      head('Gets back', 'temperature'),
      head('Source gives', 'power'),
      'Fires',
      head('Through the source', 'volumeFlow'),
      head('Drawn by all', 'volumeFlow'),
      head('Pumps', 'electricPower'),
      ...(stored ? [head('Cylinder', 'temperature')] : []),
      ...Array.from({ length: layers }, (_, i) => head(`Buffer layer ${i + 1}`, 'temperature')),
      ...run.zones.flatMap(({ label }) => [head(label, 'temperature'), `${label} calls`]),
    ],
    rows: run.moments.map((moment) => [
      moment.time / 60,
      number(moment.outdoor, 'temperature'),
      number(moment.supply, 'temperature'),
      number(moment.wanted, 'temperature'),
      number(moment.back, 'temperature'),
      number(moment.output, 'power'),
      moment.firing ? 1 : 0,
      number(moment.flow / run.density, 'volumeFlow'),
      number(moment.drawn / run.density, 'volumeFlow'),
      number(moment.pumps, 'electricPower'),
      ...(stored ? [moment.store === null ? null : number(moment.store, 'temperature')] : []),
      ...moment.layers.map((layer) => number(layer, 'temperature')),
      ...run.zones.flatMap((_, z) => [number(moment.rooms[z] ?? 0, 'temperature'), moment.calls[z] === '1' ? 1 : 0]),
    ]),
  };
}
