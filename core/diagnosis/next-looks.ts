import type { Cause, SoundPlant } from '../fault/fault.ts';
import { LOOKS, type Look } from '../fault/looks.ts';
import type { Next, NextAsked } from './next.ts';
import { LOOK_RIGHT, LOOK_WRONG } from './priors.ts';
import type { Ranking } from './rank.ts';
import { manifoldsOf } from './reading-costs.ts';

/** Faults whose looks are offered. */
const MOST_LOOKED_AT = 12;

/** Looks at the likeliest faults: they part causes that no reading parts. */
export function looksOf({ faults }: Ranking, without: NextAsked['without']): Next[] {
  const found: Next[] = [];
  for (const { fault, causes } of faults.slice(0, MOST_LOOKED_AT)) {
    const looks = new Map<string, { look: Look; causes: Cause[]; chance: number }>();
    for (const { cause, chance } of causes) {
      if (!cause.look) continue;
      const known = looks.get(cause.look.id) ?? { look: cause.look, causes: [], chance: 0 };
      known.causes.push(cause);
      known.chance += chance;
      looks.set(cause.look.id, known);
    }
    for (const { look, causes: of, chance } of looks.values()) {
      if (without?.({ fault: fault.id, look: look.id })) continue;
      found.push({ kind: 'look', fault, look, causes: of, gain: toldByLook(chance), minutes: look.minutes });
    }
  }
  return found;
}

/** Nats that a look tells of whether something of that chance is so: closed form. */
function toldByLook(chance: number): number {
  const shows = chance * LOOK_RIGHT + (1 - chance) * LOOK_WRONG;
  const h = (p: number) => (p <= 0 || p >= 1 ? 0 : -p * Math.log(p) - (1 - p) * Math.log(1 - p));
  const yes = (chance * LOOK_RIGHT) / shows;
  const no = (chance * (1 - LOOK_RIGHT)) / (1 - shows);
  return Math.max(h(chance) - shows * h(yes) - (1 - shows) * h(no), 0);
}

/** Looks that are made at every loop of a manifold in one go, and minutes of each after the first: judgement of practice. */
const ALONG_MANIFOLD: readonly Look[] = [LOOKS.setting, LOOKS.meter];
const FURTHER = 0.2;

/** The same look at every loop of a manifold: settings held against the schedule, meters tried. */
export function looksAlong({ faults }: Ranking, plant: SoundPlant, without: NextAsked['without']): Next[] {
  return manifoldsOf(plant).flatMap(({ id, circuitId, number, loops }) =>
    ALONG_MANIFOLD.flatMap((look): Next[] => {
      const at = loops.flatMap((place) => {
        const own = faults.filter((each) => each.fault.place === place);
        const shown = own.flatMap(({ fault, causes }) =>
          causes.flatMap(({ cause, chance }) => (cause.look?.id === look.id ? [{ fault, chance }] : [])),
        );
        const [first] = shown;
        if (!first || own.some(({ fault }) => without?.({ fault: fault.id, look: look.id }))) return [];
        return [{ fault: first.fault, chance: shown.reduce((sum, { chance }) => sum + chance, 0) }];
      });
      if (at.length < 2) return [];
      const gain = at.reduce((sum, { chance }) => sum + toldByLook(chance), 0);
      const minutes = look.minutes + FURTHER * (at.length - 1);
      return [{ kind: 'looks', id, circuitId, number, look, faults: at.map(({ fault }) => fault), gain, minutes }];
    }),
  );
}
