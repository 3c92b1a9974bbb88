import { portAt, rowOf, type StationKind } from '../kind.ts';
import { meet } from '../meeting.ts';

/**
 * A ring main with pairs of closely spaced tees in order. Two levels a pair, one behind the other: what feeds it enters before the
 * first pair and leaves behind the last, so each pair gets what the one before it left.
 */
export const ring: StationKind = {
  traits: { decouples: true, partsWater: false, stores: false, drinking: false, settles: false },
  topology: (station) => {
    const pairs = station.ports;
    return {
      ...rowOf(station.id, 2 * pairs.length),
      through: [],
      ports: [
        portAt(station, 'feed', 0, 2 * pairs.length - 1),
        ...pairs.map(({ id }, i) => portAt(station, id, 2 * i, 2 * i + 1)),
      ],
    };
  },
  fed: ({ ports: pairs }, feed, laws) => {
    // Where nothing else decides it the ring carries what its hungriest pair draws.
    let flow = feed.flow;
    if (!Number.isFinite(flow)) flow = Math.max(0, ...pairs.map(({ id }) => laws.get(id)?.(feed.temperature).flow ?? 0));
    const ports: ReturnType<StationKind['fed']>['ports'] = {};
    let temperature = feed.temperature;
    for (const { id } of pairs) {
      const law = laws.get(id);
      if (!law) continue;
      const { supply, drawn, back } = meet({ flow, temperature }, [law]);
      ports[id] = { ...drawn, supply };
      temperature = back;
    }
    return { ports, flow, back: temperature };
  },
};
