import { type StationKind, storeTopology } from '../kind.ts';
import { metAtOnce } from '../meeting.ts';

/** A cylinder of drinking water: coils, or plates in front of it, give it heat; nothing of the plant hangs on it. */
export const cylinder: StationKind = {
  traits: { decouples: true, partsWater: true, stores: true, drinking: true, settles: false },
  topology: storeTopology,
  fed: (_, feed, laws) => metAtOnce(feed, laws),
};
