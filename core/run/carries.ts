import type { Design } from '../design/design.ts';
import { fluidOf, fluidState } from '../fluid/fluid.ts';
import type { FluidState } from '../fluid/water.ts';
import { jobWaters } from '../piping/job-waters.ts';
import type { SettledJob } from '../plan/settled-job.ts';

/** What the water in each part of a plant weighs and carries in a run: taken once, at the mean of the source's temperatures. */
export interface Carried {
  /** Of the source's water. */
  source: FluidState;
  /** J/(kg K) of the water in a branch. */
  specificHeatIn: (place: string) => number;
  /** J/(m3 K) of the water in a branch or a station; of the source's without one. */
  perVolume: (of: { branch?: string; station?: string }) => number;
}

export function carriedIn(job: SettledJob, design: Pick<Design, 'source'>): Carried {
  const at = (design.source?.returnTemperature.value ?? 40) / 2 + job.source.flowTemperature / 2;
  const source = fluidState(fluidOf(job.fluid), at);
  const waters = jobWaters(job).map((water) => ({ water, state: water.entry ? fluidState(water.fluid, at) : source }));
  const stateIn = ({ branch, station }: { branch?: string; station?: string }): FluidState =>
    waters.find(
      ({ water }) =>
        (branch !== undefined && water.branches.includes(branch)) || (station !== undefined && water.holds.includes(station)),
    )?.state ?? source;
  return {
    source,
    specificHeatIn: (branch) => stateIn({ branch }).specificHeat,
    perVolume: (of) => {
      const { density, specificHeat } = stateIn(of);
      return density * specificHeat;
    },
  };
}
