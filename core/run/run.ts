import type { HouseMass } from '../../model/job.ts';
import { DAY } from '../quantity/spans.ts';
import type { Setback } from './calling.ts';
import type { SourceResult } from './dispatch.ts';

/** How a house keeps its heat: hours for its rooms to lose all but a third of what they stand above outdoors: from memory. */
export const MASSES: Record<HouseMass, number> = { light: 30, medium: 70, heavy: 140 };

export interface RunSettings {
  /** Seconds of a step, and outdoor temperatures for each of them, degrees C. */
  step: number;
  outdoor: readonly number[];
  mass: HouseMass;
  /** Heat from people and things, and from the sun at its height, as shares of the design load. */
  people: number;
  sun: number;
  /** Lowered between these hours by so many K; null for no set-back. */
  setBack: Setback | null;
  /** Hot water drawn: hour and m3. */
  draws: readonly { hour: number; volume: number }[];
  /** Zones that may call; null for all. */
  only: readonly string[] | null;
  /** No thermostats: every circuit runs while there is something to heat, its water by the weather alone. */
  open: boolean;
  /** Days like the first that are run before anything is counted, so that nothing hangs on how it was begun. */
  settle: number;
  /** Every how many steps a moment is kept to be drawn. */
  keepEvery: number;
}

/** One circuit at a moment. Degrees C, kg/s, W; travel of its valve towards hot, 0..1. */
export interface CircuitMoment {
  flow: number;
  supply: number;
  back: number;
  heat: number;
  travel: number;
}

/** One moment of the run as it is drawn. */
export interface RunMoment {
  /** Seconds from the start. */
  time: number;
  outdoor: number;
  /** Degrees C: rooms by zone, water the source sends and gets back, what is wanted of it, to the circuits and from them. */
  rooms: number[];
  supply: number;
  back: number;
  wanted: number;
  toCircuits: number;
  fromCircuits: number;
  /** What each port of the stations beyond the first gives and gets back, in the order of the plant's state, degrees C. */
  ports: { supply: number; back: number }[];
  /** What each pair of tees on a ring main gets, degrees C; empty where there are not several. */
  pairs: number[];
  /** The cylinder, and the layers of a buffer from the top. */
  store: number | null;
  /** What comes back from the coil of the cylinder; null while nothing goes there. */
  coilBack: number | null;
  layers: number[];
  circuits: CircuitMoment[];
  /** One letter a zone, 1 calls; then the cylinder. */
  calls: string;
  /** Ids of all that calls, as the plant takes them. */
  calling: string[];
  /** kg/s through the source, and drawn by circuits and cylinder; W the source gives, W into the cylinder. */
  flow: number;
  drawn: number;
  output: number;
  intoStore: number;
  firing: boolean;
  /** W each source gives, the first one first. */
  sources: number[];
  pumps: number;
}

/** One day of a run. */
export interface DayTotals {
  /** Mean outdoors, and of what the source sent, each joule counted alike; null where it stood. Degrees C. */
  outdoor: number;
  flow: number | null;
  /** J made, bought for it, and taken by pumps. */
  made: number;
  bought: number;
  pumps: number;
  cycles: number;
  /** Hours in which some zone was short. */
  hoursShort: number;
}

export interface RunResult {
  zones: { id: string; label: string; setPoint: number }[];
  circuits: { id: string; name: string }[];
  /** kg/m3 of the plant's water as flows are counted in volumes. */
  density: number;
  moments: RunMoment[];
  days: DayTotals[];
  /** J. */
  energy: {
    made: number;
    toRooms: number;
    toCylinder: number;
    pipes: number;
    inWater: number;
    /** Gained by rooms, floors and radiators: what a run has stored is no heat it needed. */
    inHouse: number;
    /** Heat loss of tanks to where they stand, made by an immersion heater, burned by a fire and led away, drawn at the tap. */
    standing: number;
    /** Lost on the way to the taps and back. */
    circulation: number;
    immersion: number;
    dumped: number;
    tapped: number;
    pumps: number;
    /** Fuel by its gross heat of combustion, or electricity; null where neither is bought. */
    bought: number | null;
  };
  /** What is bought; `both` where sources differ. */
  carrier: 'electricity' | 'fuel' | 'both' | null;
  /** Each source by itself, the first one first. */
  sources: SourceResult[];
  /** Seconds a tap ran, of these with water cooler than wanted, and seconds in which a heat pump ran beyond its data. */
  tapRan: number;
  tapLukewarm: number;
  beyondData: number;
  /** Starts of the first source in the hour that had most. */
  mostStartsInHour: number;
  /** Flow and return of the source on average, each joule counted alike, degrees C. */
  meanFlow: number;
  meanReturn: number;
  /** Seconds run through. */
  lasted: number;
  /** Starts of the source, seconds it ran, shortest run that ended, seconds. */
  cycles: number;
  running: number;
  shortestRun: number | null;
  /** Runs that ended before the shortest the source should have. */
  shortRuns: number;
  /** Hours in which a zone stood more than half a kelvin below what was wanted, by zone. */
  hoursShort: number[];
  /** Hours each zone is too warm. */
  hoursWarm: number[];
  /** Hours in which any zone that may call did. */
  hoursAnyShort: number;
  /** Hours in which any of them stood more than two kelvin above what was wanted. */
  hoursAnyWarm: number;
  /** Longest time from the end of a set-back until every zone was warm again, s; null where there was none, or one did not get so far. */
  recovery: number | null;
  /** Times the heating was given its turn while the cylinder was not yet warm, hygiene cycles that were reached, pumps exercised. */
  priorityEnded: number;
  hygiene: number;
  exercised: number;
  /** Energy that was neither taken nor stored nor lost, as a share of what went in and out: 0 but for rounding. */
  imbalance: number;
  /** Flows solved, and questions answered by those known; how far these were off the whole plant solved, at most, and how often that was looked at. */
  solved: number;
  known: number;
  flowError: number;
  looked: number;
  /** Why the run broke off, with the time; null when it went through. */
  broke: string | null;
}

/** Hours and minutes of a time in seconds; beyond the first day with its number. */
export function clockOf(seconds: number): string {
  const two = (value: number) => String(value).padStart(2, '0');
  const day = Math.floor(seconds / DAY);
  const time = `${two(Math.floor((seconds / 3600) % 24))}:${two(Math.floor((seconds % 3600) / 60))}`;
  return day > 0 ? `day ${day + 1}, ${time}` : time;
}
