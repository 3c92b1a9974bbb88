import type { Job } from '../../model/job.ts';
import type { CircuitDesign, Design } from '../design/design.ts';
import type { PumpDesign } from '../design/pump-design.ts';
import { openFindings, SEVERITIES, type Severity } from '../review/finding.ts';
import type { Point, Sheet, Tag } from './sheet.ts';

/** Width of the part left of the first riser, and of each circuit's column. */
const PLANT_WIDTH = 262;
const COLUMN = 178;
const HEIGHT = 660;
/** The two bars of the distributor. */
const FLOW_BAR = 470;
const RETURN_BAR = 512;
const HOUSE = { top: 16, height: 104 };
const RISER = { flow: 24, back: 58 };
const TAG = { left: 72, width: 102, height: 52 };
const SOURCE = { left: 18, right: 112, top: 404, bottom: 548 };
const HEADER_X = 214;
/** Shortest section of a bar that has its flow written on it. */
const LABELLED = 100;
const VESSEL_X = 176;
const VOLUMISER_X = 151;

/**
 * Lays the plant of a job out as one reads a plant-room wall: the source at the left, the separation beside it, a
 * distributor across, and a pair of risers for each circuit with its valve and pump up to the part of the house it heats.
 */
export function wallSheet(job: Job, design: Design): Sheet {
  const worst = worstByComponent(design);
  const sheet: Sheet = {
    width: Math.max(PLANT_WIDTH + Math.max(design.circuits.length, 1) * COLUMN + 14, 700),
    height: HEIGHT,
    pipes: [],
    symbols: [],
    tags: [],
    houses: [],
    gauges: [],
    flows: [],
  };
  const tag = (entry: Omit<Tag, 'severity' | 'width' | 'height'> & { width?: number }) =>
    sheet.tags.push({
      width: TAG.width,
      height: TAG.height,
      ...entry,
      severity: worst.get(entry.component) ?? null,
    });

  drawPlant(job, design, sheet, tag);
  design.circuits.forEach((circuit, i) => {
    drawCircuit(job, circuit, PLANT_WIDTH + i * COLUMN, sheet, tag, worst);
  });
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

type AddTag = (entry: Omit<Tag, 'severity' | 'width' | 'height'> & { width?: number }) => void;

/** Source, separation, vessel, and the bars of the distributor. */
function drawPlant(job: Job, design: Design, sheet: Sheet, tag: AddTag): void {
  const { source, vessel } = design;
  const separated = job.separation.kind !== 'none';
  const tees = job.separation.kind === 'closely-spaced-tees';
  const tank = job.separation.kind === 'buffer';
  const middle = (SOURCE.left + SOURCE.right) / 2;
  const columns = Array.from({ length: Math.max(design.circuits.length, 1) }, (_, i) => PLANT_WIDTH + i * COLUMN);
  const flows = columns.map((left) => left + RISER.flow);
  const backs = columns.map((left) => left + RISER.back);
  const top = SOURCE.top - 42;
  const bottom = SOURCE.bottom + 34;
  sheet.symbols.push({
    component: 'source',
    kind: 'source',
    at: [middle, (SOURCE.top + SOURCE.bottom) / 2],
    width: SOURCE.right - SOURCE.left,
    height: SOURCE.bottom - SOURCE.top,
    label: job.source.name || 'Source',
    source: job.source.kind,
  });
  const upFromSource: Point[] = [
    [middle, SOURCE.top],
    [middle, top],
    [HEADER_X, top],
  ];
  const downToSource: Point[] = [
    [HEADER_X, bottom],
    [middle, bottom],
    [middle, SOURCE.bottom],
  ];
  drawBars(design, flows, backs, sheet);
  if (separated) {
    sheet.pipes.push(
      { id: 'source/flow', role: 'flow', points: [...upFromSource, [HEADER_X, SOURCE.top + 10]] },
      { id: 'source/return', role: 'return', points: [[HEADER_X, SOURCE.bottom - 4], ...downToSource] },
    );
    sheet.symbols.push({
      component: 'header',
      kind: tees ? 'tees' : tank ? 'tank' : 'header',
      at: [HEADER_X, (SOURCE.top + SOURCE.bottom) / 2 + 3],
      width: tank ? 54 : 30,
      height: SOURCE.bottom - SOURCE.top - 14,
      label: tees ? 'Closely spaced tees' : tank ? 'Buffer' : 'Low-loss header',
    });
    sheet.symbols.push({
      component: 'source/pump',
      kind: 'pump',
      at: [150, top],
      width: 34,
      height: 34,
      label: 'Source pump',
    });
  } else {
    sheet.pipes.push(
      { id: 'source/flow', role: 'flow', points: [...upFromSource, [HEADER_X, FLOW_BAR]] },
      { id: 'source/return', role: 'return', points: [[HEADER_X, RETURN_BAR], ...downToSource] },
    );
  }
  sheet.symbols.push({
    component: 'vessel',
    kind: 'vessel',
    at: [VESSEL_X, bottom + 46],
    width: 44,
    height: 44,
    label: 'Expansion vessel',
  });
  sheet.pipes.push({
    id: 'vessel/branch',
    role: 'return',
    points: [
      [VESSEL_X, bottom],
      [VESSEL_X, bottom + 24],
    ],
  });
  if (job.source.volumiser !== null) {
    sheet.symbols.push({
      component: 'volumiser',
      kind: 'tank',
      at: [VOLUMISER_X, bottom],
      width: 22,
      height: 40,
      label: 'Tank in the return',
    });
  }
  sheet.symbols.push({
    component: 'relief',
    kind: 'relief-valve',
    at: [middle - 28, SOURCE.top - 12],
    width: 22,
    height: 24,
    label: 'Relief valve',
  });
  if (!source || !vessel) return;
  sheet.gauges.push({ point: 'source/in', at: [126, bottom - 26], tap: [126, bottom], label: 'Source return' });
  if (source.pump) {
    sheet.gauges.push({ point: 'source/pumped', at: [124, top + 32], tap: [124, top], label: 'Behind the source pump' });
  }
  sheet.flows.push({ pipe: 'source/flow', at: [70, top - 8] });
  tag({
    component: 'source',
    at: [SOURCE.left - 4, SOURCE.top - 176],
    width: 112,
    tiedTo: [middle - 20, SOURCE.top],
    title: 'Source',
    word: null,
    figures: [{ id: source.capacity.id }, { id: source.volumeFlow.id }],
  });
  if (source.pump) {
    tag({
      component: 'source/pump',
      at: [134, top - 84],
      tiedTo: [150, top - 17],
      title: 'Source pump',
      word: null,
      figures: pumpFigures(source.pump),
    });
  }
  tag({
    component: 'source/run',
    at: [16, bottom + 14],
    width: 92,
    tiedTo: [90, bottom],
    title: 'Source pipe',
    word: source.run.size.label,
    figures: [{ id: source.run.velocity.id }],
  });
  const size = source.header?.bore ?? design.buffer?.tank?.volume;
  if (size) {
    tag({
      component: 'header',
      at: [HEADER_X + 28, RETURN_BAR + 22],
      width: 108,
      tiedTo: [HEADER_X + (tank ? 27 : 15), RETURN_BAR + 26],
      title: tank ? 'Buffer' : 'Header',
      word: null,
      figures: [
        { id: (source.supplyAtDuty ?? source.supplyTemperature).id, word: 'out' },
        { id: size.id, ...(tank ? {} : { word: 'bore' }) },
      ],
    });
  }
  tag({
    component: 'vessel',
    at: [VESSEL_X + 34, bottom + 18],
    width: 118,
    tiedTo: [VESSEL_X + 22, bottom + 46],
    title: 'Vessel',
    word: null,
    figures: [
      { id: (vessel.volume ?? vessel.leastVolume).id },
      ...(vessel.fillPressure ? [{ id: vessel.fillPressure.id, word: 'fill' }] : []),
    ],
  });
}

/** The two bars of the distributor, in sections from riser to riser: each carries what the risers behind it take. */
function drawBars(design: Design, flows: readonly number[], backs: readonly number[], sheet: Sheet): void {
  flows.forEach((flow, i) => {
    const id = design.circuits[i]?.id ?? 'none';
    const from = flows[i - 1] ?? HEADER_X;
    const to = backs[i - 1] ?? HEADER_X;
    sheet.pipes.push(
      {
        id: `bar/flow/${id}`,
        role: 'flow',
        points: [
          [from, FLOW_BAR],
          [flow, FLOW_BAR],
        ],
      },
      {
        id: `bar/return/${id}`,
        role: 'return',
        points: [
          [backs[i] as number, RETURN_BAR],
          [to, RETURN_BAR],
        ],
      },
    );
    if (flow - from > LABELLED) sheet.flows.push({ pipe: `bar/flow/${id}`, at: [from + 50, FLOW_BAR - 8] });
  });
}

/** Duty point of a pump, or what is wanted of it while none is found. */
const pumpFigures = ({ duty, designFlow, wantedHead }: PumpDesign) =>
  duty ? [{ id: duty.flow.id }, { id: duty.head.id }] : [{ id: designFlow.id }, { id: wantedHead.id }];

/** The risers of one circuit with valve and pump, their tags, and the card of what it heats. */
function drawCircuit(
  job: Job,
  circuit: CircuitDesign,
  left: number,
  sheet: Sheet,
  tag: AddTag,
  worst: Map<string, Severity>,
): void {
  const decided = job.circuits.find((each) => each.id === circuit.id);
  const component = `circuits/${circuit.id}`;
  const flow = left + RISER.flow;
  const back = left + RISER.back;
  const foot = HOUSE.top + HOUSE.height;
  const pumpAt = 272;
  const valveAt = 372;
  const mixed = decided?.connection === 'mixed';
  // A mixed circuit takes only its hot share from the bar; above the valve runs all of its water.
  const fork = mixed ? valveAt : FLOW_BAR;
  const join = mixed ? valveAt : RETURN_BAR;
  const upright = (id: string, role: 'flow' | 'return', x: number, from: number, to: number) =>
    sheet.pipes.push({
      id: `${component}/${id}`,
      role,
      points: [
        [x, from],
        [x, to],
      ],
    });
  upright('flow', 'flow', flow, fork, foot);
  upright('return', 'return', back, foot, join);
  if (mixed) {
    upright('hot', 'flow', flow, FLOW_BAR, valveAt);
    upright('into-bar', 'return', back, valveAt, RETURN_BAR);
    sheet.flows.push({ pipe: `${component}/hot`, at: [flow - 9, FLOW_BAR - 10] });
    sheet.pipes.push({
      id: `${component}/bypass`,
      role: 'return',
      points: [
        [back, valveAt],
        [flow + 16, valveAt],
      ],
    });
    sheet.symbols.push({
      component: `${component}/valve`,
      kind: 'mixing-valve',
      at: [flow, valveAt],
      width: 34,
      height: 34,
      label: `${circuit.name}: mixing valve`,
    });
  }
  sheet.symbols.push({
    component: `${component}/pump`,
    kind: 'pump',
    at: [flow, pumpAt],
    width: 34,
    height: 34,
    label: `${circuit.name}: pump`,
  });
  sheet.houses.push({
    circuitId: circuit.id,
    component: `${component}/house`,
    at: [left + 2, HOUSE.top],
    width: COLUMN - 8,
    height: HOUSE.height,
    name: circuit.name,
    load: circuit.load.id,
    flowFigure: circuit.sized?.flowTemperature.id ?? null,
    returnFigure: circuit.sized?.returnTemperature.id ?? null,
    rooms: circuit.roomIds.length,
    severity: worst.get(`${component}/house`) ?? null,
  });
  const { sized } = circuit;
  if (!sized) return;
  const at = (y: number): Point => [left + TAG.left, y];
  sheet.gauges.push({
    point: `${component}/pumped`,
    at: [left + TAG.left + 13, 222],
    tap: [flow, 222],
    label: `${circuit.name}: behind the pump`,
  });
  sheet.flows.push({ pipe: `${component}/flow`, at: [flow - 9, 208] });
  tag({
    component: `${component}/run`,
    at: at(148),
    tiedTo: [back, 172],
    title: 'Pipe',
    word: sized.run.size.label,
    figures: [{ id: sized.run.velocity.id }],
  });
  tag({
    component: `${component}/pump`,
    at: at(pumpAt - 30),
    tiedTo: [flow + 17, pumpAt],
    title: 'Pump',
    word: null,
    figures: pumpFigures(sized.pump),
  });
  if (sized.valve && decided) {
    tag({
      component: `${component}/valve`,
      at: at(valveAt - 10),
      tiedTo: [flow + 17, valveAt],
      title: 'Mixing valve',
      word: null,
      figures: [{ id: sized.valve.kvs.id }, { id: sized.valve.hotShare.id, word: 'hot' }],
    });
  }
}
