import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { pumpFigures } from './circuit-column.ts';
import { type Board, FLOW_BAR, type Layout, RETURN_BAR, SOURCE_SIZE, straight } from './layout.ts';
import { drawParts } from './parts-along.ts';
import { endOfRing, type PairOfTees, RING } from './ring.ts';
import type { Point } from './sheet.ts';
import { SIGNS } from './station-bay.ts';

const PIPES_ON_TANK = { two: '2 pipes', three: '3 pipes', four: '4 pipes' } as const;

/** Source, separation and vessel, with the pipes between them and what stands in those. */
/** @param ring the pairs of tees of a ring main, which then takes the place of one symbol; empty without */
export function drawPlant(job: Job, design: Design, layout: Layout, board: Board, ring: readonly PairOfTees[] = []): void {
  const { sheet, tag } = board;
  const { source: at, headerX, top, bottom } = layout;
  const { middle } = at;
  const [firstPair, lastPair] = [ring[0], ring.at(-1)];
  const separator = SIGNS[pipingOf(job).between().kind];
  const onReturn = job.source.pumpOn === 'return';
  sheet.symbols.push({
    component: 'source',
    kind: 'source',
    at: [middle, (at.top + at.bottom) / 2],
    ...SOURCE_SIZE,
    label: job.source.name || 'Source',
    source: job.source.kind,
  });
  const up: Point[] = [
    [middle, at.top],
    [middle, top],
    [headerX, top],
  ];
  const down: Point[] = [
    [headerX, bottom],
    [middle, bottom],
    [middle, at.bottom],
  ];
  const out: Point[] = firstPair
    ? [
        [headerX, RING],
        [firstPair.out, RING],
      ]
    : [[headerX, separator ? at.top + 10 : FLOW_BAR]];
  const end = endOfRing(ring);
  const home: Point[] = lastPair
    ? [
        [lastPair.home, RING],
        [end, RING],
        [end, bottom],
      ]
    : [[headerX, separator ? at.bottom - 4 : RETURN_BAR]];
  sheet.pipes.push(
    { id: 'source/flow', role: 'flow', points: [...up, ...out] },
    { id: 'source/return', role: 'return', points: [...home, ...down] },
  );
  if (separator) {
    if (!firstPair)
      sheet.symbols.push({
        component: 'header',
        kind: separator.kind,
        at: [headerX, (at.top + at.bottom) / 2 + 3],
        width: separator.width,
        height: SOURCE_SIZE.height - 14,
        label: separator.label,
      });
  }
  if (pipingOf(job).lead.pump)
    sheet.symbols.push({
      component: 'source/pump',
      kind: 'pump',
      at: [headerX - (onReturn ? ON_RETURN : 62), onReturn ? bottom : top],
      width: 34,
      height: 34,
      label: 'Source pump',
      lying: true,
      ...(onReturn ? { backwards: true } : {}),
    });
  if (job.source.returnLift) drawLift(layout, board);
  drawAround(job, layout, board);
  if (!design.source) return;
  sheet.gauges.push({ point: 'source/in', at: [middle + 47, bottom - 24], tap: [middle + 47, bottom], label: 'Source return' });
  if (design.source.pump && !onReturn) {
    sheet.gauges.push({
      point: 'source/pumped',
      at: [headerX - 36, top - 26],
      tap: [headerX - 36, top],
      label: 'Behind the source pump',
    });
  }
  sheet.flows.push({ pipe: 'source/flow', upright: false, at: [middle + 6, top - 26] });
  tagPlant(job, design, layout, tag);
}

/** How far before the station the source's pump stands on the return. */
const ON_RETURN = 26;
/** Where the loading valve stands, before the station. */
const LIFT = 40;

/** The loading valve on the return, and the pipe by which it takes what was just sent. */
function drawLift({ headerX, top, bottom }: Layout, { sheet }: Board): void {
  const x = headerX - LIFT;
  sheet.pipes.push({ id: 'source/lift-hot', role: 'flow', points: straight([x, top], [x, bottom]) });
  sheet.symbols.push({
    component: 'source/lift',
    kind: 'mixing-valve',
    at: [x, bottom],
    width: 30,
    height: 30,
    label: 'Loading valve',
    lying: true,
  });
}

/** Vessel, tank in the return, relief valve, and the parts along the source's pipes. */
function drawAround(job: Job, layout: Layout, { sheet }: Board): void {
  const { source: at, headerX, top, bottom } = layout;
  const vesselX = at.middle + 86;
  sheet.symbols.push({
    component: 'vessel',
    kind: 'vessel',
    at: [vesselX, bottom + 46],
    width: 44,
    height: 44,
    label: 'Expansion vessel',
  });
  sheet.pipes.push({ id: 'vessel/branch', role: 'return', points: straight([vesselX, bottom], [vesselX, bottom + 24]) });
  if (job.source.volumiser !== null) {
    sheet.symbols.push({
      component: 'volumiser',
      kind: 'tank',
      at: [at.middle + 24, bottom],
      width: 22,
      height: 40,
      label: 'Tank in the return',
    });
  }
  const flowParts = job.source.components.filter((part) => part !== 'relief-valve');
  // The relief valve is drawn at the source, where it has to be; elsewhere it stands in the line and is a finding.
  const strayed = job.source.components.indexOf('relief-valve') > 0;
  const end = pipingOf(job).lead.pump && job.source.pumpOn === 'flow' ? headerX - 92 : headerX - 22;
  drawParts(sheet, 'source/flow', strayed ? job.source.components : flowParts, [
    [at.middle + 20, top],
    [end, top],
  ]);
  drawParts(
    sheet,
    'source/return',
    job.source.returnComponents,
    [
      [
        headerX -
          (job.source.pumpOn === 'return' && pipingOf(job).lead.pump ? ON_RETURN + 28 : job.source.returnLift ? LIFT + 26 : 16),
        bottom,
      ],
      [vesselX + 20, bottom],
    ],
    'start',
  );
  const hasRelief = job.source.inside.includes('relief-valve') || job.source.components.includes('relief-valve');
  if (hasRelief && !strayed) {
    sheet.symbols.push({
      component: 'relief',
      kind: 'relief-valve',
      at: [at.middle - 28, at.top - 12],
      width: 22,
      height: 24,
      label: 'Relief valve',
    });
  }
}

function tagPlant(job: Job, design: Design, layout: Layout, tag: Board['tag']): void {
  const { source, vessel } = design;
  const { source: at, headerX, top, bottom } = layout;
  if (!source || !vessel) return;
  tag({
    component: 'source',
    at: [at.left - 4, at.top - 176],
    width: 112,
    tiedTo: [at.middle - 20, at.top],
    title: 'Source',
    word: null,
    figures: [{ id: source.capacity.id }, { id: source.volumeFlow.id }],
  });
  if (source.pump) {
    tag({
      component: 'source/pump',
      at: [headerX - 156, top - 96],
      tiedTo: job.source.pumpOn === 'return' ? [headerX - ON_RETURN, bottom - 17] : [headerX - 62, top - 17],
      title: 'Source pump',
      word: null,
      figures: pumpFigures(source.pump),
    });
  }
  tag({
    component: 'source/run',
    at: [at.left - 2, bottom + 22],
    width: 104,
    tiedTo: [at.middle + 16, bottom],
    title: 'Source pipe',
    word: source.run.size.label,
    figures: [{ id: source.run.velocity.id }],
  });
  const { traits } = pipingOf(job).between();
  const tank = traits.stores;
  const size = source.header?.bore ?? (tank ? design.buffer?.tank?.volume : source.exchanger?.conductance);
  const title = traits.partsWater
    ? tank
      ? 'Tank with a coil'
      : 'Exchanger'
    : tank
      ? `Buffer, ${PIPES_ON_TANK[job.separation.connections]}`
      : 'Header';
  if (size) {
    tag({
      component: 'header',
      at: [headerX + 30, RETURN_BAR + 22],
      width: 116,
      tiedTo: [headerX + (tank ? 27 : 15), RETURN_BAR + 26],
      title,
      word: null,
      figures: [
        { id: (source.supplyAtDuty ?? source.supplyTemperature).id, word: 'out' },
        { id: size.id, ...(source.header ? { word: 'bore' } : {}) },
      ],
    });
  }
  tag({
    component: 'vessel',
    at: [at.middle + 120, bottom + 18],
    width: 118,
    tiedTo: [at.middle + 108, bottom + 46],
    title: 'Vessel',
    word: null,
    figures: [
      { id: (vessel.volume ?? vessel.leastVolume).id },
      ...(vessel.fillPressure ? [{ id: vessel.fillPressure.id, word: 'fill' }] : []),
    ],
  });
}
