import type { Job, WaterEntry } from '../../model/job.ts';
import { type Fluid, fluidOf } from '../fluid/fluid.ts';
import type { PortRef } from '../plan/plan.ts';
import { type PipedJob, planOf } from '../plan/plan-of-job.ts';
import { watersOf } from './waters.ts';

/** One of the waters of a job. */
export interface JobWater {
  /** Places of the branches it fills, ids of the stations it stands in, those that hold it, and the ports it passes. */
  branches: readonly string[];
  stations: readonly string[];
  holds: readonly string[];
  ports: readonly PortRef[];
  /** Whether it is the first source's. */
  ofSource: boolean;
  /** What the job says of it by itself; null where it counts with the source's. */
  entry: WaterEntry | null;
  fluid: Fluid;
}

export type WateredJob = PipedJob & Pick<Job, 'waters' | 'fluid'>;

const known = new WeakMap<object, JobWater[]>();

/** The waters of a job that pipes carry, the source's first. What people draw from a cylinder is not among them. */
export function jobWaters(job: WateredJob): JobWater[] {
  const seen = known.get(job);
  if (seen) return seen;
  const found = watersOf(planOf(job))
    .filter(({ branches }) => branches.length > 0)
    .map(({ branches, stations, holds, ports }): JobWater => {
      const ofSource = branches.includes('source');
      const entry = ofSource ? null : (job.waters.find(({ of }) => ports.includes(of)) ?? null);
      return { branches, stations, holds, ports, ofSource, entry, fluid: fluidOf(entry?.fluid ?? job.fluid) };
    })
    .sort((a, b) => Number(b.ofSource) - Number(a.ofSource));
  known.set(job, found);
  return found;
}

/** The water that a branch carries; the source's for one that hangs on nothing. */
export const waterAt = (job: WateredJob, place: string): JobWater => {
  const all = jobWaters(job);
  return all.find(({ branches }) => branches.includes(place)) ?? (all[0] as JobWater);
};

/** The water that passes a port. */
export const waterAtPort = (job: WateredJob, ref: PortRef): JobWater => {
  const all = jobWaters(job);
  return all.find(({ ports }) => ports.includes(ref)) ?? (all[0] as JobWater);
};
