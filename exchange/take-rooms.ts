import { circuitNamed, kindOfRoom, withCircuit } from '../core/circuit/name-circuit.ts';
import { readEmitters } from '../core/emitter/emitter-words.ts';
import { withUsual } from '../core/emitter/usual-emitter.ts';
import { type Job, MOST_ROOMS, type Room } from '../model/job.ts';
import { idsAfter, newRoom } from '../model/new-job.ts';
import { keepUnread } from '../model/place.ts';
import { readJob } from '../model/read-job.ts';
import type { Meaning } from './room-columns.ts';
import type { RoomsPreview } from './rooms-table.ts';

/** Adding these rooms would make the job too large. */
export const tooManyRooms = (job: Job, adding: number): string | null =>
  job.rooms.length + adding > MOST_ROOMS
    ? `The job has ${job.rooms.length} rooms and takes at most ${MOST_ROOMS}; ${adding} more do not fit. Split the building into several jobs.`
    : null;

/** Why a job cannot be kept with these rooms in it, as the job file bounds it; null where it can. */
export function problemOfTaking(job: Job, preview: RoomsPreview): string | null {
  const full = tooManyRooms(job, preview.rows.length);
  if (full) return full;
  const read = readJob(takeRooms(job, preview));
  return read.ok ? null : `With these rooms the job could not be saved: ${read.problems.slice(0, 2).join(' ')}`;
}

/**
 * A job with the rows of a confirmed preview added as rooms. A cell that could not be read stays with its room as an
 * unread text, so that nothing is lost. A circuit named in the table is found by name or made.
 * @param fallback circuit for rows that name none, or null
 */
export function takeRooms(job: Job, preview: RoomsPreview, fallback: string | null = null): Job {
  let next = job;
  const rooms = [...job.rooms];
  const newId = idsAfter('r', rooms);
  for (const { cells } of preview.rows) {
    const id = newId();
    const fields: Partial<Room> = { name: cells.name?.text ?? '', storey: cells.storey?.text ?? '' };
    for (const meaning of ['area', 'heatLoad', 'coolingLoad', 'latentLoad', 'roomTemperature'] as const satisfies Meaning[]) {
      const cell = cells[meaning];
      if (!cell) continue;
      if (cell.value !== null) fields[meaning] = cell.value;
      else if (cell.text !== '') next = keepUnread(next, `rooms/${id}/${meaning}`, cell.text);
    }
    const bare = newRoom(id, fields);
    const read = readEmitters(cells.emitters?.text ?? '', bare, next);
    if (!read.ok) next = keepUnread(next, `rooms/${id}/emitters`, cells.emitters?.text ?? '');
    const room = { ...bare, emitters: read.ok ? read.emitters : [] };
    const circuitName = cells.circuit?.text ?? '';
    let circuit = fallback;
    if (circuitName !== '') {
      const found = circuitNamed(next, circuitName, kindOfRoom(room) ?? 'radiators');
      // One too many is made all the same: the job then says that it does not take so many.
      const made = found.id === null ? withCircuit(next, kindOfRoom(room) ?? 'radiators', circuitName) : found;
      next = made.job;
      circuit = made.id;
    }
    rooms.push({ ...room, circuit });
  }
  return withUsual({ ...next, rooms }, new Set(rooms.slice(job.rooms.length).map(({ id }) => id)));
}
