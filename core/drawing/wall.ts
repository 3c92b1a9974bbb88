import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { openFindings, SEVERITIES, type Severity } from '../finding/finding.ts';
import { drawBars, type Riser } from './bars.ts';
import { drawCircuit } from './circuit-column.ts';
import { drawCylinder } from './cylinder-column.ts';
import { drawFurtherSources } from './further-sources.ts';
import { type Board, COLUMN, HEIGHT, layoutOf, risersOf, TAG } from './layout.ts';
import { drawPlant } from './plant-side.ts';
import type { Sheet } from './sheet.ts';

/**
 * Lays the plant of a job out as one reads a plant-room wall: the sources at the left, the separation beside them, a
 * distributor across, and a pair of risers for each circuit with its valve and pump up to the part of the house it
 * heats; the cylinder hangs at the end of the bars.
 */
export function wallSheet(job: Job, design: Design): Sheet {
  const worst = worstByComponent(design);
  const layout = layoutOf(job);
  const columns = Math.max(job.circuits.length, 1) + (job.hotWater ? 1 : 0);
  const left = (i: number) => layout.plantWidth + i * COLUMN;
  const sheet: Sheet = {
    width: Math.max(left(columns) + 8, 700),
    height: HEIGHT,
    pipes: [],
    symbols: [],
    parts: [],
    tags: [],
    houses: [],
    gauges: [],
    flows: [],
  };
  const board: Board = {
    sheet,
    worst,
    tag: (entry) =>
      sheet.tags.push({ width: TAG.width, height: TAG.height, ...entry, severity: worst.get(entry.component) ?? null }),
  };
  const risers: Riser[] = job.circuits.map(({ id, hand }, i) => ({ id, ...risersOf(left(i), hand) }));
  if (risers.length === 0) risers.push({ id: 'none', ...risersOf(left(0), 'right') });
  if (job.hotWater) risers.push({ id: 'hotWater', ...risersOf(left(columns - 1), 'right') });
  drawPlant(job, design, layout, board);
  drawFurtherSources(job, design, layout, board);
  drawBars(job, design, layout, risers, board);
  design.circuits.forEach((circuit, i) => {
    drawCircuit(job, design, circuit, left(i), board);
  });
  drawCylinder(job, design, left(columns - 1), board);
  return sheet;
}

function worstByComponent(design: Design): Map<string, Severity> {
  const worst = new Map<string, Severity>();
  for (const { component, severity } of openFindings(design.findings)) {
    if (component === null) continue;
    const known = worst.get(component);
    if (!known || SEVERITIES.indexOf(severity) < SEVERITIES.indexOf(known)) worst.set(component, severity);
  }
  return worst;
}
