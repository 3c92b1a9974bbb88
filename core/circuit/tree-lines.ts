import { boundsProblem, FIELDS } from '../../model/fields.ts';
import type { Circuit, Display, Job, Room, Section } from '../../model/job.ts';
import { idsAfter, newSection } from '../../model/new-job.ts';
import { newUnseenTee, structurePlace, teeAt } from '../../model/unseen-tee.ts';
import { readSize, sizesInWords, sizeWords } from '../pipe/size-words.ts';
import { editText } from '../quantity/format.ts';
import { inUnits } from '../quantity/in-units.ts';
import { readQuantity } from '../quantity/parse.ts';
import { unitFor } from '../quantity/units.ts';
import { roomsOf } from './draft-tree.ts';
import { pipeTree } from './pipe-tree.ts';

/**
 * The pipe tree of a circuit as lines: a section each, what branches off it indented below. A size and a length in the unit of the job
 * come first, then its name, and behind a colon the rooms at its end. `?` behind the size marks a tee that nobody has seen, `+` new pipe.
 *
 *     28 7 cellar
 *       28? 4 under the landing : Landing
 *         22 5.5 east wing : Bed east, Guest
 *         22+ 3 west wing : Bath, Bed west
 */
export function treeLines(circuit: Circuit, job: Pick<Job, 'rooms' | 'display'>): string {
  const name = (id: string) => job.rooms.find((room) => room.id === id)?.name || id;
  return pipeTree(circuit.sections)
    .sections.map(({ section, depth }) => {
      const size = sizeWords(section.material, section.size).replace(/ /g, '-');
      const marks = `${section.unseen ? '?' : ''}${section.existing ? '' : '+'}`;
      const rooms = section.rooms.length > 0 ? ` : ${section.rooms.map(name).join(', ')}` : '';
      // A tee out of sight is written as it was before anything was taken of it.
      const length = section.unseen ? section.unseen.total : section.length + hidden(circuit, section);
      return `${'  '.repeat(depth)}${size}${marks} ${editText(length, 'length', job.display)} ${section.name}${rooms}`;
    })
    .join('\n');
}

/** What of a branch stands in it for the stretch out of sight before it, m: less than none of it is written. */
function hidden(circuit: Circuit, section: Section): number {
  const before = circuit.sections.find(({ id }) => id === section.from);
  return before?.unseen ? -(before.unseen.total - before.length) : 0;
}

export type TreeRead = { ok: true; sections: Section[] } | { ok: false; problems: string[] };

/** Most lines read: as many sections as a circuit takes. */
const MOST = 200;

/** Reads a pipe tree from lines. Sections of the same name keep what lines do not say: fittings, material, how they are reached. */
export function readTreeLines(text: string, job: Job, circuit: Circuit): TreeRead {
  const lines = text.split('\n').map((line, i) => ({ line: line.replace(/\t/g, '  ').replace(/\s+$/, ''), n: i + 1 }));
  const filled = lines.filter(({ line }) => line.trim() !== '');
  if (filled.length > MOST)
    return { ok: false, problems: [`There are ${filled.length} lines; a circuit takes at most ${MOST} sections.`] };
  const next = idsAfter('s', circuit.sections);
  const problems: string[] = [];
  const sections: Section[] = [];
  const unseen: Section[] = [];
  const open: { indent: number; id: string }[] = [];
  const rooms = roomsOf(job, circuit.id).flatMap((id) => job.rooms.find((room) => room.id === id) ?? []);
  const taken = new Set<string>();
  for (const { line, n } of filled) {
    const read = readLine(line, job.display, circuit, rooms);
    if (typeof read === 'string') {
      problems.push(`Line ${n}, “${line.trim().slice(0, 50)}”: ${read}.`);
      continue;
    }
    while (open.length > 0 && (open.at(-1) as { indent: number }).indent >= read.indent) open.pop();
    const known = circuit.sections.find(
      (each) => each.name !== '' && each.name === read.name && !sections.some(({ id }) => id === each.id),
    );
    const twice = read.rooms.find((id) => taken.has(id));
    if (twice)
      problems.push(`Line ${n}: ${rooms.find(({ id }) => id === twice)?.name ?? twice} hangs on another section already.`);
    for (const id of read.rooms) taken.add(id);
    const section: Section = {
      ...(known ?? newSection(next(), circuit)),
      name: read.name,
      from: open.at(-1)?.id ?? null,
      size: read.size,
      length: read.length,
      existing: !read.isNew,
      rooms: read.rooms,
      unseen: null,
    };
    sections.push(section);
    if (read.unseen) unseen.push({ ...section, unseen: known?.unseen ?? null });
    open.push({ indent: read.indent, id: section.id });
  }
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, sections: unseen.reduce((all, { id, unseen: before }) => withUnseen(circuit, all, id, before), sections) };
}

/** Sections of which one ends in a tee that nobody has seen, taken as before or as a trunk to the middle of where it may be. */
function withUnseen(circuit: Circuit, sections: readonly Section[], id: string, before: Section['unseen']): Section[] {
  const section = sections.find((each) => each.id === id) as Section;
  const plain = newUnseenTee({ ...circuit, sections: [...sections] }, section);
  const unseen = before && before.total === section.length ? { ...before, trunk: plain.trunk } : plain;
  const at = teeAt(unseen);
  return sections.map((each) => {
    if (each.id === id) return { ...each, unseen, length: at, size: unseen.taken === 'through' ? unseen.through : unseen.trunk };
    return each.from === id ? { ...each, length: each.length + section.length - at } : each;
  });
}

interface Line {
  indent: number;
  size: string;
  unseen: boolean;
  isNew: boolean;
  length: number;
  name: string;
  rooms: string[];
}

const LINE = /^(\s*)(\S+?)([?+]*)\s+([\d.,]+(?:\s*(?:mm|m|ft|in)\b)?)\s*([^:]*?)\s*(?::\s*(.*))?$/;

function readLine(line: string, display: Display, circuit: Circuit, rooms: readonly Room[]): Line | string {
  const match = LINE.exec(line);
  const example = display.system === 'us' ? '“3/4 12 east wing : Bed”' : '“22 5.5 east wing : Bed”';
  if (!match) return `write size, length, name and behind a colon the rooms, for example ${example}`;
  const [, indent = '', sizeText = '', marks = '', lengthText = '', name = '', roomText = ''] = match;
  const { material } = circuit.worstRun;
  const size = readSize(material, sizeText);
  if (size === undefined) return `“${sizeText}” is no size of this pipe; use ${sizesInWords(material)}, or auto`;
  const length = readQuantity(lengthText, 'length', unitFor('length', display));
  if (!length.ok) return `its length ${length.reason}`;
  const problem = boundsProblem(FIELDS['circuits/*/sections/*/length'], length.value);
  if (problem) return `its length ${inUnits(problem, display)}`;
  const found: string[] = [];
  for (const wanted of roomText
    .split(',')
    .map((each) => each.trim())
    .filter((each) => each !== '')) {
    const room = roomCalled(wanted, rooms);
    if (!room) return `“${wanted}” is no room of ${circuit.name || 'this circuit'}`;
    found.push(room.id);
  }
  return {
    indent: indent.length,
    size,
    unseen: marks.includes('?'),
    isNew: marks.includes('+'),
    length: length.value,
    name: name.slice(0, 120),
    rooms: found,
  };
}

/** A room by its name, or by the only one that begins so. */
function roomCalled(wanted: string, rooms: readonly Room[]): Room | undefined {
  const plain = wanted.toLowerCase();
  const exact = rooms.find(({ id, name }) => name.toLowerCase() === plain || id === wanted);
  const begun = rooms.filter(({ name }) => name.toLowerCase().startsWith(plain));
  return exact ?? (begun.length === 1 ? begun[0] : undefined);
}

/** A job with the tree of a circuit, and a guess noted for each tee in it that nobody has seen. */
export function withTree(job: Job, circuitId: string, sections: Section[]): Job {
  const unseen = sections.filter((section) => section.unseen !== null);
  const places = new Set(unseen.map(({ id }) => structurePlace(circuitId, id)));
  const mine = `circuits/${circuitId}/sections/`;
  const ids = idsAfter('a', job.assumptions);
  const kept = job.assumptions.filter(({ place }) => {
    if (!place.startsWith(mine)) return true;
    if (place.endsWith('/unseen/taken')) return places.has(place);
    return sections.some(({ id }) => place.startsWith(`${mine}${id}/`));
  });
  const missing = [...places].filter((place) => !kept.some((each) => each.place === place));
  return {
    ...job,
    circuits: job.circuits.map((each) => (each.id === circuitId ? { ...each, sections } : each)),
    assumptions: [...kept, ...missing.map((place) => ({ id: ids(), place, alternatives: otherThan(sections, place) }))],
  };
}

/** The structure that is not taken, as the alternative of the guess. */
const otherThan = (sections: readonly Section[], place: string): string[] => {
  const section = sections.find(({ id }) => place.includes(`/sections/${id}/`));
  return [section?.unseen?.taken === 'through' ? 'tee' : 'through'];
};

/** A job in which a room hangs on another section of a circuit; on none at the end of the run. */
export const withRoomAt = (job: Job, circuitId: string, room: string, section: string | null): Job => ({
  ...job,
  circuits: job.circuits.map((circuit) =>
    circuit.id !== circuitId
      ? circuit
      : {
          ...circuit,
          sections: circuit.sections.map((each) => {
            const without = each.rooms.filter((id) => id !== room);
            if (each.id === section) return { ...each, rooms: [...without, room] };
            return without.length === each.rooms.length ? each : { ...each, rooms: without };
          }),
        },
  ),
});
