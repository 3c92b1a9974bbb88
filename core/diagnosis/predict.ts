import type { StateNote } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { expectedReadings } from '../commission/expected-readings.ts';
import { SitePlant } from '../commission/site-plant.ts';
import { Plant } from '../design/operate.ts';
import type { Fault, SoundPlant } from '../fault/fault.ts';
import type { Said } from '../fault/words.ts';
import { fluidOf } from '../fluid/fluid.ts';
import { stateKey } from './evidence.ts';
import { FaultyPlant, type Present, type Solved, type Unlike } from './faulty-plant.ts';
import { type Shares, sharesOf, withRoomAir } from './room-air.ts';
import type { Shown } from './shown.ts';
import { allComplaints, complaintChance, complaintChances } from './word-chances.ts';

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

/** What a plant shows in a state with a fault in it, or with none. @returns null where it finds no state */
export const shownWith = (plant: SoundPlant, fault: Fault | null, magnitude: number, state: StateNote): Shown | null =>
  shownWithAll(plant, fault ? [{ fault, magnitude }] : [], state);

/** The same with several faults at once. @param unlike makes the plant another than drawn, with faults and without */
export function shownWithAll(plant: SoundPlant, present: readonly Present[], state: StateNote, unlike?: Unlike): Shown | null {
  const faulty = new FaultyPlant(plant);
  const usual = faulty.solve([], DESIGN_DAY, unlike);
  const usually = faulty.solve(present, DESIGN_DAY, unlike);
  const now = stateKey(state) === stateKey(DESIGN_DAY) ? usually : faulty.solve(present, state, unlike);
  return usual && usually && now && shownAs(plant, present, state, now, sharesOf(usually.heats, usual.heats));
}

/** What was solved as instruments show it. */
function shownAs(plant: SoundPlant, present: readonly Present[], state: StateNote, now: Solved, shares: Shares): Shown {
  const readings = present.reduce<ReadonlyMap<string, number>>(
    (of, { fault, magnitude }) => fault.shows?.(of, magnitude) ?? of,
    withRoomAir(now.readings, shares, plant, state),
  );
  return { readings, heats: now.heats, shares };
}

/** A state that is being worked out: what it is without the faults, and those worked out so far. */
interface Begun {
  now: Solved;
  usual: ReadonlyMap<string, number>;
  predicted: Predicted & { faults: FaultShown[] };
}

/** What each fault makes of a plant in one state after another, worked out once each. */
export class Library {
  readonly plant: SoundPlant;
  readonly faults: readonly Fault[];
  private readonly states = new Map<string, Predicted>();
  private readonly begun = new Map<string, Begun>();
  private readonly others = new Map<string, Library>();
  private readonly words = new Map<string, readonly number[]>();
  private readonly byCause = new Map<string, ReturnType<typeof complaintChances>>();

  /** What is known to be wrong already: every other fault is worked out beside it. */
  private readonly there: readonly Present[];
  private readonly faulty: FaultyPlant;
  private usual: ReadonlyMap<string, number> | null = null;

  constructor(plant: SoundPlant, faults: readonly Fault[], there: readonly Present[] = []) {
    this.plant = plant;
    this.faults = faults;
    this.there = there;
    this.faulty = new FaultyPlant(plant);
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
    const work = this.work(state);
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) return step.value;
      told?.(step.value);
    }
  }

  /** Whether a state is worked out already. */
  knows(state: StateNote): boolean {
    return this.states.has(stateKey(state));
  }

  /** Works out a state one fault after another. @yields the share that is done */
  *work(state: StateNote): Generator<number, Predicted | null> {
    const key = stateKey(state);
    const known = this.states.get(key);
    if (known) return known;
    // Rooms are as warm as the design day of each fault leaves them.
    const day = key === stateKey(DESIGN_DAY) ? null : yield* this.work(DESIGN_DAY);
    const begun = this.begun.get(key) ?? this.begin(state, day);
    if (!begun) return null;
    this.begun.set(key, begun);
    const { now, usual, predicted } = begun;
    // What was begun and left, or is worked out by somebody else meanwhile, is gone on with and not done twice.
    while (predicted.faults.length < this.faults.length) {
      yield predicted.faults.length / this.faults.length;
      const f = predicted.faults.length;
      const fault = this.faults[f];
      if (fault) predicted.faults.push({ fault, shown: this.shownOf(fault, f, state, day, now, usual) });
    }
    this.states.set(key, predicted);
    return predicted;
  }

  /** A state with none of the faults worked out yet; null where the sound plant finds none. */
  private begin(state: StateNote, day: Predicted | null): Begun | null {
    const { plant, there } = this;
    const usual = this.usualHeats();
    const now = this.faulty.solve(there, state);
    const site = new SitePlant(plant.job, plant.design, new Plant(plant.assembly, fluidOf(plant.job.fluid)));
    const moves = expectedReadings(site, state)?.moves;
    const onDay = stateKey(state) === stateKey(DESIGN_DAY);
    if (!now || !usual || !moves || (!onDay && !day)) return null;
    const sound = shownAs(plant, there, state, now, day?.sound.shares ?? sharesOf(now.heats, usual));
    return { now, usual, predicted: { state, sound, moves, faults: [] } };
  }

  /** What one fault, by its index, shows in a state for each of its strengths. */
  private shownOf(
    fault: Fault,
    f: number,
    state: StateNote,
    day: Predicted | null,
    now: Solved,
    usual: ReadonlyMap<string, number>,
  ): (Shown | null)[] {
    const { plant, there, faulty } = this;
    const idle = faulty.idle(fault, state, there);
    return fault.magnitudes.map((magnitude, m): Shown | null => {
      const present = [...there, { fault, magnitude }];
      const solved = idle ? now : faulty.solve(present, state);
      const shares = solved && (day ? day.faults[f]?.shown[m]?.shares : sharesOf(solved.heats, usual));
      return solved && shares ? shownAs(plant, present, state, solved, shares) : null;
    });
  }

  /** W that come to each room with nothing wrong, every zone calling on the design day. */
  private usualHeats(): ReadonlyMap<string, number> | null {
    this.usual ??= new FaultyPlant(this.plant).solve([], DESIGN_DAY)?.heats ?? null;
    return this.usual;
  }

  /** Every complaint, and the chance of each by index of a fault, of its strength and of its cause; past the last, of none of them. */
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
        const cause = fault?.causes[c] ?? null;
        const strength = `${f} ${m}`;
        let by = this.byCause.get(strength);
        if (!by && fault && shown && whole) {
          by = complaintChances(all, this.plant, fault, shown, whole);
          this.byCause.set(strength, by);
        }
        const chances = by?.(cause) ?? all.map(() => 0);
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
