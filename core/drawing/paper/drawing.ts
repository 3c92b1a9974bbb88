import type { Group } from '../scene/mark.ts';
import type { Point } from '../sheet.ts';

/** Groups in units of their own, placed on a page. */
export interface Placed {
  /** Where their origin stands, mm from the top left, and mm to a unit. */
  at: Point;
  scale: number;
  groups: readonly Group[];
}

/** A drawing of a true size, ready for a painter. */
export interface Drawing {
  title: string;
  /** In mm. */
  width: number;
  height: number;
  placed: readonly Placed[];
}

/** Whose work a paper is of, and as it stood when. */
export interface PaperHead {
  job: string;
  place: string;
  rulebook: string;
  /** Of the saved job; null where it was never saved, as on a terminal. */
  revision: number | null;
  /** Whether the job was changed since that revision. */
  changed: boolean;
  /** As it is written on the paper. */
  date: string;
}

/** What stands on every paper. */
export const CAUTION =
  'Sizes follow from the entries as they stood at this revision. Local codes, the makers’ instructions and licensed trades decide; nothing here is an approval.';

export const revisionWords = ({ revision, changed }: PaperHead): string =>
  revision === null ? 'not saved' : changed ? `after revision ${revision}` : `revision ${revision}`;
