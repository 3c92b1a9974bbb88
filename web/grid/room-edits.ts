import { circuitNamed, kindOfRoom } from '../../core/circuit/name-circuit.ts';
import { readEmitters } from '../../core/emitter/emitter-words.ts';
import { withUsual } from '../../core/emitter/usual-emitter.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { type Meaning, readHeading } from '../../exchange/room-columns.ts';
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
  'emitters',
  'use',
  'facing',
  'coolingLoad',
  'latentLoad',
  'sunShare',
] as const;
export type RoomColumn = (typeof ROOM_COLUMNS)[number];
export const isRoomColumn = (column: string): column is RoomColumn => (ROOM_COLUMNS as readonly string[]).includes(column);

const EMPTY_MEANS: Partial<Record<RoomColumn, null | 'auto'>> = {
  area: null,
  heatLoad: null,
  coolingLoad: null,
  latentLoad: null,
  sunShare: 'auto',
};

/**
 * A job with one cell of the grid set to a typed text. A room that is not there yet is made. What cannot be read
 * stays as typed beside the value before.
 */
export function setCell(job: Job, roomId: string, column: RoomColumn, text: string): Job {
  const known = job.rooms.find((room) => room.id === roomId);
  if (!known && (text.trim() === '' || job.rooms.length >= MOST_ROOMS)) return job;
  const room = known ?? newRoom(roomId);
  const base = known ? job : { ...job, rooms: [...job.rooms, room] };
  const put = (fields: Partial<Room>, on: Job = base): Job => ({
    ...on,
    rooms: on.rooms.map((each) => (each.id === roomId ? { ...each, ...fields } : each)),
  });
  switch (column) {
    case 'name':
    case 'storey':
      return put({ [column]: clipText(text, 120) });
    case 'circuit': {
      if (text.trim() === '') return put({ circuit: null });
      const found = circuitNamed(base, clipText(text.trim(), 120), kindOfRoom(room) ?? 'radiators');
      return put({ circuit: found.id }, found.job);
    }
    case 'emitters': {
      const place = `rooms/${roomId}/emitters`;
      const read = readEmitters(text, room, base);
      return read.ok ? keepUnread(put({ emitters: read.emitters }), place, '') : keepUnread(base, place, clipText(text, 4000));
    }
    case 'use':
      return put({ use: choiceOf(text, USE_LABELS) });
    case 'facing':
      return put({ facing: choiceOf(text, FACING_LABELS) });
    default: {
      const place = `rooms/${roomId}/${column}`;
      if (text.trim() === '' && column in EMPTY_MEANS) return keepUnread(put({ [column]: EMPTY_MEANS[column] }), place, '');
      const field = FIELDS[`rooms/*/${column}`];
      const read = readInJobUnits(text, field.kind, job.display);
      if (!read.ok || boundsProblem(field, read.value))
        return keepUnread(base, place, text.trim() === '' ? ' ' : clipText(text, 4000));
      return keepUnread(put(withFloor(room, column, read.value)), place, '');
    }
  }
}

/** A number of a room; its one floor grows with it as long as that fills it. */
function withFloor(room: Room, column: RoomColumn, value: number): Partial<Room> {
  const [floor, ...others] = room.emitters.filter((emitter) => emitter.kind === 'floor');
  const fills = column === 'area' && floor && others.length === 0 && (room.area === null || floor.area === room.area);
  if (!fills) return { [column]: value };
  return { [column]: value, emitters: room.emitters.map((each) => (each === floor ? { ...floor, area: value } : each)) };
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

/** One cell and the text it gets. */
export interface CellText {
  room: string;
  column: RoomColumn;
  text: string;
}

/** What an emitter or a circuit is comes before what they make of each other. */
const ORDER: Partial<Record<RoomColumn, number>> = { emitters: 1, circuit: 2 };

/**
 * A job with several cells set at once. Rooms that come into being by it, or get their first load, have the usual emitter of the job
 * where none is named, and stand on the only circuit where there is one.
 */
export function setCells(job: Job, cells: readonly CellText[]): Job {
  const loaded = new Set(job.rooms.filter(({ heatLoad }) => heatLoad !== null).map(({ id }) => id));
  const ordered = [...cells].sort((a, b) => (ORDER[a.column] ?? 0) - (ORDER[b.column] ?? 0));
  const next = ordered.reduce((current, { room, column, text }) => setCell(current, room, column, text), job);
  const there = new Set(job.rooms.map(({ id }) => id));
  const fresh = next.rooms.filter(({ id, heatLoad }) => !there.has(id) || (heatLoad !== null && !loaded.has(id)));
  return fresh.length > 0 ? withUsual(next, new Set(fresh.map(({ id }) => id))) : next;
}

const OF_MEANING: Record<Meaning, RoomColumn> = {
  name: 'name',
  storey: 'storey',
  area: 'area',
  heatLoad: 'heatLoad',
  roomTemperature: 'roomTemperature',
  circuit: 'circuit',
  emitters: 'emitters',
  coolingLoad: 'coolingLoad',
  latentLoad: 'latentLoad',
};

/** Whether a pasted block begins with a row that names its columns: two that are known, and no number. */
export function hasHeading([first = []]: readonly (readonly string[])[]): boolean {
  const known = first.map(readHeading).filter(({ meaning }) => meaning !== null).length;
  return known >= 2 && !first.some((cell) => /^\s*[-+]?[.,]?\d/.test(cell));
}

/** What the columns of a pasted block are, with the unit named above each: by its heading where it has one, else by where it is put. */
function columnsOf(
  block: readonly (readonly string[])[],
  start: RoomColumn,
  shown: readonly RoomColumn[],
): { columns: (RoomColumn | null)[]; units: (string | null)[]; headed: boolean } {
  if (!hasHeading(block)) return { columns: shown.slice(Math.max(0, shown.indexOf(start))), units: [], headed: false };
  const headings = (block[0] ?? []).map(readHeading);
  return {
    columns: headings.map(({ meaning }) => meaning && OF_MEANING[meaning]),
    units: headings.map(({ unit }) => unit),
    headed: true,
  };
}

/**
 * A job with a block of texts put into the grid, its top left corner at a cell. Rows beyond the last room make new ones. A block with a
 * heading row goes by that, whatever the order of its columns.
 * @param startRow index of the room, may be one past the last @param shown columns as they stand beside each other
 */
export function pasteBlock(
  job: Job,
  startRow: number,
  startColumn: RoomColumn,
  block: readonly (readonly string[])[],
  shown: readonly RoomColumn[] = ROOM_COLUMNS,
): Job {
  const { columns, units, headed } = columnsOf(block, startColumn, shown);
  const rows = headed ? block.slice(1) : block;
  const ids = [...job.rooms];
  return setCells(
    job,
    rows.flatMap((row, i): CellText[] => {
      let id = ids[startRow + i]?.id;
      if (id === undefined) {
        id = nextId('r', ids);
        ids.push(newRoom(id));
      }
      const room = id;
      return columns.flatMap((column, k): CellText[] => {
        const text = row[k]?.trim();
        if (column === null || column === undefined || text === undefined) return [];
        return [{ room, column, text: units[k] && /^[\d\s.,'+*/-]+$/.test(text) ? `${text} ${units[k]}` : text }];
      });
    }),
  );
}

/** A job with the top row of a range copied into the rows below it. @param rooms ids of its rooms, at least two */
export function fillDown(
  job: Job,
  [first, ...rest]: readonly string[],
  columns: readonly RoomColumn[],
  textAt: (room: string, column: RoomColumn) => string,
): Job {
  if (first === undefined) return job;
  return setCells(
    job,
    rest.flatMap((room) => columns.map((column): CellText => ({ room, column, text: textAt(first, column) }))),
  );
}

/** A job without some rooms and without what was unread in them. */
export function removeRooms(job: Job, ids: ReadonlySet<string>): Job {
  return {
    ...job,
    rooms: job.rooms.filter((room) => !ids.has(room.id)),
    unread: job.unread.filter(({ place }) => !(place.startsWith('rooms/') && ids.has(place.split('/')[1] as string))),
  };
}
