import type { Job } from '../../model/job.ts';
import { given, type Ingredient } from '../figure/figure.ts';
import type { BranchFlow, PlanFlows } from '../piping/flows.ts';
import { isEntered } from '../piping/piping.ts';
import { type Branch, portIdOf, stationOf } from '../plan/plan.ts';
import { stationName } from '../plan/ports.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';

/** Something that takes water from a station at design: a circuit, or the pipes to a further station. */
export interface Taker {
  place: string;
  name: string;
  /** Id of the port it hangs on. */
  port: string;
  /** As it enters sums: its own flow, and what it brings back. */
  massFlow: Ingredient;
  returnTemperature: Ingredient;
  at: BranchFlow;
  circuit: CircuitFlow | null;
}

/** What takes water from a station; circuits behind the one pump count each for itself. */
export function takersOf({ piping, job }: Context, station: string, circuits: readonly CircuitFlow[], flows: PlanFlows): Taker[] {
  const takers: Taker[] = [];
  const port = (branch: Branch) => portIdOf(branch.at);
  const put = (branch: Branch, hangsOn: string) => {
    const at = flows.get(branch.place);
    if (!at) return;
    const circuit = circuits.find(({ place }) => place === branch.place);
    if (circuit) {
      const { place, massFlow, returnTemperature } = circuit;
      takers.push({ place, name: circuit.circuit.name, port: hangsOn, massFlow, returnTemperature, at, circuit });
      return;
    }
    if (branch.kind !== 'link' || !isEntered(branch)) return;
    const name = linkName(job, branch.id);
    takers.push({
      place: branch.place,
      name,
      port: hangsOn,
      massFlow: given(`${name}: flow`, 'massFlow', at.flow, 'what hangs behind it, at its delta T'),
      returnTemperature: given(`${name}: return`, 'temperature', at.back, 'what hangs behind it'),
      at,
      circuit: null,
    });
  };
  for (const branch of piping.drawing(station)) {
    if (branch.kind === 'link' && branch === piping.sharedLink) for (const each of piping.behind(branch)) put(each, port(branch));
    else put(branch, port(branch));
  }
  return takers;
}

/** The cylinder as the only taker of a station: what charges it, while it does. */
export function chargingTaker({ piping, job, fluidAt }: Context, station: string, supply: number): Taker | null {
  const { hotWater } = job;
  const branch = piping.drawing(station).find(({ place }) => place === 'hotWater');
  if (!branch || !hotWater) return null;
  const drop = Math.max(hotWater.coilFlow - hotWater.coilReturn, 1);
  const { specificHeat } = fluidAt(hotWater.flowTemperature - drop / 2, 'hotWater');
  const flow = hotWater.coilOutput / (specificHeat * drop);
  return {
    place: 'hotWater',
    name: 'Cylinder',
    port: portIdOf(branch.at),
    massFlow: given('flow that charges the cylinder', 'massFlow', flow, 'its rated output and fall'),
    returnTemperature: given('what comes back from it', 'temperature', supply - drop, 'its rated fall'),
    at: { flow, supply, back: supply - drop, hotShare: 1 },
    circuit: null,
  };
}

/** What the pipes between two stations are called: as entered, or by where they lead. */
export function linkName(job: Pick<Job, 'links' | 'stations' | 'separation'>, id: string): string {
  const entry = job.links.find((link) => link.id === id);
  if (!entry || entry.name) return entry?.name ?? id;
  const name = stationName(job, stationOf(entry.to));
  return `Pipes to ${name.charAt(0).toLowerCase()}${name.slice(1)}`;
}
