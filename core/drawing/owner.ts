import type { PlantState } from '../design/plant-state.ts';

/** The circuit whose water a component carries; null for the plant, whose water goes to all of them. */
export const ownerOf = (component: string): string | null =>
  component.startsWith('circuits/')
    ? component.split('/').slice(0, 2).join('/')
    : component.startsWith('hotWater')
      ? 'hotWater'
      : null;

/** Below this a pipe stands still, m3/s: a tenth of a litre an hour. */
const STILL = 3e-8;

/** Flow in a drawn pipe in m3/s the way it is drawn: 0 when it stands, null when nothing is known of it. */
export function flowOf(state: PlantState | null, pipe: string): number | null {
  const flow = state?.pipes[pipe];
  // What takes no part in summer stands still.
  if (flow === undefined) return state?.cools ? 0 : null;
  return Math.abs(flow) < STILL ? 0 : flow;
}
