import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { designJob } from '../job/design-job.ts';
import { isAddition } from '../plan/addition.ts';
import { atSpeed, findCirculator } from '../plant/circulator.ts';

/** What a plant that is there has left for a zone more: before it, and with it. All in SI. */
export interface Spare {
  /** Output left of the source, W; below 0 where it is too small. */
  capacity: { before: number; after: number };
  /** Heat that the pipe of the source could carry beyond what it does, W: at the velocity and delta T of the job. */
  mains: { before: number; after: number };
  /** Head in m that the pump of all zones, or of the source, has at full speed beyond what its flow asks; null where none is there. */
  head: { before: number; after: number } | null;
  /** Expansion vessel asked for, m3. */
  vessel: { before: number; after: number };
}

/** The job as it was before what is new: circuits that are there, with their rooms. */
export function beforeAddition(job: Job): Job {
  const gone = new Set(job.circuits.filter(({ phase }) => phase === 'new').map(({ id }) => id));
  return {
    ...job,
    circuits: job.circuits.filter(({ id }) => !gone.has(id)),
    rooms: job.rooms.filter(({ circuit }) => circuit === null || !gone.has(circuit)),
    thermostats: [],
    assumptions: job.assumptions.filter(({ place }) => !gone.has(place.split('/')[1] ?? '')),
  };
}

/**
 * What is left before and after. Pump and pipe are those of the plant with the addition, where nobody pinned them: what is there does
 * not change because something is taken off it.
 * @returns null where nothing is added to something
 */
export function spareOf(job: Job, design: Design = designJob(job)): Spare | null {
  if (!isAddition(job) || !design.source) return null;
  const before = designJob(beforeAddition(job));
  if (!before.source) return null;
  const carried = (of: Design) => (design.figures['source/run/capacity']?.value ?? 0) - (of.source?.load.value ?? 0);
  const head = (of: Design): number | null => {
    const pump = of.distribution?.pump ?? of.source?.pump ?? of.circuits[0]?.sized?.pump;
    const model = pump?.duty && findCirculator(pump.duty.modelId, job.ownPumps);
    if (!pump || !model) return null;
    return atSpeed(model, 1).headAt(pump.designFlow.value) - pump.head.value;
  };
  const [headBefore, headAfter] = [head(before), head(design)];
  const left = (of: Design) => (of.source ? of.source.capacity.value - of.source.load.value : 0);
  return {
    capacity: { before: left(before), after: left(design) },
    mains: { before: carried(before), after: carried(design) },
    head: headBefore === null || headAfter === null ? null : { before: headBefore, after: headAfter },
    vessel: { before: before.vessel?.volume?.value ?? 0, after: design.vessel?.volume?.value ?? 0 },
  };
}
