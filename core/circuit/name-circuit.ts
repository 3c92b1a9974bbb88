import { type Circuit, type EmitterKind, type Job, MOST_CIRCUITS, type Room } from '../../model/job.ts';
import { newCircuit, nextId } from '../../model/new-job.ts';
import { isFanForm } from '../emitter/forms.ts';

/** What circuits are called by what hangs on them, where nobody named them. */
export const CIRCUIT_NAMES: Record<EmitterKind, string> = {
  radiators: 'Radiators',
  floor: 'Floor heating',
  'air-units': 'Fan units',
};

/** A name that no circuit of the job has: with a number behind it where it is taken. */
export function distinctName({ circuits }: Pick<Job, 'circuits'>, wanted: string): string {
  const taken = new Set(circuits.map(({ name }) => name.trim().toLowerCase()));
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted} ${n}`;
    if (!taken.has(name.toLowerCase())) return name;
  }
}

/** What a room's emitters make of the circuit that feeds them; null where none is entered. */
export function kindOfRoom({ emitters }: Pick<Room, 'emitters'>): EmitterKind | null {
  const [first] = emitters;
  if (!first) return null;
  if (first.kind === 'floor') return 'floor';
  return first.kind === 'rated' && isFanForm(first.form) ? 'air-units' : 'radiators';
}

/** A job with one more circuit of a kind, like those of its kind that are there: same water, pipes and parts, a name of its own. */
export function withCircuit(job: Job, kind: EmitterKind, name = CIRCUIT_NAMES[kind]): { job: Job; id: string } {
  const id = nextId('c', job.circuits);
  const like = job.circuits.find(({ emitters }) => emitters === kind);
  const named = { name: distinctName(job, name) };
  const circuit: Circuit = like
    ? { ...like, id, ...named, sections: [], manifolds: [], phase: 'new' }
    : newCircuit(id, job, { emitters: kind, ...named });
  return { job: { ...job, circuits: [...job.circuits, circuit] }, id };
}

const isBare = (job: Job, { id }: Circuit): boolean =>
  !job.rooms.some((room) => room.circuit === id || room.emitters.some((emitter) => emitter.circuit === id));

/**
 * The circuit of a name: the one that has it, or else one drafted for its kind that no room is on yet, which takes the name, or else a
 * new one; none where the job has as many as it takes.
 */
export function circuitNamed(job: Job, name: string, kind: EmitterKind): { job: Job; id: string | null } {
  const wanted = name.trim().toLowerCase();
  const known = job.circuits.find((each) => each.id === name || each.name.trim().toLowerCase() === wanted);
  if (known) return { job, id: known.id };
  const drafted = job.circuits.find((each) => each.emitters === kind && each.name === CIRCUIT_NAMES[kind] && isBare(job, each));
  if (!drafted && job.circuits.length >= MOST_CIRCUITS) return { job, id: null };
  if (!drafted) return withCircuit(job, kind, name.trim());
  return {
    job: { ...job, circuits: job.circuits.map((each) => (each === drafted ? { ...each, name: name.trim() } : each)) },
    id: drafted.id,
  };
}
