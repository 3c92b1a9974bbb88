import type { LinkEntry } from '../../model/job.ts';
import { shifted } from '../../model/quantities.ts';
import { decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { bothWays, componentsLoss } from '../pipe/components.ts';
import type { BranchFlow, PlanFlows } from '../piping/flows.ts';
import { type LinkBranch, stationOf } from '../plan/plan.ts';
import { KINDS } from '../station/kinds.ts';
import type { PumpDesign } from './choose-pump.ts';
import { type CircuitFlow, massFlowFor, partsInLine } from './circuit-design.ts';
import type { Context, FilledState } from './context.ts';
import { designPipe, type PipeDesign, type SizedPipe } from './pipe-design.ts';
import { designRunHeat, type RunHeat } from './run-heat.ts';
import { linkName } from './takers.ts';

/** Pipes from one station to the next at design flows. */
export interface LinkFlow {
  entry: LinkEntry;
  branch: LinkBranch;
  place: string;
  name: string;
  /** Of all that hangs behind it. */
  load: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  supply: Figure;
  back: Figure;
  fluid: FilledState;
  run: SizedPipe;
  runHeat: RunHeat;
  /** Loss of the parts in line at design flow; null when there are none. */
  inLine: Figure | null;
  /** Loss in Pa of its pipes and parts at any flow in m3/s. */
  lossAt: (volumeFlow: number) => number;
}

/** The same as plain data, with its pump. */
export interface LinkDesign {
  id: string;
  place: string;
  name: string;
  load: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  supply: Figure;
  back: Figure;
  run: PipeDesign;
  runHeat: Figure;
}

export interface LinkSized extends LinkDesign {
  /** Its pump; null where others move its water. */
  pump: PumpDesign | null;
}

const entryAt = ({ job }: Context, { id }: LinkBranch): LinkEntry => {
  const entry = job.links.find((link) => link.id === id);
  if (!entry) throw new RangeError(`the job has no link ${id}`);
  return entry;
};

/** Circuits that draw through a link. */
const circuitsBehind = ({ piping }: Context, link: LinkBranch, circuits: readonly CircuitFlow[]) => {
  const behind = new Set(piping.behind(link).map(({ place }) => place));
  return circuits.filter(({ place }) => behind.has(place));
};

const dropOf = ({ job }: Context, { temperatureDifference }: LinkEntry) =>
  temperatureDifference === 'auto' ? job.source.temperatureDifference : temperatureDifference;

/**
 * Flow of the links that set their own: those that lead to a station which no pump behind it is felt across, at their delta T.
 * Others carry what is drawn behind them.
 */
export function ownLinkFlows(context: Context, circuits: readonly CircuitFlow[]): Map<string, number> {
  const flows = new Map<string, number>();
  for (const link of context.piping.linksOutwards) {
    const to = context.piping.station(stationOf(link.to));
    if (!to || !KINDS[to.kind].traits.decouples) continue;
    const load = circuitsBehind(context, link, circuits).reduce((sum, circuit) => sum + circuit.load.value, 0);
    // What only charges the cylinder stands on the design day.
    if (load <= 0) continue;
    const { specificHeat } = context.fluidAt(context.job.source.flowTemperature, link.place);
    flows.set(link.place, massFlowFor(load, specificHeat, dropOf(context, entryAt(context, link))));
  }
  return flows;
}

/** Pipes that only charge the cylinder, while they do: what charges it at the delta T of the pipes. */
function charging(context: Context, branch: LinkBranch, entry: LinkEntry, supply: number): BranchFlow {
  const drop = dropOf(context, entry);
  const { specificHeat } = context.fluidAt(supply, branch.place);
  const flow = massFlowFor(context.job.hotWater?.coilOutput ?? 0, specificHeat, drop);
  return { flow, supply, back: supply - drop, hotShare: 1 };
}

/** Load, flow, temperatures and pipe of a link. */
export function designLink(
  context: Context,
  branch: LinkBranch,
  circuits: readonly CircuitFlow[],
  flows: PlanFlows,
  deltaT: Ingredient,
): LinkFlow | null {
  const { book, piping, job } = context;
  const flowing = flows.get(branch.place) as BranchFlow | undefined;
  const entry = entryAt(context, branch);
  const own = circuitsBehind(context, branch, circuits);
  const { hotWater } = job;
  const charges = own.length === 0 && hotWater !== null && piping.behind(branch).some((each) => each.place === 'hotWater');
  if (!flowing || (own.length === 0 && !charges)) return null;
  const { place } = branch;
  const at = charges ? charging(context, branch, entry, flowing.supply) : flowing;
  const name = linkName(job, entry.id);
  const load = book.add({
    id: `${place}/load`,
    label: `${name}: load`,
    kind: 'power',
    value: charges ? (hotWater?.coilOutput ?? 0) : own.reduce((sum, circuit) => sum + circuit.load.value, 0),
    formula: charges ? 'Q = rated output of what charges the cylinder' : 'Q = Σ circuits behind it',
    source: charges ? 'data sheet' : 'sum of what hangs behind it',
    terms: charges
      ? { Q: decided('rated output', 'power', hotWater?.coilOutput ?? 0, 'hotWater/coilOutput') }
      : Object.fromEntries(own.map((circuit, i) => [`Q${i + 1}`, circuit.load])),
  });
  const to = piping.station(stationOf(branch.to));
  const sets = to !== undefined && KINDS[to.kind].traits.decouples;
  const drop =
    entry.temperatureDifference === 'auto'
      ? deltaT
      : decided('delta T', 'temperatureDifference', entry.temperatureDifference, `${place}/temperatureDifference`);
  const fluid = context.fluidAt(shifted(at.supply, -dropOf(context, entry) / 2), place);
  const massFlow = book.add({
    id: `${place}/massFlow`,
    label: `${name}: mass flow`,
    kind: 'massFlow',
    value: at.flow,
    formula: sets ? 'm = Q / (c_p · ΔT)' : 'm = Σ m drawn behind it',
    source: sets ? 'energy balance' : 'nothing parts it from what hangs behind it',
    terms: sets ? { Q: load, c_p: context.specificHeatOf(fluid), ΔT: drop } : { Q: load },
  });
  const volumeFlow = book.add({
    id: `${place}/volumeFlow`,
    label: `${name}: flow`,
    kind: 'volumeFlow',
    value: massFlow.value / fluid.density,
    formula: 'V = m / ρ',
    source: 'definition of density',
    terms: { m: massFlow, ρ: context.densityOf(fluid) },
  });
  const supply = book.add({
    id: `${place}/supply`,
    label: `${name}: supply`,
    kind: 'temperature',
    value: at.supply,
    formula: 'T = T where it hangs',
    source: 'energy balance of the station it hangs on',
    terms: { T: given('supply of that station', 'temperature', at.supply, 'its own sum') },
  });
  const back = book.add({
    id: `${place}/back`,
    label: `${name}: return`,
    kind: 'temperature',
    value: at.back,
    formula: 'T_r = T − Q / (m c_p)',
    source: 'energy balance of what hangs behind it',
    terms: { T: supply, Q: load, m: massFlow, c_p: context.specificHeatOf(fluid) },
  });
  const run = designPipe(context, {
    place: `${place}/run`,
    label: name,
    run: entry.run,
    volumeFlow,
    fluid,
    temperatureDifference: { value: dropOf(context, entry), ingredient: drop },
    ways: 2,
  });
  return {
    entry,
    branch,
    place,
    name,
    load,
    massFlow,
    volumeFlow,
    supply,
    back,
    fluid,
    run,
    runHeat: designRunHeat(context, name, entry.run, run, supply, back),
    inLine: partsInLine(context, `${place}/components`, name, bothWays(entry), run, volumeFlow, fluid),
    lossAt: (flow) => run.lossAt(flow) + componentsLoss(bothWays(entry), flow, run.pipe.size.bore, fluid),
  };
}

export const plainLink = ({
  entry,
  place,
  name,
  load,
  massFlow,
  volumeFlow,
  supply,
  back,
  run,
  runHeat,
}: LinkFlow): LinkDesign => ({
  id: entry.id,
  place,
  name,
  load,
  massFlow,
  volumeFlow,
  supply,
  back,
  run: run.pipe,
  runHeat: runHeat.loss,
});
