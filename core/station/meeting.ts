import { findRoot } from '../quantity/root.ts';
import type { Drawn, Fed, Feed, PortLaw, StationKind } from './kind.ts';

/** Everything that hangs on one pair of levels, as one. An empty one sends back what it gets. */
export function together(laws: Iterable<PortLaw>, supply: number): Drawn {
  let flow = 0;
  let heat = 0;
  for (const law of laws) {
    const drawn = law(supply);
    flow += drawn.flow;
    heat += drawn.flow * drawn.back;
  }
  return { flow, back: flow > 0 ? heat / flow : supply };
}

/** Coldest supply looked for, in K below the feed: further down no heating system works anyway. */
const WIDEST_DILUTION = 300;

/** What comes of a feed and a draw that meet between two joined levels. */
export interface Met {
  supply: number;
  drawn: Drawn;
  /** Temperature going back to the feed, degrees C. */
  back: number;
}

/**
 * Two joined levels, fed at the upper one. Where more is drawn than comes, water that comes back joins the supply:
 * T_s = (m_f T_f + (m_d - m_f) T_r) / m_d; otherwise the surplus warms what goes back. What hangs there may draw more as the supply
 * cools, so the supply is the root of that balance. Source: energy balance of a mixing volume.
 */
export function meet({ flow, temperature }: Feed, laws: readonly PortLaw[]): Met {
  const mixed = (at: number): number => {
    const drawn = together(laws, at);
    return drawn.flow > flow ? (flow * temperature + (drawn.flow - flow) * drawn.back) / drawn.flow : temperature;
  };
  const undiluted = mixed(temperature) >= temperature - 1e-9;
  const coldest = temperature - WIDEST_DILUTION;
  const supply = undiluted ? temperature : (findRoot((at) => mixed(at) - at, coldest, temperature, 1e-9) ?? coldest);
  const drawn = together(laws, supply);
  const surplus = Number.isFinite(flow) && flow > drawn.flow ? flow - drawn.flow : 0;
  return { supply, drawn, back: surplus > 0 ? (drawn.flow * drawn.back + surplus * temperature) / flow : drawn.back };
}

/** A station whose ports all take from one level and give to one other, joined: a header, a tank in the middle of its band. */
export function metAtOnce(feed: Feed, laws: ReadonlyMap<string, PortLaw>): Fed {
  const { supply, drawn, back } = meet(feed, [...laws.values()]);
  return {
    ports: Object.fromEntries([...laws].map(([port, law]) => [port, { ...law(supply), supply }])),
    flow: Number.isFinite(feed.flow) ? feed.flow : drawn.flow,
    back,
  };
}

/** Two waters that share heat: the cold side gets the hot water's temperature less the approach; what it takes cools the hot side. */
export const exchanged: StationKind['fed'] = (_, { flow, temperature }, laws, { approach, hotOverCold = 1 }) => {
  const supply = temperature - approach;
  const drawn = together(laws.values(), supply);
  const heat = (drawn.flow * (supply - drawn.back)) / hotOverCold;
  // Without a flow of its own the hot side carries what the cold side does.
  const hot = Number.isFinite(flow) ? flow : drawn.flow / hotOverCold;
  return {
    ports: Object.fromEntries([...laws].map(([port, law]) => [port, { ...law(supply), supply }])),
    flow: hot,
    back: hot > 0 ? temperature - heat / hot : temperature,
  };
};
