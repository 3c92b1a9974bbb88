import type { ReadingQuantity } from '../../model/book/entry.ts';
import type { SoundPlant } from '../fault/fault.ts';

/** Minutes by what is read, and until the water has settled in another state. */
export type Costs = Record<ReadingQuantity | 'settle', number>;

/** Minutes that a reading of each kind usually takes: judgement of practice, the user's to change. */
export const USUAL_MINUTES: Readonly<Costs> = {
  supply: 1,
  back: 1,
  air: 2,
  flow: 1,
  pressure: 0.5,
  head: 4,
  power: 0.5,
  glycol: 5,
  settle: 20,
};
/** How much longer the flow of a loop without a meter takes: a meter has to be clamped on. */
const WITHOUT_METER = 8;

/** Loops whose flow stands on a meter of a manifold. */
const meteredIn = new WeakMap<SoundPlant, ReadonlySet<string>>();
function metered(plant: SoundPlant): ReadonlySet<string> {
  const known = meteredIn.get(plant);
  if (known) return known;
  const found = new Set(manifoldsOf(plant).flatMap(({ loops }) => loops));
  meteredIn.set(plant, found);
  return found;
}

/** A manifold with the places of its loops. */
export interface OfManifold {
  id: string;
  circuitId: string;
  /** Its number in its circuit, from 1; null where it is the only one. */
  number: number | null;
  loops: string[];
}

export const manifoldsOf = ({ design }: SoundPlant): OfManifold[] =>
  design.circuits.flatMap(({ id, sized }) =>
    (sized?.manifolds ?? []).map(({ loops }, i, all) => ({
      id: `circuits/${id}/manifold${i + 1}`,
      circuitId: id,
      number: all.length > 1 ? i + 1 : null,
      loops: loops.flatMap((k) => sized?.loops[k]?.place ?? []),
    })),
  );

/** Minutes that a reading takes. @param key of the point, `rooms/r1/e1/loop1#flow` */
export function minutesOf(key: string, plant: SoundPlant, costs: Costs): number {
  const [place = '', quantity = ''] = key.split('#');
  const usual = costs[quantity as ReadingQuantity];
  const loop = quantity === 'flow' && place.includes('/loop');
  return loop && !metered(plant).has(place) ? WITHOUT_METER * usual : usual;
}

/** Everything of one kind that is read at one manifold without going elsewhere. */
export interface Round {
  id: string;
  circuitId: string;
  /** Number of the manifold in its circuit, from 1; null where it has but one. */
  number: number | null;
  quantity: ReadingQuantity;
  keys: string[];
  /** Minutes that each takes after the first. */
  each: number;
}

/** Minutes of every further meter or thermometer at the same manifold: judgement of practice. */
const FURTHER = { flow: 0.2, back: 0.5 } as const;

/** The rounds of a plant: all meters, and all returns, of every manifold with several loops. */
export function roundsOf(plant: SoundPlant): Round[] {
  return manifoldsOf(plant).flatMap(({ id, circuitId, number, loops }): Round[] => {
    if (loops.length < 2) return [];
    return (['flow', 'back'] as const).map((quantity) => ({
      id: `${id}#${quantity}`,
      circuitId,
      number,
      quantity,
      keys: loops.map((place) => `${place}#${quantity}`),
      each: FURTHER[quantity],
    }));
  });
}
