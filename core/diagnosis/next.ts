import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import type { Cause, Fault } from '../fault/fault.ts';
import type { Look } from '../fault/looks.ts';
import type { Costs, Round } from './reading-costs.ts';

/** Something that could be read or looked at next. */
export type Next = {
  /** Nats of doubt that it takes away on average, and the minutes it costs. */
  gain: number;
  minutes: number;
} & (
  | { kind: 'reading'; key: string; quantity: ReadingQuantity; state: StateNote }
  | { kind: 'round'; round: Round; keys: readonly string[]; state: StateNote }
  | { kind: 'look'; fault: Fault; look: Look; causes: Cause[] }
  | { kind: 'looks'; id: string; circuitId: string; number: number | null; look: Look; faults: Fault[] }
);

export interface NextAsked {
  /** States that a reading could be taken in; the first is the one that stands. */
  states: readonly StateNote[];
  /** Quantities there is an instrument for. */
  quantities: ReadonlySet<ReadingQuantity>;
  minutes?: Partial<Costs>;
  /** Readings and looks that are not to be offered: those made, and those that cannot be. */
  without?: (next: { key: string; state: StateNote } | { fault: string; look: string }) => boolean;
  /** Whether looks are offered, and rounds of a manifold. */
  looks?: boolean;
  rounds?: boolean;
}

/** Minutes that everything takes beside itself: to think, to write it down. */
export const HANDLING = 0.5;

/** Nats a minute. */
export const worth = ({ gain, minutes }: Next): number => gain / (minutes + HANDLING);
