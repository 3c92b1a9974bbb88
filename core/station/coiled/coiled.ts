import { levelOf, portAt, type StationKind } from '../kind.ts';
import { exchanged } from '../meeting.ts';

/** A tank of the source's water with a coil from bottom to top: what hangs on the coil gets heat of the tank and none of its water. */
export const coiled: StationKind = {
  traits: { decouples: true, partsWater: true, stores: true, drinking: false, settles: true },
  topology: (station) => {
    const [hot, cold] = [portAt(station, 'hot', 0, 1), portAt(station, 'cold', 2, 3)];
    return {
      ports: [hot, cold],
      levels: [0, 1, 2, 3].map((i) => levelOf(station.id, i)),
      joined: [[hot.flow, hot.back]],
      through: [{ port: cold.ref, from: cold.back, to: cold.flow }],
    };
  },
  fed: exchanged,
};
