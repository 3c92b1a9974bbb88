import { FIRST_STATION, type Job, MOST_PAIRS } from '../../model/job.ts';
import { idsAfter, newPair } from '../../model/new-job.ts';
import { pairOf } from '../design/points.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { portOf } from '../plan/plan.ts';
import { designJob } from './design-job.ts';

/**
 * A job on a ring main: a pair of tees for each circuit, the hottest need first; the cylinder, which wants the hottest water of all,
 * on the first. What is direct on a later pair is sized for the water that comes there.
 */
export function ringOf(job: Job): Job {
  const byNeed = [...job.circuits].sort((a, b) => b.flowTemperature - a.flowTemperature);
  const next = idsAfter('p', job.separation.pairs);
  const pairs = byNeed.slice(1, MOST_PAIRS).map((_, i) => job.separation.pairs[i] ?? newPair(next()));
  const onPair = (id: string) => {
    const at = byNeed.findIndex((circuit) => circuit.id === id);
    const pair = at <= 0 ? undefined : pairs[Math.min(at, pairs.length) - 1];
    return pair ? portOf(FIRST_STATION, pair.id) : null;
  };
  const ring: Job = {
    ...job,
    separation: { ...job.separation, kind: 'closely-spaced-tees', pairs },
    circuits: job.circuits.map((circuit) => ({ ...circuit, at: onPair(circuit.id) })),
    hotWater: job.hotWater && { ...job.hotWater, at: null },
  };
  const found = designJob(ring).source?.pairs ?? [];
  const piping = pipingOf(ring);
  return {
    ...ring,
    circuits: ring.circuits.map((circuit) => {
      const comes = found[pairOf(piping, `circuits/${circuit.id}`)]?.supply.value;
      if (circuit.connection === 'mixed' || circuit.at === null || comes === undefined) return circuit;
      return { ...circuit, flowTemperature: (Math.round(comes * 2) / 2) as typeof circuit.flowTemperature };
    }),
  };
}
