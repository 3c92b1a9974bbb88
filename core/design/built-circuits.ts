import type { CircuitDesign } from './design.ts';

/**
 * The circuits of a design as they are built: one that heats by its load in winter, one that only cools by what it takes in summer. For
 * whatever is bought, drawn, filled, wired or labelled; what is solved and reviewed for winter asks for `sized` itself.
 */
export const builtCircuits = ({ circuits }: { circuits: readonly CircuitDesign[] }): CircuitDesign[] =>
  circuits.map((circuit) => (circuit.onlyCools ? { ...circuit, sized: circuit.onlyCools } : circuit));
