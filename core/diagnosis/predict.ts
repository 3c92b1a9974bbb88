import type { StateNote } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { expectedReadings } from '../commission/expected-readings.ts';
import { SitePlant } from '../commission/site-plant.ts';
import { Plant } from '../design/operate.ts';
import type { PlantState } from '../design/plant-state.ts';
import type { Fault, SoundPlant } from '../fault/fault.ts';
import type { Said } from '../fault/words.ts';
import { fluidOf } from '../fluid/fluid.ts';
import { stateKey } from './evidence.ts';
import type { Shown } from './shown.ts';
import { allComplaints, complaintChance } from './word-chances.ts';

/** What one fault shows in one state, for each of its strengths; null where the plant finds no state with it. */
export interface FaultShown {
  fault: Fault;
  shown: readonly (Shown | null)[];
}

/** A state as every fault shows it. */
export interface Predicted {
  state: StateNote;
  sound: Shown;
  /** What one standard deviation of each thing that is never quite as drawn moves, by its id and the key of the reading. */
  moves: ReadonlyMap<string, ReadonlyMap<string, number>>;
  faults: readonly FaultShown[];
}

/** Makes a plant other than drawn before it is asked: lengths, curves, rooms. Only a trial does. */
export type Unlike = (site: SitePlant) => void;

/** A fault that is there, and how strong it is. */
export interface Present {
  fault: Fault;
  magnitude: number;
}

/** What a plant shows in a state with a fault in it, or with none. @returns null where it finds no state */
export const shownWith = (plant: SoundPlant, fault: Fault | null, magnitude: number, state: StateNote): Shown | null =>
  shownWithAll(plant, fault ? [{ fault, magnitude }] : [], state);

/** The same with several faults at once. */
export function shownWithAll(plant: SoundPlant, present: readonly Present[], state: StateNote, unlike?: Unlike): Shown | null {
  const { job, design } = plant;
  const bent = present.reduce((to, { fault, magnitude }) => fault.apply?.(to, magnitude) ?? to, plant.assembly);
  const site = new SitePlant(job, design, new Plant(bent, fluidOf(job.fluid)));
  unlike?.(site);
  for (const { fault, magnitude } of present) fault.bend?.(site, magnitude);
  const settled = site.settle(state);
  if (!settled) return null;
  const shown = present.reduce<ReadonlyMap<string, number>>(
    (of, { fault, magnitude }) => fault.shows?.(of, magnitude) ?? of,
    withStanding(site.readings(settled), plant),
  );
  return { readings: shown, heats: heatByRoom(plant, settled) };
}

/** Water in a loop that stands has the temperature of what is around it: a thermometer on it is not blank. */
function withStanding(shown: Map<string, number>, { job, assembly }: SoundPlant): Map<string, number> {
  const put = (key: string, value: number) => {
    if (!shown.has(key)) shown.set(key, value);
  };
  for (const { place, loops } of assembly.circuits) {
    for (const quantity of ['supply', 'back']) put(`${place}#${quantity}`, job.site.pipeSurroundings);
    for (const { place: loop, roomTemperature, roomId } of loops) {
      put(`${loop}#back`, roomTemperature);
      put(`rooms/${roomId}#air`, roomTemperature);
    }
  }
  return shown;
}

function heatByRoom({ assembly }: SoundPlant, state: PlantState): Map<string, number> {
  const heats = new Map<string, number>();
  state.circuits.forEach((circuit, i) => {
    const loops = assembly.circuits[i]?.loops ?? [];
    circuit.loops.forEach(({ heat }, k) => {
      const id = loops[k]?.roomId;
      if (id !== undefined) heats.set(id, (heats.get(id) ?? 0) + heat);
    });
  });
  return heats;
}

/** What each fault makes of a plant in one state after another, worked out once each. */
export class Library {
  readonly plant: SoundPlant;
  readonly faults: readonly Fault[];
  private readonly states = new Map<string, Predicted>();
  private readonly others = new Map<string, Library>();
  private readonly words = new Map<string, readonly number[]>();

  /** What is known to be wrong already: every other fault is worked out beside it. */
  private readonly there: readonly Present[];

  constructor(plant: SoundPlant, faults: readonly Fault[], there: readonly Present[] = []) {
    this.plant = plant;
    this.faults = faults;
    this.there = there;
  }

  /** How many faults are known to be there. */
  get known(): number {
    return this.there.length;
  }

  /** The same plant with a fault known to be there, and all others beside it. */
  beside(present: Present): Library {
    const key = `${present.fault.id} ${present.magnitude}`;
    const made = this.others.get(key);
    if (made) return made;
    const others = this.faults.filter((fault) => fault !== present.fault);
    const library = new Library(this.plant, others, [...this.there, present]);
    this.others.set(key, library);
    return library;
  }

  /**
   * A state as every fault shows it.
   * @param told hears of the share that is done @returns null where the sound plant itself finds no state
   */
  predicted(state: StateNote, told?: (done: number) => void): Predicted | null {
    const key = stateKey(state);
    const known = this.states.get(key);
    if (known) return known;
    const { plant, there } = this;
    const sound = shownWithAll(plant, there, state);
    const site = new SitePlant(plant.job, plant.design, new Plant(plant.assembly, fluidOf(plant.job.fluid)));
    const moves = expectedReadings(site, state)?.moves;
    if (!sound || !moves) return null;
    const faults = this.faults.map((fault, i): FaultShown => {
      told?.(i / this.faults.length);
      // One that changes nothing shows what the sound plant shows.
      const same = !fault.apply && !fault.bend && !fault.shows;
      return {
        fault,
        shown: fault.magnitudes.map((magnitude) => (same ? sound : shownWithAll(plant, [...there, { fault, magnitude }], state))),
      };
    });
    const predicted = { state, sound, moves, faults };
    this.states.set(key, predicted);
    return predicted;
  }

  /** Every complaint, and the chance of each by index of a fault, of its strength and of its cause. */
  complaints(): {
    all: readonly Said[];
    /** With nothing but what is known to be wrong. */
    known: readonly number[];
    of: (fault: number, strength: number, cause: number) => readonly number[];
  } {
    const all = allComplaints(this.plant);
    const day = this.designDay();
    const whole = this.there.length > 0 ? shownWithAll(this.plant, [], DESIGN_DAY) : day?.sound;
    const [first] = this.there;
    const known =
      first && whole && day
        ? all.map((said) => complaintChance(said, this.plant, first.fault.causes[0] ?? null, first.fault, day.sound, whole))
        : all.map(() => 0);
    return {
      all,
      known,
      of: (f, m, c) => {
        const key = `${f} ${m} ${c}`;
        const known = this.words.get(key);
        if (known) return known;
        const fault = this.faults[f];
        const shown = day?.faults[f]?.shown[m];
        const cause = fault?.causes[c];
        const chances =
          fault && shown && cause && whole
            ? all.map((said) => complaintChance(said, this.plant, cause, fault, shown, whole))
            : all.map(() => 0);
        this.words.set(key, chances);
        return chances;
      },
    };
  }

  /** The design day, every zone calling: what people complain of is held against it. */
  designDay(): Predicted | null {
    return this.predicted(DESIGN_DAY);
  }
}
