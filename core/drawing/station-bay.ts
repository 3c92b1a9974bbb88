import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { jobWaters } from '../piping/job-waters.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { portOf, type StationKindId } from '../plan/plan.ts';
import { KINDS } from '../station/kinds.ts';
import { drawBars } from './bars.ts';
import { BAY, type Bay, type Lane } from './bays.ts';
import { pumpFigures } from './circuit-column.ts';
import { type Board, FLOW_BAR, type Layout, RETURN_BAR } from './layout.ts';
import { drawParts } from './parts-along.ts';
import { drawRing, endOfRing, HOME, RING, teesOf } from './ring.ts';
import type { Point, SymbolKind } from './sheet.ts';

/** The sign of each kind of station, and what it is called where nobody named it. */
export const SIGNS: Partial<Record<StationKindId, { kind: SymbolKind; label: string; width: number }>> = {
  header: { kind: 'header', label: 'Low-loss header', width: 30 },
  ring: { kind: 'tees', label: 'Closely spaced tees', width: 30 },
  tank: { kind: 'tank', label: 'Buffer', width: 54 },
  coiled: { kind: 'coil-tank', label: 'Tank with a coil', width: 54 },
  plates: { kind: 'plates', label: 'Plate exchanger', width: 40 },
};

/** Middle and height of the sign of a station: it ends above a ring main that passes below. */
const MIDDLE = 476;
const TALL = 112;
/** How far before its sign the pipes of a ring main come home. */
const BEFORE = 20;

/** Where the water of a lane stands at its end: the last riser, or the tees of a pair that nothing else hangs on. */
function endOfLane(bay: Bay, { risers, first, next }: Lane): { flow: Point[]; back: Point[] } {
  const last = risers.at(-1);
  if (last) return { flow: [[last.flow, FLOW_BAR]], back: [[last.back, RETURN_BAR]] };
  if (bay.station.kind !== 'ring' || !next) return { flow: [[bay.x, FLOW_BAR]], back: [[bay.x, RETURN_BAR]] };
  const tees = { flow: first + 22, back: first + 54 };
  return {
    flow: [
      [tees.flow, RING],
      [tees.flow, FLOW_BAR],
    ],
    back: [
      [tees.back, RETURN_BAR],
      [tees.back, RING],
    ],
  };
}

/** The pairs of tees of a ring main with what hangs on them. */
export const pairsOfBay = ({ lanes }: Bay) =>
  lanes.flatMap(({ id, risers, last, first, next }) => {
    if (risers.length > 0) return [teesOf(id, risers, last)];
    return next ? [{ id, risers: [], out: first + 22, home: first + 54, last: first }] : [];
  });

/** A station beyond the first: the pipes that lead to it with their pump, its sign, its bars or its ring, and all behind it. */
export function drawNext(job: Job, design: Design, layout: Layout, bay: Bay, lane: Lane, board: Board): void {
  const { next } = lane;
  if (!next) return;
  const { link, bay: child } = next;
  const { sheet, tag } = board;
  const { station, x } = child;
  const left = x - BAY.symbol;
  const ends = endOfLane(bay, lane);
  const ring = station.kind === 'ring' ? pairsOfBay(child) : [];
  const [firstPair, lastPair] = [ring[0], ring.at(-1)];
  const end = endOfRing(ring);
  const into: Point[] = firstPair
    ? [
        [x, FLOW_BAR],
        [x, RING],
        [firstPair.out, RING],
      ]
    : [[x, FLOW_BAR]];
  const out: Point[] = lastPair
    ? [
        [lastPair.home, RING],
        [end, RING],
        [end, HOME],
        [x - BEFORE, HOME],
        [x - BEFORE, RETURN_BAR],
      ]
    : [[x, RETURN_BAR]];
  sheet.pipes.push(
    { id: `${link.place}/flow`, role: 'flow', points: [...ends.flow, ...into] },
    { id: `${link.place}/return`, role: 'return', points: [...out, ...ends.back] },
  );
  const designed = design.links.find(({ place }) => place === link.place);
  const name = designed?.name ?? 'Pipes to a further station';
  if (link.pump) {
    sheet.symbols.push({
      component: `${link.place}/pump`,
      kind: 'pump',
      at: [left + BAY.pump, FLOW_BAR],
      width: 34,
      height: 34,
      label: `${name}: pump`,
      lying: true,
    });
    if (designed?.pump)
      tag({
        component: `${link.place}/pump`,
        at: [left + 6, FLOW_BAR - 150],
        tiedTo: [left + BAY.pump, FLOW_BAR - 17],
        title: 'Pump',
        word: null,
        figures: pumpFigures(designed.pump),
      });
  }
  const entry = job.links.find(({ id }) => id === link.id);
  if (entry) {
    drawParts(sheet, `${link.place}/flow`, entry.components, [
      [left + BAY.pump + 30, FLOW_BAR],
      [x - 36, FLOW_BAR],
    ]);
    drawParts(
      sheet,
      `${link.place}/return`,
      entry.returnComponents,
      [
        [x - 36, RETURN_BAR],
        [left + 20, RETURN_BAR],
      ],
      'end',
    );
  }
  drawSign(job, design, child, board);
  drawVessel(job, design, child, board);
  drawLanes(job, design, layout, child, board);
}

/** The sign of a station and what it gives. */
function drawSign(job: Job, design: Design, { station, x }: Bay, { sheet, tag }: Board): void {
  const sign = SIGNS[station.kind];
  const designed = design.stations.find(({ id }) => id === station.id);
  if (sign && station.kind !== 'ring')
    sheet.symbols.push({
      component: station.place,
      kind: sign.kind,
      at: [x, MIDDLE],
      width: sign.width,
      height: TALL,
      label: designed?.name ?? sign.label,
    });
  if (!designed || station.kind === 'ring') return;
  const tank =
    KINDS[station.kind].traits.stores && pipingOf(job).tank?.id === station.id ? design.buffer?.tank?.volume : undefined;
  // A name takes what it takes, to the left, where the pipes to the station leave room.
  const width = Math.min(Math.max(116, 40 + 6.6 * designed.name.length), 170);
  const size = designed.header?.bore ?? tank ?? designed.exchanger?.conductance;
  tag({
    component: station.place,
    at: [x + 30 - width, FLOW_BAR - 220],
    width,
    tiedTo: [x, MIDDLE - TALL / 2],
    title: designed.name,
    word: null,
    figures: [
      { id: designed.supply.id, word: 'out' },
      ...(size ? [{ id: size.id, ...(designed.header ? { word: 'bore' } : {}) }] : []),
    ],
  });
}

/** The vessel of a water that plates part from the source's, below their return on the cold side. */
export function drawVessel(job: Job, design: Design, { station, x, lanes }: Bay, { sheet, tag }: Board): void {
  const entry = jobWaters(job).find(({ ports }) => ports.includes(portOf(station.id, 'cold')))?.entry;
  if (!entry) return;
  const at = x + VESSEL.aside;
  // Pipes that go on to a further station pass by it.
  const reaches = lanes.some(({ next }) => next)
    ? at
    : Math.max(x, ...lanes.flatMap(({ risers }) => risers.map(({ back }) => back)));
  sheet.pipes.push({
    id: `waters/${entry.id}/branch`,
    role: 'return',
    // From the end of the bar where that is nearer than the vessel stands.
    points: [...(reaches < at ? [[reaches, RETURN_BAR] as Point] : []), [at, RETURN_BAR], [at, VESSEL.top]],
  });
  sheet.symbols.push({
    component: `waters/${entry.id}`,
    kind: 'vessel',
    at: [at, VESSEL.top + 20],
    width: 40,
    height: 40,
    label: 'Expansion vessel of this water',
  });
  const designed = design.waters.find(({ id }) => id === entry.id)?.vessel;
  if (!designed) return;
  tag({
    component: `waters/${entry.id}`,
    at: [at - 128, VESSEL.top - 4],
    width: 100,
    tiedTo: [at - 20, VESSEL.top + 20],
    title: 'Vessel',
    word: null,
    figures: [
      { id: (designed.volume ?? designed.leastVolume).id },
      ...(designed.fillPressure ? [{ id: designed.fillPressure.id, word: 'fill' }] : []),
    ],
  });
}

/** Where the vessel of a water stands: beside the tag of its plates, under the bars. */
const VESSEL = { aside: 158, top: 596 };

/** What hangs on a further station, and the stations behind it. */
function drawLanes(job: Job, design: Design, layout: Layout, bay: Bay, board: Board): void {
  const { station, lanes, x } = bay;
  if (station.kind === 'ring') {
    const figures = design.stations.find(({ id }) => id === station.id)?.pairs ?? [];
    drawRing(
      pairsOfBay(bay),
      { first: `${station.place}/across`, pairs: `${station.place}/pairs`, symbol: station.place, figures },
      board,
    );
  } else for (const { risers } of lanes) drawBars(job, design, { headerX: x, sharedPump: null }, risers, board);
  for (const lane of lanes) drawNext(job, design, layout, bay, lane, board);
}
