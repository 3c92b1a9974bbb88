import type { Job } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { isOnPair, ringPairs } from '../design/points.ts';
import { openFindings, SEVERITIES, type Severity } from '../finding/finding.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { presenceOf } from '../plan/presence.ts';
import { drawBars } from './bars.ts';
import { bayOf, lanesOf, linksInLine } from './bays.ts';
import { drawCircuit } from './circuit-column.ts';
import { drawCylinder } from './cylinder-column.ts';
import { drawFurtherSources } from './further-sources.ts';
import { type Board, COLUMN, HEIGHT, LINE, layoutOf, risersOf, TAG } from './layout.ts';
import { drawPlant } from './plant-side.ts';
import { drawRing } from './ring.ts';
import type { Sheet } from './sheet.ts';
import { drawSourceColumn } from './source-column.ts';
import { drawNext, drawVessel, pairsOfBay } from './station-bay.ts';
import { withTrees } from './tree-band.ts';

/**
 * Lays the plant of a job out as one reads a plant-room wall: the sources at the left, the separation beside them, a
 * distributor across, and a pair of risers for each circuit with its valve and pump up to the part of the house it
 * heats; the cylinder hangs at the end of the bars.
 */
export const wallSheet = (job: Job, design: Design): Sheet => withTrees(job, design, plantSheet(job, design));

/** The wall without the trees above its houses. */
export function plantSheet(job: Job, design: Design): Sheet {
  const worst = worstByComponent(design);
  const layout = layoutOf(job);
  const piping = pipingOf(job);
  const onRing = ringPairs(piping).length > 0 && layout.sharedPump === null;
  // Without a circuit the bars still have the room of one.
  const first = layout.plantWidth + (job.circuits.length === 0 ? COLUMN : 0);
  const bay = bayOf(job, piping, piping.between(), layout.headerX, first, linksInLine(piping));
  const lanes = lanesOf(bay);
  const column = new Map(lanes.flatMap(({ lane }) => lane.risers.map(({ id }, i) => [id, lane.first + i * COLUMN])));
  // What hangs where nothing leads to stands behind all the rest.
  let beyond = Math.max(bay.end, layout.plantWidth + COLUMN);
  const leftOf = (id: string) => {
    const known = column.get(id);
    if (known !== undefined) return known;
    column.set(id, beyond);
    beyond += COLUMN;
    return beyond - COLUMN;
  };
  for (const { id } of job.circuits) leftOf(id);
  const sheet: Sheet = {
    width: Math.max(beyond + 8, 700),
    height: HEIGHT,
    pipes: [],
    symbols: [],
    parts: [],
    tags: [],
    houses: [],
    gauges: [],
    flows: [],
    trees: [],
  };
  const board: Board = {
    sheet,
    worst,
    tag: (entry) =>
      sheet.tags.push({
        width: TAG.width,
        height: TAG.height + (entry.below ? LINE : 0),
        ...entry,
        severity: worst.get(entry.component) ?? null,
      }),
  };
  const pairs = onRing ? pairsOfBay(bay) : [];
  drawPlant(job, design, layout, board, pairs);
  drawFurtherSources(job, design, layout, board);
  if (onRing) {
    const figures = design.source?.pairs ?? [];
    drawRing(pairs, { first: 'header', pairs: 'pairs', symbol: 'header', figures }, board);
  } else {
    const risers = bay.lanes.flatMap((lane) => lane.risers);
    const none = { id: 'none', ...risersOf(layout.plantWidth, 'right') };
    drawBars(job, design, layout, job.circuits.length === 0 ? [none, ...risers] : risers, board);
  }
  drawVessel(job, design, bay, board);
  for (const lane of bay.lanes) drawNext(job, design, layout, bay, lane, board);
  for (const circuit of builtCircuits(design)) drawCircuit(job, design, circuit, leftOf(circuit.id), board);
  for (const { id } of piping.elsewhere.filter((branch) => isOnPair(piping, branch)))
    drawSourceColumn(job, design, id, leftOf(id), board);
  if (job.hotWater) drawCylinder(job, design, leftOf('hotWater'), board);
  markPresence(job, sheet);
  return sheet;
}

/** Tells what is there already, or comes later, from what is new. */
function markPresence(job: Job, sheet: Sheet): void {
  for (const symbol of sheet.symbols) {
    const presence = presenceOf(job, symbol.component);
    if (presence !== 'new') symbol.presence = presence;
  }
  for (const pipe of sheet.pipes) {
    const circuit = /^circuits\/[^/]+/.exec(pipe.id)?.[0];
    const run = circuit !== undefined ? `${circuit}/run` : pipe.id.startsWith('hotWater') ? 'hotWater/run' : null;
    const presence = run !== null ? presenceOf(job, run) : pipe.id.startsWith('source/') ? presenceOf(job, 'source/run') : 'new';
    if (presence !== 'new') pipe.presence = presence;
  }
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
