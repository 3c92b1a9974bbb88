import type { Job } from '../../model/job.ts';
import type { Severity } from '../finding/finding.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import type { Point, Sheet, Tag } from './sheet.ts';

/** Measures of the wall, in sheet units. */
export const HEIGHT = 660;
export const COLUMN = 176;
export const HOUSE = { top: 16, height: 104 };
/** The two bars of the distributor. */
export const FLOW_BAR = 470;
export const RETURN_BAR = 512;
export const TAG = { left: 72, width: 103, height: 52 };
/** What one line more adds to a tag. */
export const LINE = 16;
/** Where pump and mixing valve of a circuit stand on its riser. */
export const PUMP_AT = 272;
export const VALVE_AT = 372;
const RISERS: readonly [near: number, far: number] = [22, 54];
const SOURCE_WIDTH = 94;
/** What a further source takes, and what a pump for all circuits takes on the flow bar. */
const FURTHER = 132;
const SHARED_PUMP = 116;

/** Where the parts of one plant stand. */
export interface Layout {
  /** Left edge of the first circuit. */
  plantWidth: number;
  /** Middle of the source, and of each further one from the left. */
  source: { middle: number; left: number; top: number; bottom: number };
  further: number[];
  headerX: number;
  /** Height of the primary pipes above and below the source. */
  top: number;
  bottom: number;
  /** Where the one pump of all circuits stands on the flow bar; null without one. */
  sharedPump: number | null;
}

/** Further sources on the same pipes as the first. */
export function besideFirst(job: Job): Job['furtherSources'] {
  const away = new Set(pipingOf(job).elsewhere.map(({ id }) => id));
  return job.furtherSources.filter(({ id }) => !away.has(id));
}

export function layoutOf(job: Job): Layout {
  const beside = besideFirst(job);
  const shift = beside.length * FURTHER;
  const left = 18 + shift;
  const headerX = 282 + shift;
  const shared = pipingOf(job).sharedLink !== null;
  return {
    plantWidth: headerX + 48 + (shared ? SHARED_PUMP : 0),
    source: { middle: left + SOURCE_WIDTH / 2, left, top: 404, bottom: 548 },
    further: beside.map((_, i) => 18 + i * FURTHER + SOURCE_WIDTH / 2),
    headerX,
    top: 362,
    bottom: 582,
    sharedPump: shared ? headerX + 74 : null,
  };
}
export const SOURCE_SIZE = { width: SOURCE_WIDTH, height: 144 };

/** The two risers of a circuit whose column begins at a left edge; the cold port of its valve looks to its return. */
export const risersOf = (left: number, hand: 'right' | 'left'): { flow: number; back: number } => {
  const [near, far] = hand === 'right' ? RISERS : [RISERS[1], RISERS[0]];
  return { flow: left + near, back: left + far };
};

/** A sheet being drawn, and how a tag is put on it. */
export interface Board {
  sheet: Sheet;
  worst: Map<string, Severity>;
  tag: (entry: Omit<Tag, 'severity' | 'width' | 'height'> & { width?: number }) => void;
}

export const straight = (from: Point, to: Point): Point[] => [from, to];
