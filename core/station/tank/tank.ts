import { type StationKind, storeTopology } from '../kind.ts';
import { metAtOnce } from '../meeting.ts';

/** A tank of the plant's own water. What feeds it and what draws from it meet in it; a coil passes heat and no water. */
export const tank: StationKind = {
  traits: { decouples: true, partsWater: false, stores: true, drinking: false, settles: true },
  topology: storeTopology,
  fed: (_, feed, laws) => metAtOnce(feed, laws),
};
