import type { Job } from '../../model/job.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { Design } from './design.ts';

/** A place where a gauge may be read, with the circuit it belongs to. */
export interface GaugeName {
  point: string;
  label: string;
  /** Name of the circuit; null for the plant. */
  where: string | null;
}

/** Gauges of one circuit, one after the other: before its pump, behind it, at the manifold. */
const OF_A_CIRCUIT = 3;

/** The gauges of a solved plant in the order of the walk, each with the circuit it is of: the one before a pump may sit on the bar. */
export function gaugeNames(job: Job, { solved }: Pick<Design, 'solved'>): GaugeName[] {
  const gauges = solved?.gauges ?? [];
  const ownerOf = (point: string) => job.circuits.find(({ id }) => point.startsWith(`circuits/${id}/`))?.name ?? null;
  // Of all circuits the manifold's gauge bears the name; the two before it in the list are of the same circuit.
  const ends = gauges.flatMap(({ point }, i) => (/^circuits\/.*\/supply$/.test(point) ? [i] : []));
  return gauges.map(({ point, label }, i) => {
    const end = ends.find((at) => at >= i && at - i < OF_A_CIRCUIT);
    return { point, label, where: end === undefined ? null : ownerOf(gauges[end]?.point ?? '') };
  });
}

/** Density of the water the plant is filled with, kg/m3: cold. */
const COLD = 1000;

/**
 * What a gauge shows cold, with every pump at rest: the filling pressure, less the column of water up to it.
 * @returns Pa; null while the filling pressure is not known
 */
export function gaugeAtRest(job: Job, { vessel }: Pick<Design, 'vessel'>, point: string): number | null {
  if (!vessel?.fillPressure) return null;
  // The gauges of the plant room stand at its height; one at a manifold as high as that.
  const circuit = point.endsWith('/supply') ? job.circuits.find(({ id }) => point.startsWith(`circuits/${id}/`)) : undefined;
  return vessel.fillPressure.value - COLD * GRAVITY * (circuit?.height ?? 0);
}
