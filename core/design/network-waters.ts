import type { Fluid } from '../fluid/fluid.ts';
import type { TwinLink } from '../network/twin.ts';
import { type JobWater, jobWaters } from '../piping/job-waters.ts';
import { Groups } from '../piping/waters.ts';
import type { Context } from './context.ts';
import { pointsOf } from './points.ts';

/** The waters of a network: points that links join carry the same one. */
export class NetworkWaters {
  private readonly groups = new Groups<string>();
  private readonly of: { water: JobWater; key: string }[];

  constructor(context: Context, links: readonly TwinLink[]) {
    for (const { from, to } of links) this.groups.join(from, to);
    this.of = jobWaters(context.job).map((water) => {
      const [port] = water.ports;
      return { water, key: this.groups.of(water.ofSource || !port ? 'source/in' : pointsOf(context.piping, port).back) };
    });
  }

  /** What fills a link; undefined where it is what fills the source. */
  fluidOf({ from }: TwinLink): Fluid | undefined {
    const key = this.groups.of(from);
    const found = this.of.find((each) => each.key === key)?.water;
    return found?.entry ? found.fluid : undefined;
  }
}
