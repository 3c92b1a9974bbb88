import { shifted } from '../../model/quantities.ts';
import { coldShare } from '../circuit/mixing.ts';
import { coolingOf } from '../emitter/cooling.ts';
import { fluidOf, fluidState } from '../fluid/fluid.ts';
import { coldFlowOf, coldSideOf, sourceRise } from '../plan/cold-side.ts';
import type { SettledJob } from '../plan/settled-job.ts';

/** Flow in m3/s that pipes and pumps carry in summer, by the place of the circuit, of its injection pump, and `source`. */
export type ColdFlows = ReadonlyMap<string, number>;

const NONE: ColdFlows = new Map();

/**
 * What circuits that are sized for summer too have to carry then: what their emitters take at the water decided, over its rise. The source
 * carries all of it at its own rise.
 */
export function coldFlowsOf(job: SettledJob): ColdFlows {
  const side = coldSideOf(job);
  if (!side?.circuits.some(({ cooling }) => cooling.sized)) return NONE;
  const air = { temperature: job.site.summerRoom, humidity: job.site.summerHumidity };
  const fluid = fluidState(fluidOf(job.fluid), coldFlowOf(side));
  const flows = new Map<string, number>();
  let heat = 0;
  for (const { id, cooling } of side.circuits) {
    const { flowTemperature: flow, temperatureDifference: rise } = cooling;
    const taken = job.rooms.reduce(
      (sum, room) =>
        sum +
        room.emitters.reduce((of, emitter) => {
          const got = (emitter.circuit ?? room.circuit) === id ? coolingOf(emitter, { flow, rise }, air) : null;
          return of + (got ? got.sensible + got.latent : 0);
        }, 0),
      0,
    );
    heat += taken;
    const own = fluidState(fluidOf(job.fluid), shifted(flow, rise / 2));
    if (!cooling.sized || taken <= 0) continue;
    const carried = taken / (own.specificHeat * rise) / own.density;
    flows.set(`circuits/${id}`, carried);
    flows.set(`circuits/${id}/injection`, carried * coldShare(flow, coldFlowOf(side), shifted(flow, rise)));
  }
  if (side.source.kind === 'turned-round' && heat > 0)
    flows.set('source', heat / (fluid.specificHeat * sourceRise(side)) / fluid.density);
  return flows;
}
