import type { Emitter, Floor, Panel, PanelType, Rated } from '../../model/emitter.ts';
import type { Display, Job, Room } from '../../model/job.ts';
import { newRated } from '../../model/new-emitter.ts';
import { nextId } from '../../model/new-job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { withRoughLoads } from '../load/rough-loads.ts';
import { say, show } from '../quantity/format.ts';
import { circuitsById, ladder, type Rung, roomEmitters, rungOutput, rungsOf } from './ladder.ts';
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
  /** How far it goes: the same place before a longer one, a second emitter, a fan. */
  effort: Effort;
}

/** Efforts in the order in which they are tried: the same face or floor, a longer one, one more, a fan in its place. */
const EFFORTS = ['same-place', 'longer', 'second', 'fan'] as const;
export type Effort = (typeof EFFORTS)[number];

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

/** Lengths panels are stocked in beyond what hangs there, m, and outputs of fan units at their usual rating, W: common practice. */
const LONGER = [0.2, 0.4, 0.6, 0.8, 1];
const LONGEST = 3;
const DEEPEST: PanelType = '2-2';
const FANS = [1000, 1500, 2000, 2500, 3000, 4000];

interface Change {
  what: string;
  edits: JobEdit[];
  effort: Effort;
}

/** What can be done to one emitter, from little to much, each replacing the one before. */
function changesOf(emitter: Emitter, room: Room, display: Display): Change[] {
  const place = `rooms/${room.id}/emitters/${emitter.id}`;
  const alone = room.emitters.length === 1 && emitter.behind === null;
  switch (emitter.kind) {
    case 'panel':
      return [
        ...onTheSameFace(emitter, place, display),
        ...longer(emitter, place, display),
        ...(alone ? more(emitter, room, display) : []),
      ];
    case 'floor':
      return closerPipe(emitter, place, display);
    case 'rated':
      return [
        ...(emitter.form === 'baseboard' ? moreBaseboard(emitter, place, display) : []),
        ...(alone && emitter.form === 'radiator' ? more(emitter, room, display) : []),
      ];
    case 'fixed':
      return [];
  }
}

const onTheSameFace = (emitter: Panel, place: string, display: Display): Change[] =>
  DEEPER.filter((type) => PANELS[type].output > PANELS[emitter.type].output).map((type) => ({
    what: `${PANELS[type].label} on the same face, ${say(PANELS[type].depth - PANELS[emitter.type].depth, 'bore', display)} deeper`,
    edits: [{ at: `${place}/type`, value: type }],
    effort: 'same-place' as const,
  }));

/** Longer ones of its type, and of the deepest that fits under most sills. */
function longer(emitter: Panel, place: string, display: Display): Change[] {
  const types = [emitter.type, ...(PANELS[DEEPEST].output > PANELS[emitter.type].output ? [DEEPEST] : [])];
  return types.flatMap((type) =>
    LONGER.filter((more) => emitter.length + more <= LONGEST).map((more) => ({
      what: `${type === emitter.type ? '' : `${PANELS[type].label}, `}${say(emitter.length + more, 'bore', display)} long instead of ${show(emitter.length, 'bore', display).number}`,
      edits: [
        ...(type === emitter.type ? [] : [{ at: `${place}/type`, value: type }]),
        { at: `${place}/length`, value: Number((emitter.length + more).toFixed(3)) },
      ],
      effort: 'longer' as const,
    })),
  );
}

/** A second one like it, or a fan unit in its place. */
function more(emitter: Panel | Rated, room: Room, display: Display): Change[] {
  const second: Emitter = { ...emitter, id: nextId('e', room.emitters), name: '' };
  return [
    {
      what: 'a second one like it',
      edits: [{ at: `rooms/${room.id}/emitters`, value: [...room.emitters, second] }],
      effort: 'second',
    },
    ...FANS.map((ratedOutput): Change => {
      const unit = newRated(emitter.id, 'fan-unit', { ratedOutput, circuit: emitter.circuit, share: emitter.share });
      const plate = `${say(unit.ratedFlow, 'temperature', display)} flow`;
      return {
        what: `a fan unit of ${say(ratedOutput, 'heatLoad', display)} at ${plate} in its place`,
        edits: [{ at: `rooms/${room.id}/emitters`, value: room.emitters.map((each) => (each.id === emitter.id ? unit : each)) }],
        effort: 'fan',
      };
    }),
  ];
}

function closerPipe(emitter: Floor, place: string, display: Display): Change[] {
  // Rows in pairs lie as joists and grooves let them.
  if (emitter.otherGap !== null) return [];
  return SPACINGS.filter((spacing) => spacing < emitter.spacing - 1e-9).map((spacing) => ({
    what: `pipe at ${say(spacing, 'bore', display)} instead of ${show(emitter.spacing, 'bore', display).number}`,
    edits: [
      { at: `${place}/spacing`, value: spacing },
      ...(emitter.edgeArea > 0 && emitter.edgeSpacing > spacing ? [{ at: `${place}/edgeSpacing`, value: spacing }] : []),
    ],
    effort: 'same-place' as const,
  }));
}

const moreBaseboard = (emitter: Rated, place: string, display: Display): Change[] =>
  Array.from({ length: Math.round(BASEBOARD_MOST / BASEBOARD_STEP) }, (_, i) => ({
    what: `${say((i + 1) * BASEBOARD_STEP, 'length', display)} more of baseboard`,
    edits: [{ at: `${place}/length`, value: emitter.length + (i + 1) * BASEBOARD_STEP }],
    effort: 'longer' as const,
  }));

/** All single changes to the emitters of a rung that help, from little to much. */
export function improvementsOf(job: Job, rung: Rung): Improvement[] {
  const circuits = circuitsById(job);
  const room = withRoughLoads(job).rooms.find((each) => each.id === rung.roomId);
  if (!room) return [];
  const alone: Job = { ...job, rooms: [room] };
  const found: Improvement[] = [];
  for (const emitter of rung.emitters) {
    for (const { what, edits, effort } of changesOf(emitter, room, job.display)) {
      const [changed] = applyEdits(alone, edits).rooms;
      const after = changed && rungsOf(roomEmitters(changed, circuits)).find((each) => each.circuitId === rung.circuitId);
      if (!after || !(after.needed < rung.needed - LEAST_GAIN)) continue;
      const label = `${rung.name}: ${what}`;
      found.push({ roomId: room.id, circuitId: rung.circuitId, label, edits, effort, before: rung.needed, after: after.needed });
    }
  }
  return found;
}

/** The smallest change of the least effort that is enough, or else the one that does most. */
function least(options: readonly Improvement[], wanted: number): Improvement | undefined {
  for (const effort of EFFORTS) {
    const enough = options
      .filter((each) => each.effort === effort && each.after <= wanted)
      .toSorted((a, b) => b.after - a.after)[0];
    if (enough) return enough;
  }
  return options.toSorted((a, b) => a.after - b.after)[0];
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
  tooHot: TooHot[];
}

/** A room that a target is out of reach for, and what would bring it within. */
export interface TooHot {
  roomId: string;
  name: string;
  needed: number;
  /** Heat in W that it would have to need less, its emitters at their largest. */
  lessLoad: number;
  /** Circuits with water as hot as it needs, with what puts it there. */
  elsewhere: { label: string; edits: JobEdit[] }[];
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
    if (needed > target) tooHot.push(outOfReach(current, here ?? rung, target, needed));
    reached = Math.max(reached, needed);
  }
  return { changes, reached, tooHot };
}

/** What a room asks for whose target is out of reach: less heat, or the water of another circuit. */
function outOfReach(job: Job, rung: Rung, target: number, needed: number): TooHot {
  const gives = rungOutput(rung, target);
  const elsewhere = job.circuits
    .filter(({ id, flowTemperature }) => id !== rung.circuitId && flowTemperature >= needed - LEAST_GAIN)
    .map(({ id, name, flowTemperature }) => ({
      label: `${rung.name} on ${name || id} at ${say(flowTemperature, 'temperature', job.display)}`,
      edits: rung.emitters.map((emitter) => ({ at: `rooms/${rung.roomId}/emitters/${emitter.id}/circuit`, value: id })),
    }));
  return { roomId: rung.roomId, name: rung.name, needed, lessLoad: Math.max(0, rung.load - gives), elsewhere };
}
