import type { QuantityKind } from './quantities.ts';

/** One number a person may enter: its meaning, its bounds in SI, and what to do when it is outside them. */
export interface Field {
  label: string;
  kind: QuantityKind;
  min: number;
  max: number;
  /** The lower bound itself is not allowed (an area of 0 m2 is none). */
  aboveMin?: boolean;
  /** What to do about a value outside the bounds. */
  remedy: string;
}
