import { levelOf, portAt, type StationKind } from '../kind.ts';
import { exchanged } from '../meeting.ts';

/** A plate exchanger: two ways side by side that share heat and no water. */
export const plates: StationKind = {
  traits: { decouples: true, partsWater: true, stores: false, drinking: false, settles: false },
  topology: (station) => {
    const [hot, cold] = [portAt(station, 'hot', 0, 1), portAt(station, 'cold', 2, 3)];
    return {
      ports: [hot, cold],
      levels: [0, 1, 2, 3].map((i) => levelOf(station.id, i)),
      joined: [],
      through: [
        { port: hot.ref, from: hot.flow, to: hot.back },
        { port: cold.ref, from: cold.back, to: cold.flow },
      ],
    };
  },
  fed: exchanged,
};
