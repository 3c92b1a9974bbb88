import { emitterWords } from '../../core/emitter/emitter-words.ts';
import { isRoughCooling, roughCoolingLoad, sunShareOf } from '../../core/load/cooling-loads.ts';
import { isRough, roughLoad } from '../../core/load/rough-loads.ts';
import { editText, show } from '../../core/quantity/format.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { FIELDS } from '../../model/fields.ts';
import type { Job, Room } from '../../model/job.ts';
import { FACING_LABELS, USE_LABELS } from '../parts/choices.ts';
import type { RoomColumn } from './room-edits.ts';

/** Columns that hold numbers. */
const QUANTITIES = ['area', 'heatLoad', 'roomTemperature', 'coolingLoad', 'latentLoad', 'sunShare'] as const;
export type QuantityColumn = (typeof QUANTITIES)[number];
export const isQuantity = (column: RoomColumn): column is QuantityColumn => (QUANTITIES as readonly string[]).includes(column);

/** A cell as it is read. */
export interface ShownCell {
  text: string;
  /** Why what was typed is not used; null where it is. */
  problem: string | null;
  /** Only reckoned by area. */
  rough: boolean;
}

/** The text a cell is edited and copied with: what is typed back gives the same cell. */
export function textAt(job: Job, room: Room | undefined, column: RoomColumn): string {
  if (!room) return '';
  const unread = job.unread.find(({ place }) => place === `rooms/${room.id}/${column}`);
  if (unread) return unread.text.trim();
  switch (column) {
    case 'name':
    case 'storey':
      return room[column];
    case 'circuit':
      return job.circuits.find(({ id }) => id === room.circuit)?.name ?? '';
    case 'emitters':
      return emitterWords(room, job);
    case 'use':
      return room.use === null ? '' : USE_LABELS[room.use];
    case 'facing':
      return room.facing === null ? '' : FACING_LABELS[room.facing];
    default: {
      const value = room[column];
      return value === null || value === 'auto' ? '' : editText(value, FIELDS[`rooms/*/${column}`].kind, job.display);
    }
  }
}

/** A cell as the grid shows it: a number as the job shows it, or what was typed with the reason why it is not used. */
export function shownAt(job: Job, room: Room | undefined, column: RoomColumn): ShownCell {
  const text = textAt(job, room, column);
  const plain = { text, problem: null, rough: false };
  if (!room) return plain;
  const unread = job.unread.find(({ place }) => place === `rooms/${room.id}/${column}`);
  if (unread) return { text: text || 'empty', problem: problemOf(job, column, unread.text), rough: false };
  if (!isQuantity(column)) return plain;
  const value = room[column];
  if (value === 'auto') return { ...plain, text: `about ${show(sunShareOf(room), 'fraction', job.display).number}`, rough: true };
  if (value !== null) return { ...plain, text: show(value, FIELDS[`rooms/*/${column}`].kind, job.display).number };
  const rough =
    column === 'heatLoad' && isRough(job, room)
      ? roughLoad(job, room)
      : column === 'coolingLoad' && isRoughCooling(job, room)
        ? roughCoolingLoad(job, room)
        : null;
  return rough === null ? plain : { text: `about ${show(rough, 'heatLoad', job.display).number}`, problem: null, rough: true };
}

function problemOf(job: Job, column: RoomColumn, text: string): string {
  if (column === 'emitters')
    return `“${text.trim()}” is not used: see the finding, or write for example ${job.display.system === 'us' ? '22 24x48' : '22 600x1200'}.`;
  if (!isQuantity(column)) return `“${text.trim()}” is not used.`;
  const field = FIELDS[`rooms/*/${column}`];
  const read = readInJobUnits(text, field.kind, job.display);
  return `“${text.trim() || 'Nothing'}” ${read.ok ? `is outside what is possible: ${inUnits(field.remedy, job.display)}` : read.reason}.`;
}

/** Heat load by area of a room as it is shown; empty without either. */
export const specificLoadOf = ({ heatLoad, area }: Room, display: Job['display']): string =>
  heatLoad === null || area === null ? '' : show(heatLoad / area, 'specificLoad', display).number;
