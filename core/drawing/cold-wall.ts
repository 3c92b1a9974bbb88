import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { coldJobOf, coldSideOf } from '../plan/cold-side.ts';
import { stationName } from '../plan/ports.ts';
import { settledJob } from '../plan/settled-job.ts';
import type { Sheet } from './sheet.ts';
import { wallSheet } from './wall.ts';

/**
 * The wall as it stands in summer where everything that cools turns over to a tank of its own; null for a plant that cools through the
 * bars that it heats through, whose wall is the same all year.
 */
export function coldSheet(job: Job, design: Design): Sheet | null {
  const side = coldSideOf(job);
  if (!side?.tank || !design.cooling?.state) return null;
  const cold = coldJobOf(settledJob(job), side);
  const taking = new Set(cold.circuits.map(({ id }) => id));
  const sheet = wallSheet(cold, { ...design, circuits: design.circuits.filter(({ id }) => taking.has(id)) });
  const title = stationName(job, side.tank.id);
  return { ...sheet, tags: sheet.tags.map((tag) => (tag.component === 'header' ? { ...tag, title } : tag)) };
}
