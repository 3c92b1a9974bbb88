import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { instrumentFor, readingError } from '../commission/instruments.ts';
import type { SitePlant } from '../commission/site-plant.ts';
import type { Cause, Fault, SoundPlant } from '../fault/fault.ts';
import { COMPLAINTS, type Said } from '../fault/words.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import { stateKey } from './evidence.ts';
import type { Present } from './faulty-plant.ts';
import { shownWithAll } from './predict.ts';
import { LOOK_RIGHT, LOOK_WRONG } from './priors.ts';
import type { Shown } from './shown.ts';
import { allComplaints, complaintChance } from './word-chances.ts';

/**
 * How far a hidden plant is from its drawing, one standard deviation: lengths and fittings, valves, speeds of pumps (half of what that
 * moves in their heads), emitters as shares; rooms, source and mixed water in K.
 */
const UNLIKE = { length: 0.2, kv: 0.08, speed: 0.025, emitter: 0.1, room: 0.7, source: 1, mixed: 0.5 } as const;

/** A complaint is made from this chance on, the likeliest two at most. */
const FELT = 0.5;
const MOST_SAID = 2;

/** A plant with a fault that nobody knows of: it can be read, looked at and complained of. */
export class HiddenFault {
  readonly fault: Fault | null;
  readonly cause: Cause | null;
  readonly magnitude: number;
  private readonly plant: SoundPlant;
  private readonly present: readonly Present[];
  private readonly second: { fault: Fault; cause: Cause | null } | null;
  private readonly cured: ReadonlySet<Fault>;
  private readonly factor: number;
  private readonly seed: number;
  private readonly unlike: (site: SitePlant) => void;
  private readonly states = new Map<string, Shown | null>();
  /** The same plant, as unlike its drawing, with nothing wrong: what people are used to. */
  private readonly sound: Shown | null;

  /**
   * @param fault and the cause of it; null for a plant with nothing wrong @param seed the same gives the same plant, readings and looks
   * @param second another fault beside it, which nobody hears of by words of its own
   * @param factor by which the plant is more unlike its drawing than usual @param cured faults that are not there any more
   */
  constructor(
    plant: SoundPlant,
    fault: Fault | null,
    cause: Cause | null,
    seed: number,
    factor = 1,
    second: { fault: Fault; cause: Cause | null } | null = null,
    cured: ReadonlySet<Fault> = new Set(),
  ) {
    const random = seededNumbers(seed);
    this.plant = plant;
    this.fault = fault;
    this.cause = cause;
    this.seed = seed;
    this.magnitude = fault ? between(fault.magnitudes, random()) : 0;
    this.unlike = unlikeDrawing(plant, random, factor);
    this.present = [fault, second?.fault]
      .flatMap((each) =>
        each ? [{ fault: each, magnitude: each === fault ? this.magnitude : between(each.magnitudes, random()) }] : [],
      )
      .filter((each) => !cured.has(each.fault));
    this.second = second;
    this.cured = cured;
    this.factor = factor;
    this.sound = shownWithAll(plant, [], DESIGN_DAY, this.unlike);
  }

  /** The same plant once a fault is cured; as it was where that was not there. */
  after(fault: Fault): HiddenFault {
    const cured = new Set([...this.cured, fault]);
    return new HiddenFault(this.plant, this.fault, this.cause, this.seed, this.factor, this.second, cured);
  }

  /** What an instrument shows; null where there is nothing to read in that state. */
  read(key: string, state: StateNote): { value: number; error: number } | null {
    const value = this.at(state)?.readings.get(key);
    if (value === undefined) return null;
    const error = readingError(instrumentFor(key.slice(key.indexOf('#') + 1) as ReadingQuantity, null, []), value);
    return { value: value + error * normal(this.chance(`${key} ${stateKey(state)}`)), error };
  }

  /** What is seen when somebody looks. */
  look(place: string, look: string): boolean {
    const shows = [this, this.second].some(
      (each) => each?.fault?.place === place && each.cause?.look?.id === look && !this.cured.has(each.fault),
    );
    return this.chance(`${place} ${look}`)() < (shows ? LOOK_RIGHT : LOOK_WRONG);
  }

  /** What people complain of: nothing of a fault that nobody feels; of two faults, what each of them would be heard of. */
  said(): Said[] {
    const all = this.present.flatMap((each) => this.saidOf(each, each.fault === this.fault ? this.cause : this.second?.cause));
    return all.filter(({ complaint, of }, i) => all.findIndex((each) => each.complaint === complaint && each.of === of) === i);
  }

  private saidOf(present: Present, cause: Cause | null = null): Said[] {
    const { plant, sound } = this;
    const now = this.present.length > 1 ? shownWithAll(plant, [present], DESIGN_DAY, this.unlike) : this.at(DESIGN_DAY);
    if (!now || !sound) return [];
    const { fault } = present;
    return (
      allComplaints(plant)
        .map((said) => ({ said, chance: complaintChance(said, plant, cause, fault, now, sound) }))
        .filter(({ chance }) => chance > FELT)
        // What concerns the whole house is said first.
        .sort((a, b) => weightOf(b) - weightOf(a))
        .slice(0, MOST_SAID)
        .map(({ said }) => said)
    );
  }

  /** Whether the plant stands in a state at all. */
  stands(state: StateNote): boolean {
    return this.at(state) !== null;
  }

  private at(state: StateNote): Shown | null {
    const key = stateKey(state);
    const known = this.states.get(key);
    if (known !== undefined) return known;
    const shown = shownWithAll(this.plant, this.present, state, this.unlike);
    this.states.set(key, shown);
    return shown;
  }

  /** Chances of one reading or look: the same whenever it is made, whatever was made before. */
  private chance(of: string): () => number {
    let hash = this.seed;
    for (const letter of of) hash = Math.imul(hash ^ (letter.codePointAt(0) as number), 16_777_619) >>> 0;
    return seededNumbers(hash);
  }
}

const weightOf = ({ said, chance }: { said: Said; chance: number }): number =>
  chance + (COMPLAINTS[said.complaint].of === 'plant' ? 0.5 : 0);

/** A number of the normal distribution: Box and Muller 1958. */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(Math.max(random(), 1e-12))) * Math.cos(2 * Math.PI * random());

/** A strength between those a fault is worked out at. @param share 0..1 of the way from the weakest to the strongest */
function between(magnitudes: readonly number[], share: number): number {
  const at = share * (magnitudes.length - 1);
  const low = Math.min(Math.floor(at), magnitudes.length - 1);
  const [one, other] = [magnitudes[low] as number, magnitudes[Math.min(low + 1, magnitudes.length - 1)] as number];
  return one + (at - low) * (other - one);
}

/** One plant that is not as drawn: the same bends each time it is built. */
function unlikeDrawing({ assembly }: SoundPlant, random: () => number, factor: number): (site: SitePlant) => void {
  const draw = () => factor * normal(random);
  const share = (sigma: number) => Math.exp(sigma * draw());
  const bends: ((site: SitePlant) => void)[] = [];
  const source = UNLIKE.source * draw();
  bends.push((site) => site.setSourceOffset(source));
  const pump = (link: string) => {
    const by = share(UNLIKE.speed);
    bends.push((site) => site.setPumpSpeed(link, by));
  };
  const run = (links: readonly string[]) => {
    const by = share(UNLIKE.length);
    bends.push((site) => {
      for (const link of links) site.setFriction(link, by);
    });
  };
  if (assembly.sourcePump) pump('source/pump');
  if (assembly.shared) pump('distribution/pump');
  run(['source/flow', 'source/return']);
  for (const { place, own } of assembly.joints) {
    if (own) pump(`${place}/pump`);
    run([`${place}/flow`, `${place}/return`]);
  }
  for (const { id, place, own, mixed, loops } of assembly.circuits) {
    if (own) pump(`${place}/pump`);
    run([`${place}/flow`, `${place}/return`]);
    if (mixed) {
      const by = UNLIKE.mixed * draw();
      bends.push((site) => site.setMixedOffset(id, by));
    }
    for (const loop of loops) {
      const [length, kv, output] = [share(UNLIKE.length), share(UNLIKE.kv), share(UNLIKE.emitter)];
      bends.push((site) => {
        site.setFriction(loop.place, length);
        site.setValve(loop.valve, kv);
        site.setEmitterOutput(loop.place, output);
      });
    }
  }
  const rooms = new Set(assembly.circuits.flatMap(({ loops }) => loops.map(({ roomId }) => roomId)));
  for (const roomId of rooms) {
    const by = UNLIKE.room * draw();
    bends.push((site) => site.setRoomOffset(roomId, by));
  }
  return (site) => {
    for (const bend of bends) bend(site);
  };
}
