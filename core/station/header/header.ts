import { portAt, rowOf, type StationKind } from '../kind.ts';
import { metAtOnce } from '../meeting.ts';

/** A low-loss header: one short wide vessel, the feed on one side, what draws on the other. */
export const header: StationKind = {
  traits: { decouples: true, partsWater: false, stores: false, drinking: false, settles: true },
  topology: (station) => ({
    ...rowOf(station.id, 2),
    through: [],
    ports: [portAt(station, 'a', 0, 1), portAt(station, 'b', 0, 1)],
  }),
  fed: (_, feed, laws) => metAtOnce(feed, laws),
};
