import type { Display } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import type { PlantState } from '../../design/plant-state.ts';
import { flowOf, ownerOf } from '../owner.ts';

/** What the drawing shows: a design, and the plant as it runs just now. */
export interface Look {
  design: Design;
  /** Null while nothing could be solved. */
  state: PlantState | null;
  /** Whether every zone calls, so that the figures of the design are what is seen. */
  designDay: boolean;
  display: Display;
}

/** Whether a part belongs to a circuit that only cools, in winter: it stands still, its pump off. */
export function rests({ design, state }: Look, component: string): boolean {
  if (state?.cools) return false;
  const owner = ownerOf(component);
  return owner !== null && design.circuits.some(({ id, onlyCools }) => onlyCools !== null && owner === `circuits/${id}`);
}

/** Flow in a drawn pipe just now, m3/s the way it is drawn: 0 when it stands, null when nothing is known of it. */
export const flowIn = (look: Look, pipe: string): number | null => (rests(look, pipe) ? 0 : flowOf(look.state, pipe));
