import type { StateNote } from '../../model/book/entry.ts';
import { airOf } from '../design/room-controls.ts';
import type { SitePlant } from './site-plant.ts';

/**
 * How far a plant usually is from its drawing, one standard deviation. Judgement of practice, no source: what hands, pipes and
 * controllers do, not what a standard allows.
 */
const USUAL_SPREAD = {
  /** K: a source's flow temperature against its setting, and against a thermometer that was read just then. */
  sourceAsked: 1,
  sourceRead: 0.5,
  /** Pa: what a plant is filled to, and what it has grown by since. */
  fill: 10_000,
  /** K: the sensor of a mixing valve, and the air of a room. */
  mixed: 0.5,
  room: 0.5,
  /** Shares: speed of a pump, friction of a run with its fittings, length of a loop, a valve's Kv as set. */
  pumpSpeed: 0.03,
  runFriction: 0.1,
  loopLength: 0.08,
  valveKv: 0.08,
  /** Shares: output of a radiator or fan unit, and of a floor. */
  emitter: 0.08,
  floor: 0.12,
} as const;

/** One thing that is never quite as drawn, and how to bend the plant by it. */
export interface UncertainThing {
  id: string;
  what: 'source' | 'fill' | 'mixed' | 'speed' | 'run' | 'resistance' | 'output' | 'room';
  /** In words, as the subject of a sentence. */
  label: string;
  /** Bends the plant by so many standard deviations; 0 as drawn. */
  bend(plant: SitePlant, by: number): void;
  /** What so many standard deviations are: K where `kelvin`, Pa of the filling, else a factor. */
  amount(by: number): number;
  kelvin: boolean;
  /** Loop or room it is of, where it touches little else: its effect is worked out from that loop alone. */
  loops: string[];
  circuitId: string | null;
  /** Whether it can be far off without anybody having seen it: a shut valve, dirt in a loop. */
  wild: boolean;
}

const factor = (sigma: number) => (by: number) => Math.exp(sigma * by);
const amountOf = (sigma: number) => (by: number) => sigma * by;

/** Standard deviation of the logarithm of a loop's resistance: its length and the setting of its valve apart, added in squares. */
function loopSpread(pipe: number, valve: number): number {
  const whole = Math.max(pipe + valve, 1e-9);
  return Math.hypot(USUAL_SPREAD.loopLength * pipe, 2 * USUAL_SPREAD.valveKv * valve) / whole;
}

/** Everything that is uncertain of a plant in a state, shared things first. */
export function uncertainThings(site: SitePlant, note: StateNote): UncertainThing[] {
  const { job, plant } = site;
  const { assembly } = plant;
  const things: UncertainThing[] = [];
  const put = (thing: Omit<UncertainThing, 'loops' | 'circuitId' | 'wild' | 'kelvin'> & Partial<UncertainThing>) =>
    things.push({ loops: [], circuitId: null, wild: false, kelvin: false, ...thing });
  const source = amountOf(note.source === null ? USUAL_SPREAD.sourceAsked : USUAL_SPREAD.sourceRead);
  put({
    id: 'source',
    what: 'source',
    label: 'The flow temperature of the source',
    bend: (on, by) => on.setSourceOffset(source(by)),
    amount: source,
    kelvin: true,
  });
  const fill = amountOf(USUAL_SPREAD.fill);
  put({ id: 'fill', what: 'fill', label: 'The filling pressure', bend: (on, by) => on.setFillOffset(fill(by)), amount: fill });
  const speed = factor(USUAL_SPREAD.pumpSpeed);
  const pump = (link: string, label: string, circuitId: string | null = null) =>
    put({
      id: `${link}/speed`,
      what: 'speed',
      label: `The speed of the ${label}`,
      bend: (on, by) => on.setPumpSpeed(link, speed(by)),
      amount: speed,
      circuitId,
    });
  if (assembly.sourcePump) pump('source/pump', 'pump of the source');
  if (assembly.shared) pump('distribution/pump', 'pump of all circuits');
  const friction = factor(USUAL_SPREAD.runFriction);
  const run = (links: string[], id: string, label: string, circuitId: string | null = null) =>
    put({
      id,
      what: 'run',
      label,
      bend: (on, by) => {
        for (const link of links) on.setFriction(link, friction(by));
      },
      amount: friction,
      circuitId,
    });
  run(['source/flow', 'source/return'], 'source/run', 'The friction of the source’s pipe');
  for (const { id, place, own } of assembly.joints) {
    if (own) pump(`${place}/pump`, `pump of pipe ${id}`);
    run([`${place}/parts`, `${place}/flow`, `${place}/return`], `${place}/run`, `The friction of pipe ${id}`);
  }
  for (const { id, place, own, mixed, loops } of assembly.circuits) {
    const circuit = job.circuits.find((each) => each.id === id);
    const name = circuit?.name || id;
    if (own) pump(`${place}/pump`, `pump of ${name}`, id);
    if (mixed) {
      const amount = amountOf(USUAL_SPREAD.mixed);
      put({
        id: `${place}/mixed`,
        what: 'mixed',
        label: `The mixing valve of ${name}`,
        bend: (on, by) => on.setMixedOffset(id, amount(by)),
        amount,
        kelvin: true,
        circuitId: id,
      });
    }
    const tree = (circuit?.sections ?? []).flatMap((section) => [
      `${place}/sections/${section.id}/flow`,
      `${place}/sections/${section.id}/return`,
    ]);
    run(
      [`${place}/parts`, `${place}/flow`, `${place}/return`, ...tree],
      `${place}/run`,
      `The friction of the pipes of ${name}`,
      id,
    );
    for (const loop of loops) {
      const first = loop.behind === null;
      const { kv } = loop;
      // Pipe and valve share the loss of the loop: what the valve takes beyond the pipe's part.
      const valve = first ? loop.throttled + 0.3 * loop.ownLoss : 0;
      const pipe = Math.max(loop.ownLoss + loop.throttled - valve, 1);
      const resistance = factor(kv > 0 ? loopSpread(pipe, valve) : USUAL_SPREAD.loopLength);
      put({
        id: `${loop.place}/resistance`,
        what: 'resistance',
        label: `The loop of ${loop.roomName}`,
        bend: (on, by) => on.setLoopResistance(loop.place, loop.valve, resistance(by)),
        amount: resistance,
        loops: [loop.place],
        circuitId: id,
        wild: true,
      });
      const output = factor(circuit?.emitters === 'floor' ? USUAL_SPREAD.floor : USUAL_SPREAD.emitter);
      put({
        id: `${loop.place}/output`,
        what: 'output',
        label: `What the emitter of ${loop.roomName} gives`,
        bend: (on, by) => on.setEmitterOutput(loop.place, output(by)),
        amount: output,
        loops: [loop.place],
        circuitId: id,
      });
    }
  }
  // Where the air follows from the heat, it is no unknown of its own.
  const sought = new Set(assembly.spec.controls.filter(({ kind }) => kind === 'room').map(({ id }) => id));
  const rooms = new Map<string, { label: string; loops: string[] }>();
  for (const { loops } of assembly.circuits) {
    for (const { roomId, roomName, place } of loops) {
      if (sought.has(airOf(roomId))) continue;
      const room = rooms.get(roomId) ?? { label: roomName, loops: [] };
      room.loops.push(place);
      rooms.set(roomId, room);
    }
  }
  const room = amountOf(USUAL_SPREAD.room);
  for (const [roomId, { label, loops }] of rooms)
    put({
      id: `rooms/${roomId}/air`,
      what: 'room',
      label: `The air of ${label}`,
      bend: (on, by) => on.setRoomOffset(roomId, room(by)),
      amount: room,
      kelvin: true,
      loops,
    });
  return things;
}
