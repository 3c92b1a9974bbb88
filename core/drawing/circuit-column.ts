import type { Job } from '../../model/job.ts';
import type { PumpDesign } from '../design/choose-pump.ts';
import type { CircuitDesign, Design } from '../design/design.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type Board, COLUMN, FLOW_BAR, HOUSE, PUMP_AT, RETURN_BAR, risersOf, straight, TAG, VALVE_AT } from './layout.ts';
import { drawParts } from './parts-along.ts';
import type { Point } from './sheet.ts';

/** Where the injection pump stands on the pipe from the bar. */
const INJECTION_AT = VALVE_AT + 52;

/** Duty point of a pump, or what is wanted of it while none is found. */
export const pumpFigures = ({ duty, designFlow, wantedHead }: PumpDesign) =>
  duty ? [{ id: duty.flow.id }, { id: duty.head.id }] : [{ id: designFlow.id }, { id: wantedHead.id }];

/** What is required of a pump that was found, below what it does. */
const requiredOf = ({ duty, head }: PumpDesign) => (duty ? { below: { id: head.id, word: 'required' } } : {});

/** The risers of one circuit with its valve, pump and parts, their tags, and the card of what it heats. */
export function drawCircuit(job: Job, design: Design, circuit: CircuitDesign, left: number, board: Board): void {
  const { sheet, tag, worst } = board;
  const decided = job.circuits.find((each) => each.id === circuit.id);
  if (!decided) return;
  const component = `circuits/${circuit.id}`;
  const { flow, back } = risersOf(left, decided.hand);
  const foot = HOUSE.top + HOUSE.height;
  const mixed = decided.connection === 'mixed';
  const shared = !pipingOf(job).branch(component).pump;
  const onReturn = (shared ? decided.valveOn : decided.pumpOn) === 'return';
  const driveAt = onReturn ? back : flow;
  // A mixed circuit takes only its hot share from the bar; above the valve runs all of its water.
  const fork = mixed ? VALVE_AT : FLOW_BAR;
  const join = mixed ? VALVE_AT : RETURN_BAR;
  const upright = (id: string, role: 'flow' | 'return', x: number, from: number, to: number) =>
    sheet.pipes.push({ id: `${component}/${id}`, role, points: straight([x, from], [x, to]) });
  upright('flow', 'flow', flow, fork, foot);
  upright('return', 'return', back, foot, join);
  if (mixed) {
    upright('hot', 'flow', flow, FLOW_BAR, VALVE_AT);
    upright('into-bar', 'return', back, VALVE_AT, RETURN_BAR);
    drawMixing(decided, component, circuit.name, { flow, back }, board);
  }
  sheet.symbols.push({
    component: `${component}/pump`,
    kind: shared ? 'zone-valve' : 'pump',
    at: [driveAt, PUMP_AT],
    width: shared ? 26 : 34,
    height: 34,
    label: `${circuit.name}: ${shared ? 'zone valve' : 'pump'}`,
    ...(onReturn && !shared ? { backwards: true } : {}),
  });
  drawParts(sheet, `${component}/flow`, decided.components, [
    [flow, 204],
    [flow, 138],
  ]);
  drawParts(
    sheet,
    `${component}/return`,
    decided.returnComponents,
    [
      [back, mixed ? 276 : 316],
      [back, mixed ? 346 : 446],
    ],
    'end',
  );
  const solved = design.solved?.circuits.find((each) => each.id === circuit.id);
  sheet.houses.push({
    circuitId: circuit.id,
    component: `${component}/house`,
    at: [left + 2, HOUSE.top],
    width: COLUMN - 8,
    height: HOUSE.height,
    name: circuit.name,
    load: circuit.load.id,
    // What comes, where the plant could be solved; else what it is sized for.
    flowFigure: solved?.supply.id ?? circuit.sized?.flowTemperature.id ?? null,
    returnFigure: solved?.back.id ?? circuit.sized?.returnTemperature.id ?? null,
    rooms: circuit.roomIds.length,
    severity: worst.get(`${component}/house`) ?? null,
  });
  const { sized } = circuit;
  if (!sized) return;
  const at = (y: number): Point => [left + TAG.left, y];
  sheet.gauges.push({
    point: onReturn ? `${component}/supply` : `${component}/pumped`,
    at: [left + TAG.left + 13, 222],
    tap: [flow, 222],
    label: onReturn ? `${circuit.name}: at the manifold` : `${circuit.name}: behind the ${shared ? 'valve' : 'pump'}`,
  });
  sheet.flows.push({ pipe: `${component}/flow`, upright: true, at: [flow - (decided.hand === 'right' ? 10 : -18), 350] });
  tag({
    component: `${component}/run`,
    at: at(148),
    tiedTo: [left + 54, 172],
    title: 'Pipe',
    word: sized.run.size.label,
    figures: [{ id: sized.run.velocity.id }],
  });
  if (sized.zoneValve) {
    tag({
      component: `${component}/pump`,
      at: at(PUMP_AT - 30),
      tiedTo: [driveAt + 13, PUMP_AT],
      title: 'Zone valve',
      word: null,
      figures: [{ id: sized.zoneValve.kvs.id }, { id: sized.zoneValve.loss.id }],
    });
  } else if (sized.pump) {
    tag({
      component: `${component}/pump`,
      at: at(PUMP_AT - 30),
      tiedTo: [driveAt + 17, PUMP_AT],
      title: 'Pump',
      word: null,
      figures: pumpFigures(sized.pump),
      ...requiredOf(sized.pump),
    });
  }
  if (sized.valve) {
    tag({
      component: `${component}/valve`,
      at: at(VALVE_AT - 10),
      tiedTo: [Math.max(flow, back), VALVE_AT],
      title: decided.mixing === 'four-way' ? 'Valve, 4 ways' : `Mix, cold ${decided.hand}`,
      word: null,
      figures: [{ id: sized.valve.kvs.id }, { id: sized.valve.hotShare.id, word: circuit.onlyCools ? 'cold' : 'hot' }],
    });
  } else if (sized.injection) {
    tag({
      component: `${component}/valve`,
      at: at(INJECTION_AT - 34),
      tiedTo: [flow + 14, INJECTION_AT],
      title: 'Injection pump',
      word: null,
      figures: pumpFigures(sized.injection.pump),
    });
  }
}

/** What brings a circuit to its temperature, between its two risers. */
function drawMixing(
  { mixing, hand }: Job['circuits'][number],
  component: string,
  name: string,
  { flow, back }: { flow: number; back: number },
  { sheet }: Board,
): void {
  const towards = hand === 'right' ? 1 : -1;
  const injected = mixing === 'injection-fixed' || mixing === 'injection-variable';
  sheet.flows.push({ pipe: `${component}/hot`, upright: true, at: [flow - (hand === 'right' ? 10 : -18), FLOW_BAR - 10] });
  sheet.pipes.push({
    id: `${component}/bypass`,
    role: 'return',
    points: straight([back, VALVE_AT], [flow + (injected ? 0 : 16 * towards), VALVE_AT]),
  });
  sheet.symbols.push({
    component: `${component}/valve`,
    kind: injected ? 'pump' : mixing === 'four-way' ? 'four-way-valve' : 'mixing-valve',
    at: [flow, injected ? INJECTION_AT : VALVE_AT],
    width: injected ? 28 : 34,
    height: injected ? 28 : 34,
    label: `${name}: ${injected ? 'injection pump' : 'mixing valve'}`,
    mirrored: hand === 'left',
  });
}
