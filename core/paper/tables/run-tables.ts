import type { Job } from '../../../model/job.ts';
import { KWH } from '../../quantity/spans.ts';
import type { RunResult } from '../../run/run.ts';
import { type Column, column, type Table } from '../table.ts';

const tenth = (value: number | null): number | null => (value === null ? null : Math.round(value * 10) / 10);

/** What runs came to that are kept with the job, the newest last. */
export const keptRunsTable = (job: Job): Table => ({
  id: 'runs',
  title: 'Runs kept with the job',
  columns: [
    column('When'),
    column('Run'),
    column('Made from'),
    { label: 'Heat made', unit: 'kWh' },
    { label: 'Bought', unit: 'kWh' },
    { label: 'Pumps', unit: 'kWh' },
    column('Cost'),
    { label: 'Carbon dioxide', unit: 'kg' },
    column('Starts a day'),
    { label: 'Shortest run', unit: 'min' },
    column('Sent on average', 'temperature'),
    column('Back on average', 'temperature'),
    column('Hours below set point, any room'),
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
    run.meanFlow,
    run.meanReturn,
    tenth(run.hoursShort),
  ]),
});

/** Every moment kept of a day, a line each: times in minutes, the rest in the units of the job. */
export function dayTable(run: RunResult): Table {
  const stored = run.moments.some((moment) => moment.store !== null);
  const layers = run.moments[0]?.layers.length ?? 0;
  return {
    id: 'day',
    title: 'A day, moment by moment',
    columns: [
      column('Minute'),
      column('Outdoors', 'temperature'),
      column('Flow temperature of the source', 'temperature'),
      column('Asked of it', 'temperature'),
      column('Return', 'temperature'),
      column('Output', 'power'),
      column('Fires'),
      column('Through the source', 'volumeFlow'),
      column('Flow of all circuits', 'volumeFlow'),
      column('Pumps', 'electricPower'),
      ...(stored ? [column('Cylinder', 'temperature')] : []),
      ...Array.from({ length: layers }, (_, i) => column(`Buffer layer ${i + 1}`, 'temperature')),
      ...run.zones.flatMap(({ label }): Column[] => [column(label, 'temperature'), column(`${label} calls`)]),
    ],
    rows: run.moments.map((moment) => [
      moment.time / 60,
      moment.outdoor,
      moment.supply,
      moment.wanted,
      moment.back,
      moment.output,
      moment.firing ? 1 : 0,
      moment.flow / run.density,
      moment.drawn / run.density,
      moment.pumps,
      ...(stored ? [moment.store === null ? null : moment.store] : []),
      ...moment.layers.map((layer) => layer),
      ...run.zones.flatMap((_, z) => [moment.rooms[z] ?? 0, moment.calls[z] === '1' ? 1 : 0]),
    ]),
  };
}
