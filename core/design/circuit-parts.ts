import type { Emitter } from '../../model/emitter.ts';
import type { Job } from '../../model/job.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { circuitsById, roomEmitters, rungsOf } from '../emitter/ladder.ts';
import type { EmitterLaw } from '../emitter/law.ts';
import { WHOLE } from '../emitter/series.ts';
import { decided, given, type Ingredient } from '../figure/figure.ts';
import { type CircuitPart, partsOfJob } from '../plan/parts-of-job.ts';
import { say } from '../quantity/format.ts';
import type { Context } from './context.ts';

export { type CircuitPart, streamLoad, streamOf } from '../plan/parts-of-job.ts';

/** What each circuit feeds on the design day, and the figures of what its rooms need. */
export function circuitParts(context: Context): Map<string, CircuitPart[]> {
  const { job } = context;
  const circuits = circuitsById(job);
  for (const room of job.rooms) {
    const place = `rooms/${room.id}`;
    const fedRoom = roomEmitters(room, circuits);
    for (const rung of fedRoom.fed.length === 0 ? [] : rungsOf(fedRoom)) {
      if (!Number.isFinite(rung.needed)) continue;
      context.book.add({
        id: `${place}/needed/${rung.circuitId}`,
        label: `${rung.name}: flow temperature needed`,
        kind: 'temperature',
        value: rung.needed,
        formula: rung.along.every((each) => each === WHOLE)
          ? 'T_f with Σ K · L ^ n = Q, L = ΔT / ln((T_f − T_i) / (T_f − ΔT − T_i))'
          : 'T_f with Σ K · L ^ n = Q, L = log mean of what flows in and out of each above T_i, one behind the other',
        source: 'EN 442 and EN 1264-2, log-mean excess temperature',
        terms: {
          Q: given('heat these emitters have to give', 'heatLoad', rung.load, 'their part of the load of the room'),
          T_i: decided('room temperature', 'temperature', room.roomTemperature, `${place}/roomTemperature`),
          ΔT: decided('delta T', 'temperatureDifference', rung.drop, `circuits/${rung.circuitId}/temperatureDifference`),
          ...lawTerms(
            fedRoom.fed.filter((each) => each.circuitId === rung.circuitId),
            job.display,
          ),
        },
      });
    }
  }
  return partsOfJob(job);
}

/** What each emitter gives at 30 K over the room: a plain way to tell its size. */
function lawTerms(
  fed: readonly { emitter: Emitter; law: EmitterLaw | null }[],
  display: Job['display'],
): Record<string, Ingredient> {
  return Object.fromEntries(
    fed.flatMap(({ emitter, law }, i) =>
      law
        ? [
            [
              `K${i + 1}`,
              given(
                `${emitterLabel(emitter, display)} at ${say(30, 'temperatureDifference', display)} over the room`,
                'heatLoad',
                law.coefficient * 30 ** law.exponent,
                `n = ${law.exponent.toFixed(2)}`,
              ),
            ],
          ]
        : [],
    ),
  );
}
