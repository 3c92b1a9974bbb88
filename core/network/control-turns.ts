import { type ControlSpec, liftAt, senseOf, type Thermostat } from './control.ts';
import type { HeatSpec } from './heat.ts';
import type { PumpMode } from './pump-law.ts';
import type { Seeker } from './seeker.ts';

/** A control in its present state. */
export interface Control {
  spec: ControlSpec;
  active: boolean;
  /** Share of the stem's travel towards the hot port, share of full speed, or degrees C of a room's air. */
  position: number;
  /** How far its temperature still is from what is wanted, K; 0 at the end of its travel. */
  error: number;
  /** Shut for good in this state: nothing behind it takes heat. */
  resting: boolean;
  /** Where it stood when it last worked. */
  lastPosition: number;
  seeker: Seeker;
}

/** What a control sees of its plant, and what it moves there. */
export interface Controlled {
  flow(link: string): number;
  temperature(point: string): number;
  heat(link: string): number;
  heatSpec(link: string): HeatSpec | null;
  setHeat(link: string, heat: HeatSpec | null): void;
  setPump(link: string, mode: PumpMode): void;
  setClosed(link: string, closed: boolean): void;
  setKv(link: string, kv: number): void;
  /** Temperature of the water that comes to a port from the end away from the mixing point. */
  upstream(port: string, mixed: string): number;
}

/** A port opened less than this is shut. */
const SHUT = 1e-4;
const SHUT_ODDS = Math.log((1 - SHUT) / SHUT) + 1e-9;
const LEAST_ODDS = Math.log(SHUT / (1 - SHUT));
const NEARLY_SHUT_ODDS = LEAST_ODDS + 1.5;
const LEAST_SPEED = 0.15;
/** What a running pump that moves nothing is off by, K, and how much faster it is turned then. */
const STALLED = 1;
const FASTER = 1.25;

/** Opens the ports of a valve, or turns a pump, as far as its control stands. */
export function applyControl({ spec, position, active }: Control, plant: Controlled): void {
  if (spec.kind === 'difference' || spec.kind === 'injection') {
    if (active) plant.setPump(spec.pump, { kind: 'speed', speed: position });
    return;
  }
  if (spec.kind === 'room') {
    for (const id of spec.emitters) {
      const heat = plant.heatSpec(id);
      if (heat?.kind === 'emitter') plant.setHeat(id, { ...heat, room: position });
    }
    const { thermostat } = spec;
    for (const { link, kvs } of thermostat?.valves ?? [])
      setOpening(plant, link, kvs, liftAt(thermostat as Thermostat, position));
    return;
  }
  for (const [port, open] of [
    [spec.hot, position],
    [spec.withHot, position],
    [spec.cold, 1 - position],
    [spec.withCold, 1 - position],
  ] as const) {
    if (port !== undefined) setOpening(plant, port, spec.kvs, open);
  }
}

/** Opens a valve of linear characteristic to a share of its travel. */
function setOpening(plant: Controlled, link: string, kvs: number, open: number): void {
  plant.setClosed(link, open < SHUT);
  if (open >= SHUT) plant.setKv(link, kvs * open);
}

/** Finds how far a control is from what is wanted of it. */
export function measureControl(control: Control, plant: Controlled): void {
  const { spec } = control;
  control.error = 0;
  if (!control.active || control.resting) return;
  if (spec.kind === 'room') {
    control.error = kelvinAboveBalance(spec, plant, control.position);
    return;
  }
  if (spec.kind === 'difference' || spec.kind === 'injection') {
    // One that moves nothing, others being stronger, has found no speed yet: it turns faster until it does or can no more.
    if (plant.flow(spec.pump) <= 0) {
      control.error = control.position < 1 ? STALLED : 0;
      return;
    }
  }
  if (spec.kind === 'difference') {
    const off = senseOf(spec) * (plant.temperature(spec.supply) - plant.temperature(spec.back)) - spec.difference;
    const atEnd = (off > 0 && control.position >= 1) || (off < 0 && control.position <= LEAST_SPEED);
    control.error = atEnd ? 0 : off;
    return;
  }
  const off = senseOf(spec) * (plant.temperature(spec.mixed) - spec.setPoint);
  if (spec.kind === 'injection') {
    const atEnd = (off < 0 && control.position >= 1) || (off > 0 && control.position <= LEAST_SPEED);
    control.error = atEnd ? 0 : off;
    return;
  }
  if (plant.flow(spec.hot) + plant.flow(spec.cold) <= 1e-9) return;
  const atEnd = (off < 0 && control.position >= 1 - SHUT) || (off > 0 && control.position <= SHUT);
  control.error = atEnd ? 0 : off;
}

export function turnControl(control: Control, plant: Controlled, calmly: boolean): void {
  const { spec } = control;
  if ((spec.kind === 'difference' || spec.kind === 'injection') && plant.flow(spec.pump) <= 0) {
    control.position = Math.min(control.position * FASTER, 1);
    control.seeker.forget();
  } else if (control.spec.kind === 'difference') turnSpeed(control, plant, control.spec, calmly);
  else if (control.spec.kind === 'injection') turnInjection(control, plant, control.spec, calmly);
  else if (control.spec.kind === 'room') {
    const expected = steepness(control.spec, control.position);
    control.position = control.seeker.next(control.position, control.error, 0, expected, calmly);
  } else turnValve(control, plant, control.spec, calmly);
  applyControl(control, plant);
}

/** How much warmer a room stands than its heat can keep it, K. */
function kelvinAboveBalance(spec: ControlSpec & { kind: 'room' }, plant: Controlled, air: number): number {
  const heat = spec.emitters.reduce((sum, id) => sum + plant.heat(id), 0);
  return air - spec.outdoor - heat / spec.conductance;
}

/**
 * How fast a room's error grows with its air: one to one while its heat stays; within the band of its valve that gives
 * way from all to nothing.
 */
function steepness({ thermostat, outdoor }: ControlSpec & { kind: 'room' }, air: number): number {
  const lift = thermostat ? liftAt(thermostat, air) : 1;
  return thermostat && lift > 0 && lift < 1 ? 1 + Math.max((1.5 * (air - outdoor)) / thermostat.band, 0) : 1;
}

function turnSpeed(control: Control, plant: Controlled, spec: ControlSpec & { kind: 'difference' }, calmly: boolean): void {
  const difference = Math.max(senseOf(spec) * (plant.temperature(spec.supply) - plant.temperature(spec.back)), 1e-3);
  // More speed, more flow, less difference: the answer that rises is the inverse of the difference.
  const next = control.seeker.next(Math.log(control.position), -Math.log(difference), -Math.log(spec.difference), 1, calmly);
  control.position = Math.min(Math.max(Math.exp(next), LEAST_SPEED), 1);
}

function turnInjection(control: Control, plant: Controlled, spec: ControlSpec & { kind: 'injection' }, calmly: boolean): void {
  // The hot share goes with the flow and so with the speed: the mix stands above the return by its share of the rest.
  const sense = senseOf(spec);
  const expected = Math.max(sense * (plant.upstream(spec.pump, spec.mixed) - spec.setPoint), 1);
  const now = sense * plant.temperature(spec.mixed);
  const next = control.seeker.next(Math.log(control.position), now, sense * spec.setPoint, expected, calmly);
  control.position = Math.min(Math.max(Math.exp(next), LEAST_SPEED), 1);
}

function turnValve(control: Control, plant: Controlled, spec: ControlSpec & { kind: 'mixing' }, calmly: boolean): void {
  const hot = Math.max(plant.flow(spec.hot), 0);
  const cold = Math.max(plant.flow(spec.cold), 0);
  const hotWater = plant.upstream(spec.hot, spec.mixed);
  const coldWater = plant.upstream(spec.cold, spec.mixed);
  const sense = senseOf(spec);
  if (hot > 0 && sense * (hotWater - spec.setPoint) <= 0 && control.error < 0) {
    control.position = 1;
    control.seeker.forget();
    return;
  }
  const travel = Math.min(Math.max(control.position, SHUT), 1 - SHUT);
  const odds = Math.log(travel / (1 - travel));
  // A circuit that takes no heat is too hot at the least opening and too cold at none: its valve rests shut.
  const { tooLittleAt, tooMuchAt } = control.seeker;
  const tooMuch = control.error > 0 ? odds : (tooMuchAt ?? Number.POSITIVE_INFINITY);
  const tooLittle = control.error < 0 ? odds : (tooLittleAt ?? Number.POSITIVE_INFINITY);
  if (tooMuch < NEARLY_SHUT_ODDS && tooLittle <= LEAST_ODDS) {
    control.position = 0;
    control.resting = true;
    return;
  }
  // With both waters as they are, the mix moves by (hot - cold) s (1 - s) for each step of the odds; the return that
  // warms with it makes it more, which the secant then sees.
  const passing = hot + cold > 0 ? hot / (hot + cold) : 0.5;
  const expected = Math.max(sense * (hotWater - coldWater) * passing * (1 - passing), 0.2);
  const now = sense * plant.temperature(spec.mixed);
  const next = control.seeker.next(odds, now, sense * spec.setPoint, expected, calmly);
  control.position = next <= -SHUT_ODDS ? 0 : next >= SHUT_ODDS ? 1 : 1 / (1 + Math.exp(-next));
}
