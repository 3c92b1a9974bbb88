import type { Place } from '../../model/place.ts';

/** Where something hangs: a station and one of its ports, `st1/a`. */
export type PortRef = `${string}/${string}`;

export const portOf = (station: string, port: string): PortRef => `${station}/${port}`;
export const stationOf = (at: PortRef): string => at.slice(0, at.indexOf('/'));
export const portIdOf = (at: PortRef): string => at.slice(at.indexOf('/') + 1);

/** A place where water meets: what kind it is, and where its entries stand in the job. */
export interface Station {
  id: string;
  kind: StationKindId;
  place: Place;
  /** The ports that are entries of their own: pairs of tees on a ring, pairs of pipes on a tank, coils in a cylinder. */
  ports: readonly { id: string; coil?: boolean }[];
}

export type StationKindId = 'bars' | 'header' | 'ring' | 'tank' | 'coiled' | 'plates' | 'cylinder';

/** Two pipes that hang on a port, and what moves their water. */
interface Hanging {
  id: string;
  /** Where its entries stand in the job. */
  place: Place;
  at: PortRef;
  /** Whether a pump of its own stands in it. */
  pump: boolean;
}

export interface SourceBranch extends Hanging {
  kind: 'source';
  /** First of all, beside the first, or in its stead. */
  order: 'lead' | 'together' | 'backup';
}

export interface CircuitBranch extends Hanging {
  kind: 'circuit';
}

/** A branch that ends at another station and feeds it. */
export interface LinkBranch extends Hanging {
  kind: 'link';
  to: PortRef;
  /** Pipe its pump stands on; the flow without. */
  pumpOn?: 'flow' | 'return';
}

export type Branch = SourceBranch | CircuitBranch | LinkBranch;

/**
 * The plant as stations and branches: what hangs where and what moves its water, without a figure. Everything that asks how the plant
 * is piped asks here, whatever the job file calls it.
 */
export interface Plan {
  stations: readonly Station[];
  branches: readonly Branch[];
}
