import type { Job } from '../../model/job.ts';
import type { SitePlant } from '../commission/site-plant.ts';
import type { Assembly } from '../design/assembly.ts';
import type { Design } from '../design/design.ts';
import type { Look } from './looks.ts';
import type { Complaint } from './words.ts';

/** A plant in which faults are sought: its job, its design, and the network as it is meant to be. */
export interface SoundPlant {
  job: Job;
  design: Design;
  assembly: Assembly;
}

/** Somebody who has to be called before anybody else lays a hand on it. */
export type Licensed = 'gas' | 'mains' | 'refrigerant';

/**
 * What may have done it. Several causes of one fault move water and heat alike, so no reading can part them: a look does.
 */
export interface Cause {
  id: string;
  /** As a sentence without its end: "Its meter or lockshield is shut". */
  label: string;
  /** How often it is met against the others, in calls to plants that do not work. Judgement of practice, no source. */
  prior: number;
  /** What parts it from its like; null where nothing but trying does. */
  look: Look | null;
  /** What is done about it, as an order. */
  cure: string;
  /** Who does it, where that takes a licence. */
  licensed?: Licensed;
  /** Chance that people complain of this, beyond what heat and flow say of it. */
  heard?: Partial<Record<Complaint, number>>;
}

/** A fault at one place: what it does to the plant, how strong it can be, and what may have done it. */
export interface Fault {
  /** `loop-shut@rooms/r1/e1/loop1`. */
  id: string;
  kind: string;
  /** What is the matter, as a sentence without its end: "The loop of Kitchen passes nothing". */
  label: string;
  /** Place of the job or point of the plant. */
  place: string;
  circuitId: string | null;
  roomId: string | null;
  /** How strong it can be, from the weakest up; what the number is, is the fault's own. Never empty. */
  magnitudes: readonly number[];
  causes: readonly Cause[];
  /** The network with the fault in it; absent where that stays as it is. */
  apply?(assembly: Assembly, magnitude: number): Assembly;
  /** Bends what is not in the network: what the source sends, what the plant is filled to. */
  bend?(site: SitePlant, magnitude: number): void;
  /** What instruments show where they do not show what is. @param shown by key of the reading, SI */
  shows?(shown: ReadonlyMap<string, number>, magnitude: number): Map<string, number>;
}

/** Faults of one family at every place of a plant where they can be. */
export type FaultFamily = (plant: SoundPlant) => Fault[];
