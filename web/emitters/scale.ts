import type { Rung } from '../../core/emitter/ladder.ts';
import type { Circuit } from '../../model/job.ts';

/** Degrees C at the two ends of all ladders of a job. */
export interface Scale {
  from: number;
  to: number;
}

/** A scale wide enough for every rung and line, in whole tens. */
export function scaleOf(rungs: readonly Rung[], circuits: readonly Circuit[]): Scale {
  const all = [...rungs.map((rung) => rung.needed), ...circuits.map((circuit) => circuit.flowTemperature)].filter(
    (each) => Number.isFinite(each) && each < 110,
  );
  return { from: 20, to: Math.min(110, Math.max(60, Math.ceil((Math.max(...all, 40) + 4) / 10) * 10)) };
}
