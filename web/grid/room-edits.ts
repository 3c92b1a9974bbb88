import { readInJobUnits } from '../../core/quantity/parse.ts';
import { clipText } from '../../model/clean-text.ts';
import { boundsProblem, FIELDS } from '../../model/fields.ts';
import { type Job, MOST_ROOMS, type Room } from '../../model/job.ts';
import { newRoom, nextId } from '../../model/new-job.ts';
import { keepUnread } from '../../model/place.ts';
import { FACING_LABELS, USE_LABELS } from '../parts/choices.ts';

/** The columns of the room grid, in their order: a pasted block runs along them. */
export const ROOM_COLUMNS = [
  'name',
  'storey',
  'area',
  'heatLoad',
  'roomTemperature',
  'circuit',
  'use',
  'facing',
  'coolingLoad',
  'latentLoad',
] as const;
export type RoomColumn = (typeof ROOM_COLUMNS)[number];
export const isRoomColumn = (column: string): column is RoomColumn => (ROOM_COLUMNS as readonly string[]).includes(column);

const EMPTY_MEANS: Partial<Record<RoomColumn, null>> = { area: null, heatLoad: null, coolingLoad: null, latentLoad: null };

/**
 * A job with one cell of the grid set to a typed text. A room that is not there yet is made. What cannot be read
 * stays as typed beside the value before.
 */
export function setCell(job: Job, roomId: string, column: RoomColumn, text: string): Job {
  const known = job.rooms.some((room) => room.id === roomId);
  if (!known && (text.trim() === '' || job.rooms.length >= MOST_ROOMS)) return job;
  const base = known ? job : { ...job, rooms: [...job.rooms, newRoom(roomId)] };
  const put = (fields: Partial<Room>): Job => ({
    ...base,
    rooms: base.rooms.map((room) => (room.id === roomId ? { ...room, ...fields } : room)),
  });
  if (column === 'name' || column === 'storey') return put({ [column]: clipText(text, 120) });
  if (column === 'circuit') {
    const wanted = text.trim().toLowerCase();
    const circuit = base.circuits.find((each) => each.id === text || each.name.trim().toLowerCase() === wanted);
    return put({ circuit: circuit?.id ?? null });
  }
  if (column === 'use') return put({ use: choiceOf(text, USE_LABELS) });
  if (column === 'facing') return put({ facing: choiceOf(text, FACING_LABELS) });
  const place = `rooms/${roomId}/${column}`;
  if (text.trim() === '' && column in EMPTY_MEANS) return keepUnread(put({ [column]: null }), place, '');
  const field = FIELDS[`rooms/*/${column}`];
  const read = readInJobUnits(text, field.kind, job.display);
  if (!read.ok || boundsProblem(field, read.value))
    return keepUnread(base, place, text.trim() === '' ? ' ' : clipText(text, 4000));
  return keepUnread(put({ [column]: read.value }), place, '');
}

/** A choice by its id, its label or the start of one ("bath", "SE"); null for anything else. */
function choiceOf<K extends string>(text: string, labels: Record<K, string>): K | null {
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return null;
  const entries = Object.entries(labels) as [K, string][];
  const found =
    entries.find(([id, label]) => id === wanted || label.toLowerCase() === wanted) ??
    entries.find(([, label]) => wanted.length > 2 && label.toLowerCase().startsWith(wanted));
  return found?.[0] ?? null;
}

/**
 * A job with a block of texts put into the grid, its top left corner at a cell. Rows beyond the last room make new ones.
 * @param startRow index of the room, may be one past the last
 */
export function pasteBlock(job: Job, startRow: number, startColumn: RoomColumn, block: readonly (readonly string[])[]): Job {
  const columns = ROOM_COLUMNS.slice(ROOM_COLUMNS.indexOf(startColumn));
  let next = job;
  block.forEach((row, i) => {
    const id = next.rooms[startRow + i]?.id ?? nextId('r', next.rooms);
    columns.forEach((column, k) => {
      const text = row[k];
      if (text !== undefined) next = setCell(next, id, column, text.trim());
    });
  });
  return next;
}

/** A job without some rooms and without what was unread in them. */
export function removeRooms(job: Job, ids: ReadonlySet<string>): Job {
  return {
    ...job,
    rooms: job.rooms.filter((room) => !ids.has(room.id)),
    unread: job.unread.filter(({ place }) => !(place.startsWith('rooms/') && ids.has(place.split('/')[1] as string))),
  };
}
