import type { Emitter, PanelType } from '../../model/emitter.ts';
import type { Display, Job } from '../../model/job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { withRoughLoads } from '../load/rough-loads.ts';
import { say, show } from '../quantity/format.ts';
import { circuitsById, ladder, type Rung, roomEmitters, rungsOf } from './ladder.ts';
import { PANELS } from './panel.ts';

/** A change to one emitter that lets its room do with cooler water. */
export interface Improvement {
  roomId: string;
  circuitId: string;
  /** "Bath: pipe at 100 mm" and so on. */
  label: string;
  edits: JobEdit[];
  /** Flow temperature that the room needs before and after, degrees C. */
  before: number;
  after: number;
}

/** An improvement in its order of worth: what it does for the whole circuit once all before it are done. */
export interface RankedImprovement extends Improvement {
  /** Flow temperature of the circuit before and after, degrees C. */
  circuitBefore: number;
  circuitAfter: number;
}

/** Panel radiators that fit the same face, each giving more than the one before. */
const DEEPER: readonly PanelType[] = ['1-0', '1-1', '2-1', '2-2', '3-3'];
/** Spacings that are laid, m. */
const SPACINGS = [0.3, 0.25, 0.2, 0.15, 0.1, 0.075];
/** A baseboard grows by halves of a metre. */
const BASEBOARD_STEP = 0.5;
const BASEBOARD_MOST = 2;
/** Changes worth less than this, K, are none. */
const LEAST_GAIN = 0.05;

interface Change {
  what: string;
  edits: JobEdit[];
}

/** What can be done to one emitter, from little to much, each replacing the one before. */
function changesOf(emitter: Emitter, place: string, display: Display): Change[] {
  switch (emitter.kind) {
    case 'panel': {
      const now = PANELS[emitter.type].output;
      return DEEPER.filter((type) => PANELS[type].output > now).map((type) => ({
        what: `${PANELS[type].label} on the same face, ${say(PANELS[type].depth - PANELS[emitter.type].depth, 'bore', display)} deeper`,
        edits: [{ at: `${place}/type`, value: type }],
      }));
    }
    case 'floor':
      // Rows in pairs lie as joists and grooves let them.
      if (emitter.otherGap !== null) return [];
      return SPACINGS.filter((spacing) => spacing < emitter.spacing - 1e-9).map((spacing) => ({
        what: `pipe at ${say(spacing, 'bore', display)} instead of ${show(emitter.spacing, 'bore', display).number}`,
        edits: [
          { at: `${place}/spacing`, value: spacing },
          ...(emitter.edgeArea > 0 && emitter.edgeSpacing > spacing ? [{ at: `${place}/edgeSpacing`, value: spacing }] : []),
        ],
      }));
    case 'rated': {
      if (emitter.form !== 'baseboard') return [];
      const steps = Math.round(BASEBOARD_MOST / BASEBOARD_STEP);
      return Array.from({ length: steps }, (_, i) => ({
        what: `${say((i + 1) * BASEBOARD_STEP, 'length', display)} more of baseboard`,
        edits: [{ at: `${place}/length`, value: emitter.length + (i + 1) * BASEBOARD_STEP }],
      }));
    }
    case 'fixed':
      return [];
  }
}

/** All single changes to the emitters of a rung that help, from little to much. */
export function improvementsOf(job: Job, rung: Rung): Improvement[] {
  const circuits = circuitsById(job);
  const room = withRoughLoads(job).rooms.find((each) => each.id === rung.roomId);
  if (!room) return [];
  const alone: Job = { ...job, rooms: [room] };
  const found: Improvement[] = [];
  for (const emitter of rung.emitters) {
    for (const { what, edits } of changesOf(emitter, `rooms/${room.id}/emitters/${emitter.id}`, job.display)) {
      const [changed] = applyEdits(alone, edits).rooms;
      const after = changed && rungsOf(roomEmitters(changed, circuits)).find((each) => each.circuitId === rung.circuitId);
      if (!after || !(after.needed < rung.needed - LEAST_GAIN)) continue;
      const label = `${rung.name}: ${what}`;
      found.push({ roomId: room.id, circuitId: rung.circuitId, label, edits, before: rung.needed, after: after.needed });
    }
  }
  return found;
}

/** The smallest change that is enough, or else the largest. */
function least(options: readonly Improvement[], wanted: number): Improvement | undefined {
  const enough = options.filter((each) => each.after <= wanted).toSorted((a, b) => b.after - a.after)[0];
  return enough ?? options.toSorted((a, b) => a.after - b.after)[0];
}

const hottest = (rungs: readonly Rung[], circuitId: string): number =>
  rungs.reduce((most, rung) => (rung.circuitId === circuitId ? Math.max(most, rung.needed) : most), 0);

/**
 * Improvements of a circuit in the order in which they pay: the room that needs the hottest water sets the circuit, so
 * the smallest change that takes it below the next room comes first, then that room's, and so on.
 * @param most how many to name
 */
export function rankedImprovements(job: Job, circuitId: string, most = 8): RankedImprovement[] {
  const ranked: RankedImprovement[] = [];
  let current = job;
  let rungs = ladder(job).filter((rung) => rung.circuitId === circuitId);
  while (ranked.length < most) {
    const [worst, next] = rungs;
    if (!worst) break;
    const options = improvementsOf(current, worst);
    const wanted = next?.needed ?? Number.NEGATIVE_INFINITY;
    const option = least(options, wanted);
    if (!option) break;
    current = applyEdits(current, option.edits);
    const before = worst.needed;
    rungs = ladder(current).filter((rung) => rung.circuitId === circuitId);
    ranked.push({ ...option, circuitBefore: before, circuitAfter: hottest(rungs, circuitId) });
  }
  return ranked;
}

/** The least that brings a circuit down to a flow temperature. */
export interface TargetPlan {
  changes: Improvement[];
  /** What the circuit needs with them, degrees C. */
  reached: number;
  /** Rooms that stay above, whatever is done to their emitters. */
  tooHot: { name: string; needed: number }[];
}

/**
 * Smallest set of changes for a target flow temperature. Each room stands for itself, so the least change that does
 * for each room above the target is the least for the circuit; a room that cannot get there takes its largest, and
 * its next emitter after that.
 */
export function planForTarget(job: Job, circuitId: string, target: number): TargetPlan {
  const rungs = ladder(job).filter((rung) => rung.circuitId === circuitId);
  const changes: Improvement[] = [];
  const tooHot: TargetPlan['tooHot'] = [];
  let reached = 0;
  for (const rung of rungs) {
    let here: Rung | undefined = rung;
    let current = job;
    // A room with several emitters may need more than one of them changed.
    for (let i = 0; i < rung.emitters.length && here && here.needed > target; i++) {
      const change = least(improvementsOf(current, here), target);
      if (!change) break;
      changes.push(change);
      current = applyEdits(current, change.edits);
      here = ladder(current).find((each) => each.roomId === rung.roomId && each.circuitId === circuitId);
    }
    const needed = here?.needed ?? rung.needed;
    if (needed > target) tooHot.push({ name: rung.name, needed });
    reached = Math.max(reached, needed);
  }
  return { changes, reached, tooHot };
}
