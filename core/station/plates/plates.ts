import { levelOf, portAt, type StationKind } from '../kind.ts';
import { together } from '../meeting.ts';

/** A plate exchanger: two ways side by side that share heat and no water. */
export const plates: StationKind = {
  traits: { decouples: true, partsWater: true, stores: false, settles: false },
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
  /** The cold side gets the hot water's temperature less the approach; what it takes cools the hot side. */
  fed: (_, { flow, temperature }, laws, { approach, hotOverCold = 1 }) => {
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
  },
};
