import type { Place } from '../../model/place.ts';
import type { QuantityKind } from '../../model/quantities.ts';

/** Where a term of a sum came from. */
export type Origin =
  /** Another computed figure. */
  | { from: 'figure'; id: string }
  /** A decision of the person, in the job. */
  | { from: 'job'; place: Place }
  /** A line of the rulebook. */
  | { from: 'rule'; id: string; source: string }
  /** A catalogue, a property of the fluid, or a constant; the text names its source. */
  | { from: 'data'; source: string };

export interface Term {
  symbol: string;
  label: string;
  kind: QuantityKind;
  value: number;
  origin: Origin;
}

/** How a figure came about: the formula, what was put in, and whose formula it is. */
export interface Sum {
  formula: string;
  terms: Term[];
  source: string;
  note?: string;
}

/** A number that reaches a person, with its sum. Plain data, so that it passes between threads. */
export interface Figure {
  id: string;
  label: string;
  kind: QuantityKind;
  /** In SI; temperatures in degrees C. */
  value: number;
  sum: Sum;
}

/** What a sum may be made of: a figure, or a value with its origin. */
export type Ingredient = Figure | Omit<Term, 'symbol'>;

export const decided = (label: string, kind: QuantityKind, value: number, place: Place): Ingredient => ({
  label,
  kind,
  value,
  origin: { from: 'job', place },
});

export const given = (label: string, kind: QuantityKind, value: number, source: string): Ingredient => ({
  label,
  kind,
  value,
  origin: { from: 'data', source },
});

/** A line of a rulebook as it enters a sum. */
export interface RuleLike {
  id: string;
  label: string;
  kind: QuantityKind;
  limit: number;
  source: string;
}
export const byRule = (rule: RuleLike): Ingredient => ({
  label: rule.label,
  kind: rule.kind,
  value: rule.limit,
  origin: { from: 'rule', id: rule.id, source: rule.source },
});

/** Collects the figures of one design, each under an id of its own. */
export class FigureBook {
  readonly figures: Record<string, Figure> = {};

  /**
   * Adds a figure.
   * @param entry its id, meaning, value in SI, formula, source of the formula, and the terms by symbol
   * @throws Error when the id is taken: two figures under one id would show the wrong sum
   */
  add(entry: {
    id: string;
    label: string;
    kind: QuantityKind;
    value: number;
    formula: string;
    source: string;
    terms: Record<string, Ingredient>;
    note?: string;
  }): Figure {
    if (this.figures[entry.id]) throw new Error(`two figures called ${entry.id}`);
    const terms = Object.entries(entry.terms).map(
      ([symbol, each]): Term =>
        'id' in each
          ? {
              symbol,
              label: each.label,
              kind: each.kind,
              value: each.value,
              origin: { from: 'figure', id: each.id },
            }
          : { symbol, ...each },
    );
    const figure: Figure = {
      id: entry.id,
      label: entry.label,
      kind: entry.kind,
      value: entry.value,
      sum: {
        formula: entry.formula,
        terms,
        source: entry.source,
        ...(entry.note ? { note: entry.note } : {}),
      },
    };
    this.figures[entry.id] = figure;
    return figure;
  }
}
