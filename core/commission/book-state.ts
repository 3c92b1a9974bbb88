import type { StateNote } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import { curveFollowers, needOf } from '../control/curve-followers.ts';
import { sentAt, settledCurve } from '../control/weather-curve.ts';
import type { Design } from '../design/design.ts';

/** Every zone calling on the design day, running and settled: the state the design itself is worked out in. */
export const DESIGN_DAY: StateNote = {
  calls: 'all',
  mode: 'heating',
  speeds: {},
  outdoor: null,
  source: null,
  running: true,
  settledFor: null,
};

/** What the water is asked to be in a state: by the source's and each mixed circuit's curve at the outdoor temperature. */
export interface Wanted {
  /** Degrees C the source sends; null as decided. */
  source: number | null;
  /** Whether that was read on site, and is not only what the curve asks for. */
  read: boolean;
  /** Degrees C by id of a mixed circuit that follows the weather. */
  circuits: Map<string, number>;
}

/** Temperatures that are asked for in a state. Without an outdoor temperature they are those of the design day. */
export function wantedIn(job: Job, design: Pick<Design, 'circuits'>, note: StateNote): Wanted {
  const wanted: Wanted = { source: note.source, read: note.source !== null, circuits: new Map() };
  const { outdoor } = note;
  if (outdoor === null) return wanted;
  for (const follower of curveFollowers(job)) {
    const curve = follower.curve && settledCurve(follower.curve, needOf(job, design, follower));
    if (!curve || !follower.curve) continue;
    const sent = sentAt(follower.curve, curve, outdoor);
    if (follower.place !== 'source') wanted.circuits.set(follower.place.slice('circuits/'.length), sent);
    else if (wanted.source === null) wanted.source = sent;
  }
  return wanted;
}
