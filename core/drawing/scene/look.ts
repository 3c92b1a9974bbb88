import type { Display } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import type { PlantState } from '../../design/plant-state.ts';

/** What the drawing shows: a design, and the plant as it runs just now. */
export interface Look {
  design: Design;
  /** Null while nothing could be solved. */
  state: PlantState | null;
  /** Whether every zone calls, so that the figures of the design are what is seen. */
  designDay: boolean;
  display: Display;
}
