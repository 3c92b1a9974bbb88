import { readInJobUnits } from '../../core/quantity/parse.ts';
import type { Display } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';

/** What a text in a field comes to: nothing yet, a value with the unit it was typed in, or what is wrong with it. */
export type Typed = { value: number; unit: string; text: string } | { problem: string } | null;

export function readTyped(text: string, kind: QuantityKind, display: Display, name: string): Typed {
  if (text.trim() === '') return null;
  const read = readInJobUnits(text, kind, display);
  return read.ok
    ? { value: read.value, unit: read.unit, text: text.trim().slice(0, 60) }
    : { problem: `${name} ${read.reason}.` };
}
export const isValue = (typed: Typed): typed is { value: number; unit: string; text: string } =>
  typed !== null && 'value' in typed;
export const problemOf = (typed: Typed): string | null => (typed !== null && 'problem' in typed ? typed.problem : null);
