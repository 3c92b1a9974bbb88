/** What somebody says about a thing of a job: a room, a pump, a finding. */
export interface Comment {
  id: string;
  /** Place in the job, such as `rooms/r3`, or `finding/` and the id of one; empty for the job as a whole. */
  thing: string;
  /** What that was called when it was written. */
  label: string;
  body: string;
  author: string;
  writtenAt: string;
  /** When it was dealt with; null while it stands. */
  endedAt: string | null;
  endedBy: string | null;
}

/** Most characters of a comment. */
export const MOST_COMMENT = 2000;
