import type { Job, WeatherCurve } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { type CurvePoint, circuitNeed, type StraightCurve, settledCurve, sourceNeed } from './weather-curve.ts';

/** What can follow the weather, and how it does. */
export interface CurveFollower {
  /** Place of its curve without `/curve`: "source", "circuits/c1". */
  place: string;
  name: string;
  curve: WeatherCurve | null;
}

/** The source, and each mixed circuit. */
export const curveFollowers = (job: Job): CurveFollower[] => [
  { place: 'source', name: job.source.name || 'Source', curve: job.source.curve },
  ...job.circuits
    .filter((circuit) => circuit.connection === 'mixed')
    .map((circuit) => ({ place: `circuits/${circuit.id}`, name: circuit.name, curve: circuit.curve })),
];

/** What the emitters behind a follower need by the weather; empty while nothing is known of them. */
export function needOf(job: Job, { circuits }: Pick<Design, 'circuits'>, { place }: CurveFollower): CurvePoint[] {
  if (place === 'source') return sourceNeed(job, circuits);
  const circuit = circuits.find((each) => place === `circuits/${each.id}`);
  return circuit ? circuitNeed(job, circuit) : [];
}

/** Its curve with slope and shift as they are set on the controller; null where it has none. */
export const curveOf = (job: Job, design: Pick<Design, 'circuits'>, follower: CurveFollower): StraightCurve | null =>
  follower.curve && settledCurve(follower.curve, needOf(job, design, follower));
