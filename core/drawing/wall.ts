import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pairOf, ringPairs } from '../design/points.ts';
import { openFindings, SEVERITIES, type Severity } from '../finding/finding.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { drawBars, type Riser } from './bars.ts';
import { drawCircuit } from './circuit-column.ts';
import { drawCylinder } from './cylinder-column.ts';
import { drawFurtherSources } from './further-sources.ts';
import { type Board, COLUMN, HEIGHT, layoutOf, risersOf, TAG } from './layout.ts';
import { drawPlant } from './plant-side.ts';
import { drawRing, teesOf } from './ring.ts';
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
  const piping = pipingOf(job);
  const onRing = ringPairs(piping);
  // What hangs on one pair of tees stands side by side, the pairs in the order the water meets them; the cylinder last in its own.
  const hanging = [
    ...job.circuits.map(({ id, hand }) => ({ id, hand, pair: pairOf(piping, `circuits/${id}`) })),
    ...(job.hotWater ? [{ id: 'hotWater', hand: 'right' as const, pair: pairOf(piping, 'hotWater') }] : []),
  ];
  const inOrder = onRing.length > 0 ? onRing.flatMap((_, i) => hanging.filter(({ pair }) => pair === i)) : hanging;
  const column = new Map(inOrder.map(({ id }, i) => [id, i]));
  const left = (i: number) => layout.plantWidth + i * COLUMN;
  const leftOf = (id: string) => left(column.get(id) ?? 0);
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
  const risers = inOrder.map(({ id, hand, pair }) => ({ id, pair, ...risersOf(leftOf(id), hand) }));
  if (job.circuits.length === 0) risers.unshift({ id: 'none', pair: 0, ...risersOf(left(0), 'right') });
  const pairs = onRing.flatMap((id, i) => {
    const own = risers.filter(({ pair }) => pair === i);
    return own.length > 0 ? [teesOf(id, own, leftOf((own.at(-1) as Riser).id))] : [];
  });
  const several = pairs.length > 0 && layout.sharedPump === null;
  drawPlant(job, design, layout, board, several ? pairs : []);
  drawFurtherSources(job, design, layout, board);
  if (several) drawRing(design, pairs, board);
  else drawBars(job, design, layout, risers, board);
  for (const circuit of design.circuits) drawCircuit(job, design, circuit, leftOf(circuit.id), board);
  drawCylinder(job, design, job.circuits.length > 0 ? leftOf('hotWater') : left(columns - 1), board);
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
