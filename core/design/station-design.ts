import { type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { PlanFlows } from '../piping/flows.ts';
import { portIdOf, type Station, type StationKindId, stationOf } from '../plan/plan.ts';
import { entryOf } from '../plan/plan-of-job.ts';
import { stationName } from '../plan/ports.ts';
import { KINDS } from '../station/kinds.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { designExchanger, type ExchangerDesign, type SizedExchanger } from './exchanger-design.ts';
import { designHeader, type HeaderDesign } from './header-design.ts';
import { designLink, type LinkFlow } from './link-design.ts';
import { designPairs, designRing, type PairFlow, type RingWay } from './ring-design.ts';
import type { StationAsked } from './station-asked.ts';
import { chargingTaker, takersOf } from './takers.ts';

/** A station beyond the first one at design flows. */
export interface StationFlow extends StationAsked {
  station: Station;
  /** What feeds it. */
  link: LinkFlow;
  /** What its takers get; of a ring main what the first pair of tees gets. */
  supply: Figure;
  pairs: PairFlow[];
  ring: RingWay | null;
  header: HeaderDesign | null;
  exchanger: SizedExchanger | null;
}

/** The same as plain data. */
export interface StationDesign {
  id: string;
  kind: StationKindId;
  place: string;
  name: string;
  supply: Figure;
  drawn: Figure;
  back: Figure;
  pairs: PairFlow[];
  header: HeaderDesign | null;
  exchanger: ExchangerDesign | null;
}

/** All that lies beyond the first station. */
export interface Beyond {
  links: LinkFlow[];
  stations: StationFlow[];
  /** What a branch finds where it hangs; undefined for one that hangs on the first station. */
  supplyAt: (place: string) => Figure | undefined;
}

/** Further stations, from the sources outwards: what comes to each, what is taken from it, and its size. */
export function designBeyond(context: Context, circuits: readonly CircuitFlow[], flows: PlanFlows, deltaT: Ingredient): Beyond {
  const { piping } = context;
  const links: LinkFlow[] = [];
  const stations: StationFlow[] = [];
  for (const branch of piping.linksOutwards) {
    const link = designLink(context, branch, circuits, flows, deltaT);
    if (!link) continue;
    links.push(link);
    const station = piping.station(stationOf(branch.to));
    const sized = station && designStation(context, station, link, circuits, flows);
    if (sized) stations.push(sized);
  }
  return {
    links,
    stations,
    supplyAt: (place) => {
      const { at } = piping.branch(place);
      const found = stations.find(({ station }) => station.id === stationOf(at));
      return found && (found.pairs.find(({ id }) => id === portIdOf(at))?.supply ?? found.supply);
    },
  };
}

function designStation(
  context: Context,
  station: Station,
  link: LinkFlow,
  circuits: readonly CircuitFlow[],
  flows: PlanFlows,
): StationFlow | null {
  const { book, job } = context;
  const entry = entryOf(job, station.id);
  if (!entry) return null;
  const parts = KINDS[station.kind].traits.partsWater;
  const flowing = takersOf(context, station.id, circuits, flows);
  const alone = chargingTaker(context, station.id, link.supply.value - (parts ? entry.approach : 0));
  // What only charges the cylinder stands on the design day, and is sized for when it does.
  const takers = flowing.length === 0 && alone ? [alone] : flowing;
  if (takers.length === 0) return null;
  const { place } = station;
  const label = stationName(job, station.id);
  const terms: Record<string, Ingredient> = {};
  takers.forEach(({ massFlow, name, circuit, at }, i) => {
    terms[`m${i + 1}`] = massFlow;
    if (circuit?.circuit.connection === 'mixed')
      terms[`s${i + 1}`] = given(`${name}: share of hot water`, 'fraction', at.hotShare, 'energy balance of its mixing valve');
  });
  const sum = takers.reduce((all, { at }) => all + at.flow, 0);
  const drawn = book.add({
    id: `${place}/drawn`,
    label: `${label}: flow drawn`,
    kind: 'massFlow',
    value: sum,
    formula: 'm = Σ m · s, s = 1 for a direct circuit',
    source: 'a mixed circuit draws its share of hot water, a direct one all its flow',
    terms,
  });
  const drawnBack = book.add({
    id: `${place}/drawnBack`,
    label: `${label}: what comes back to it`,
    kind: 'temperature',
    value: sum > 0 ? takers.reduce((all, { at }) => all + at.flow * at.back, 0) / sum : link.supply.value,
    formula: 'T_r = Σ m · s · T_r,i / Σ m · s',
    source: 'energy balance where the returns meet',
    terms,
  });
  const first = takers.find(({ port }) => station.kind !== 'ring' || port === station.ports[0]?.id);
  const supply = book.add({
    id: `${place}/supply`,
    label: `${label}: supply`,
    kind: 'temperature',
    value: first?.at.supply ?? link.supply.value,
    formula: parts ? 'T_s = T_f − a' : 'T_s = (m_f T_f + (m − m_f) T_r) / m when more is drawn than comes, else T_f',
    source: parts ? 'approach of plates or coil' : 'energy balance of a mixing volume',
    terms: {
      T_f: link.supply,
      m_f: link.massFlow,
      m: drawn,
      T_r: drawnBack,
      ...(parts ? { a: given('approach', 'temperatureDifference', entry.approach, 'its own entry') } : {}),
    },
  });
  const { load, massFlow, volumeFlow, fluid, run, back } = link;
  const asked: StationAsked = {
    id: place,
    place,
    label,
    entry,
    feed: { load, massFlow, volumeFlow, fluid, run, back },
    takers,
    drawn,
    drawnBack,
  };
  const onRing =
    station.kind === 'ring'
      ? station.ports.map(({ id }, i) => ({ id, place: `${place}/pairs/${id}`, label: `${label}, pair of tees ${i + 1}` }))
      : [];
  return {
    ...asked,
    station,
    link,
    supply,
    pairs: designPairs(context, takers, onRing, { first: supply, massFlow, sent: link.supply }),
    ring: onRing.length > 1 ? designRing(context, { id: place, label, entry, run, volumeFlow, fluid }) : null,
    header: station.kind === 'header' ? designHeader(context, asked) : null,
    exchanger: parts ? designExchanger(context, asked) : null,
  };
}

export const plainStation = ({
  station,
  place,
  label,
  supply,
  drawn,
  drawnBack,
  pairs,
  header,
  exchanger,
}: StationFlow): StationDesign => ({
  id: station.id,
  kind: station.kind,
  place,
  name: label,
  supply,
  drawn,
  back: drawnBack,
  pairs,
  header,
  exchanger,
});
