import type { Separation } from '../../model/job.ts';
import type { TwinLink } from '../network/twin.ts';
import { type PortRef, portOf, type Station } from '../plan/plan.ts';
import { entryOf } from '../plan/plan-of-job.ts';
import { topologyOf } from '../station/kinds.ts';
import type { Context } from './context.ts';
import type { SizedExchanger } from './exchanger-design.ts';
import type { HeaderDesign } from './header-design.ts';
import type { AddLink, AddNode } from './links.ts';
import type { SizedPipe } from './pipe-design.ts';
import type { Parts } from './plant-parts.ts';
import { type Ends, pointsOf } from './points.ts';

/** A station with what it was sized to, and the names of what it is in the network. */
interface Sized {
  station: Station;
  entry: Separation;
  /** Pipe that feeds it, of whose bore tees are. */
  run: SizedPipe;
  header: HeaderDesign | null;
  exchanger: SizedExchanger | null;
  tank: Parts['tank'];
  /** Name of the short wide way between flow and return, and the start of those of further pairs of tees and of plates. */
  across: string;
  pairs: string;
  sides: { hot: string; cold: string };
}

/** Every station as it stands in the network: what joins flow and return, and what parts two waters. */
export function addStations(context: Context, parts: Parts, node: AddNode, add: AddLink): void {
  const { piping, job } = context;
  const { source } = parts;
  const first = piping.between();
  // Also what nothing feeds has its points, so that the rest can be solved.
  for (const station of piping.plan.stations) {
    if (!station.place.startsWith('stations/')) continue;
    for (const { ref } of topologyOf(station).ports) for (const point of Object.values(pointsOf(piping, ref))) node(point);
  }
  const tankOf = (station: Station) => (piping.tank?.id === station.id ? parts.tank : null);
  addStation(context, node, add, {
    station: first,
    entry: job.separation,
    run: source.run,
    header: parts.header,
    exchanger: parts.exchanger,
    tank: tankOf(first),
    across: 'header',
    pairs: 'pairs',
    sides: { hot: 'plates/source', cold: 'plates/circuits' },
  });
  for (const { station, place, feed, header, exchanger } of source.beyond.stations) {
    const entry = entryOf(job, station.id);
    if (!entry) continue;
    addStation(context, node, add, {
      station,
      entry,
      run: feed.run,
      header,
      exchanger,
      tank: tankOf(station),
      across: `${place}/across`,
      pairs: `${place}/pairs`,
      sides: { hot: `${place}/hot`, cold: `${place}/cold` },
    });
  }
}

function addStation(context: Context, node: AddNode, add: AddLink, sized: Sized): void {
  const { rules, piping } = context;
  const { station, entry, run, across } = sized;
  const { size, material } = run.pipe;
  const named = (ref: PortRef): Ends => {
    const { flow, back } = pointsOf(piping, ref);
    return { flow: node(flow), back: node(back) };
  };
  const between = (id: string, { flow, back }: Ends, length: number, bore: number) =>
    add({
      id,
      from: flow,
      to: back,
      pipe: { length, bore, roughness: material.roughness },
      fittings: { zeta: rules.teeLoss.limit, bore },
    });
  const port = (id: string) => portOf(station.id, id);
  switch (station.kind) {
    case 'header': {
      const bore = sized.header?.bore.value;
      if (bore !== undefined) between(across, named(port('b')), 8 * bore, bore);
      return;
    }
    case 'tank':
      // One water, however many pipes: what the circuits draw beyond the source's flow, or leave of it, passes through.
      if (sized.tank) between(across, named(port('b')), sized.tank.height, sized.tank.diameter);
      return;
    case 'ring': {
      const apart = (spacing: number | 'auto') => (spacing === 'auto' ? rules.teeSpacing.limit * size.bore : spacing);
      const ids = station.ports.map(({ id }) => id);
      between(across, named(port(ids[0] as string)), apart(entry.spacing), size.bore);
      // One behind the other, and the pipe from one to the next.
      entry.pairs.forEach(({ id, spacing, distance }, i) => {
        const ends = named(port(id));
        const from = pointsOf(piping, port(ids[i] as string)).back;
        add({
          id: `${sized.pairs}/${id}/before`,
          from,
          to: ends.flow,
          pipe: { length: distance, bore: size.bore, roughness: material.roughness },
        });
        between(`${sized.pairs}/${id}/across`, ends, apart(spacing), size.bore);
      });
      return;
    }
    case 'plates':
    case 'coiled': {
      const { exchanger, sides, tank } = sized;
      if (!exchanger) return;
      const side = (id: string, other: string, from: string, to: string, way: Pick<TwinLink, 'kv' | 'pipe'>) =>
        add({ id, from, to, ...way, heat: { kind: 'exchanger', other, conductance: exchanger.conductance.value } });
      const [hot, cold] = [named(port('hot')), named(port('cold'))];
      // Round a coil the water of the tank goes down as through any tank.
      const wide = tank && { pipe: { length: tank.height, bore: tank.diameter, roughness: material.roughness } };
      side(sides.hot, sides.cold, hot.flow, hot.back, wide ?? { kv: exchanger.sourceKv });
      side(sides.cold, sides.hot, cold.back, cold.flow, { kv: exchanger.circuitsKv });
    }
  }
}
