import { builtAs, sharedOf, withEmitters } from '../../model/construction.ts';
import type { Floor } from '../../model/emitter.ts';
import type { Construction, Job } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';

/** A job with one more construction, like a floor; all floors built just so become it, and the first is the usual one. */
export function withNewConstruction(job: Job, floor: Floor, name = ''): Job {
  const id = nextId('k', job.constructions);
  const construction: Construction = { id, name: name || `Construction ${job.constructions.length + 1}`, ...sharedOf(floor) };
  const first = job.constructions.length === 0;
  const made: Job = {
    ...job,
    constructions: [...job.constructions, construction],
    usual: { ...job.usual, construction: first ? id : job.usual.construction },
  };
  const alike = JSON.stringify(sharedOf(floor));
  return withEmitters(made, (emitter) =>
    emitter.kind === 'floor' && emitter.construction === null && JSON.stringify(sharedOf(emitter)) === alike
      ? builtAs(emitter, construction)
      : emitter,
  );
}
