import { levelOf, portAt, type StationKind } from '../kind.ts';
import { together } from '../meeting.ts';

/** Two pipes side by side. Whatever hangs on them feels every pump on them: the flow of the feed is what they draw together. */
export const bars: StationKind = {
  traits: { decouples: false, partsWater: false, stores: false, drinking: false, settles: false },
  topology: (station) => ({
    ports: [portAt(station, 'a', 0, 1)],
    levels: [levelOf(station.id, 0), levelOf(station.id, 1)],
    joined: [],
    through: [],
  }),
  fed: (_, { temperature: supply }, laws) => ({
    ports: Object.fromEntries([...laws].map(([port, law]) => [port, { ...law(supply), supply }])),
    ...together(laws.values(), supply),
  }),
};
