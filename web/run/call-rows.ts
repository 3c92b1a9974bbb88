import { HOT_WATER_CALL } from '../../core/design/plant-state.ts';
import type { RunMoment, RunResult } from '../../core/run/run.ts';

export interface CallRow {
  id: string;
  label: string;
  /** Which zone it is; null for cylinder and source. */
  zone: number | null;
  source: boolean;
  on: (moment: RunMoment) => boolean;
  /** Seconds from and to, each run whole. */
  runs: { from: number; to: number }[];
}

/** Runs of moments in which something was on; each moment stands until the next. */
export function runsOf(moments: readonly RunMoment[], on: (moment: RunMoment) => boolean): { from: number; to: number }[] {
  const step = (moments[1]?.time ?? 0) - (moments[0]?.time ?? 0);
  const runs: { from: number; to: number }[] = [];
  for (const moment of moments) {
    if (!on(moment)) continue;
    const last = runs.at(-1);
    if (last && last.to === moment.time) last.to = moment.time + step;
    else runs.push({ from: moment.time, to: moment.time + step });
  }
  return runs;
}

/** Zones, cylinder and source of a run, with the times each called or ran. */
export function callRows({ zones, moments }: Pick<RunResult, 'zones' | 'moments'>): CallRow[] {
  const row = (id: string, label: string, zone: number | null, source: boolean, on: CallRow['on']): CallRow => ({
    id,
    label,
    zone,
    source,
    on,
    runs: runsOf(moments, on),
  });
  return [
    ...zones.map(({ id, label }, z) => row(id, label, z, false, ({ calls }) => calls[z] === '1')),
    ...(moments.some(({ store }) => store !== null)
      ? [row(HOT_WATER_CALL, 'Cylinder', null, false, ({ calling }) => calling.includes(HOT_WATER_CALL))]
      : []),
    row('source', 'Source fires', null, true, ({ firing }) => firing),
  ];
}
