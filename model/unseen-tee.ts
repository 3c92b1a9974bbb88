import type { Circuit, Job, Section, Structure, UnseenTee } from './job.ts';

/**
 * A tee that nobody has seen, at the end of a section: either a trunk runs to it and the branches go on from there side by side, or one
 * pipe runs right through and the branches part where they come into sight. The section and its branches stand in the job as taken; what
 * is seen of the branches, their length beyond the stretch out of sight, stays the same whatever is taken.
 */

/** Where the tee is taken to lie, m from the start: the middle of where it may be, or the far end for a pipe right through. */
export const teeAt = ({ taken, total, least, most }: UnseenTee): number =>
  taken === 'through' ? total : Math.min(total, (least + most) / 2);

const PLACE = /^circuits\/([^/]+)\/sections\/([^/]+)\/unseen(\/|$)/;

/** Circuit and section of a place of an unseen tee; null for any other place. */
export function unseenPlace(place: string): { circuit: string; section: string } | null {
  const [, circuit, section] = PLACE.exec(place) ?? [];
  return circuit !== undefined && section !== undefined ? { circuit, section } : null;
}

/**
 * A circuit with the tee of a section moved, and its sizes as the structure has them.
 * @param at m from the start of the stretch out of sight
 */
function moved(circuit: Circuit, section: Section, unseen: UnseenTee, before: number, at: number): Circuit {
  const size = unseen.taken === 'through' ? unseen.through : unseen.trunk;
  return {
    ...circuit,
    sections: circuit.sections.map((each) => {
      if (each.id === section.id) return { ...each, unseen, size, length: at };
      // Nothing is shorter than none: a branch that comes into sight before the tee is taken to begin there.
      return each.from === section.id ? { ...each, length: Math.max(0.01, each.length + before - at) } : each;
    }),
  };
}

const changedCircuit = (job: Job, id: string, change: (circuit: Circuit) => Circuit): Job => ({
  ...job,
  circuits: job.circuits.map((each) => (each.id === id ? change(each) : each)),
});

/** The section that a place of an unseen tee belongs to, with its circuit. */
function sectionAt(job: Job, place: string): { circuit: Circuit; section: Section } | null {
  const at = unseenPlace(place);
  const circuit = at && job.circuits.find((each) => each.id === at.circuit);
  const section = circuit?.sections.find((each) => each.id === at?.section);
  return circuit && section ? { circuit, section } : null;
}

/** A job in which section and branches are as an edit of an unseen tee says. @param before the job it was made in */
export function withUnseenTee(before: Job, job: Job, place: string): Job {
  const now = sectionAt(job, place);
  const was = sectionAt(before, place);
  if (!now?.section.unseen || !was) return job;
  const { unseen } = now.section;
  // A longer stretch out of sight is that much less of each branch in sight: what is seen of them stays.
  const grown = was.section.unseen ? unseen.total - was.section.unseen.total : 0;
  return changedCircuit(job, now.circuit.id, (circuit) =>
    moved(circuit, now.section, unseen, was.section.length + grown, teeAt(unseen)),
  );
}

/** A job with an unseen tee at a distance in m, whatever the middle of its range. */
export function withTeeAt(job: Job, place: string, at: number): Job {
  const now = sectionAt(job, place);
  if (!now?.section.unseen) return job;
  const { circuit, section } = now;
  return changedCircuit(job, circuit.id, () => moved(circuit, section, section.unseen as UnseenTee, section.length, at));
}

/** Shares of the stretch within which a tee is looked for where nobody says: it is not at its very ends. Judgement. */
const USUAL_RANGE = [0.2, 0.8] as const;

/** What is taken of a section whose end nobody has seen: a trunk of its own size to a tee, the size of its branches right through. */
export function newUnseenTee(circuit: Circuit, section: Section, taken: Structure = 'tee'): UnseenTee {
  const branch = circuit.sections.find((each) => each.from === section.id)?.size ?? section.size;
  return {
    taken,
    total: section.length,
    least: Math.round(section.length * USUAL_RANGE[0] * 10) / 10,
    most: Math.round(section.length * USUAL_RANGE[1] * 10) / 10,
    trunk: section.size,
    through: branch,
  };
}

/** Place by which an unseen tee is taken one way or the other, and marked as assumed. */
export const structurePlace = (circuit: string, section: string): string =>
  `circuits/${circuit}/sections/${section}/unseen/taken`;

export const STRUCTURE_LABELS: Record<Structure, string> = {
  tee: 'a trunk to a tee, then branches',
  through: 'one pipe right through',
};
