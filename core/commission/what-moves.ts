import type { StateNote } from '../../model/book/entry.ts';
import type { Display } from '../../model/job.ts';
import { say } from '../quantity/format.ts';
import { keyOf, loopNames } from './reading-points.ts';
import type { SitePlant } from './site-plant.ts';

/** One loop and by how much its flow moves, m3/s. */
export interface MovedLoop {
  place: string;
  name: string;
  by: number;
}

/** What comes of turning one valve down a little. */
export interface Moves {
  own: MovedLoop;
  /** The others of its circuit, the one that moves most first. */
  others: MovedLoop[];
}

/** A turn that makes a loop's resistance half as large again: its flow then falls by about a fifth. */
const TURN = 1.5;

/**
 * What moves when one valve of a circuit is turned down: the plant solved before and after.
 * @param place of the loop whose valve is turned
 * @returns null where the plant stands still in this state, or has no such loop
 */
export function whatMoves(site: SitePlant, note: StateNote, place: string): Moves | null {
  const circuit = site.plant.assembly.circuits.find(({ loops }) => loops.some((loop) => loop.place === place));
  const loop = circuit?.loops.find((each) => each.place === place);
  if (!circuit || !loop) return null;
  const flows = () => {
    const state = site.settle(note);
    return state && site.readings(state);
  };
  site.setLoopResistance(place, loop.valve, 1);
  const before = flows();
  site.setLoopResistance(place, loop.valve, TURN);
  const after = flows();
  site.setLoopResistance(place, loop.valve, 1);
  site.settle(note);
  if (!before || !after) return null;
  const names = loopNames(site.job, site.design);
  const moved = circuit.loops.map((each): MovedLoop => {
    const key = keyOf(each.place, 'flow');
    const { roomName, label } = names.get(each.place) ?? { roomName: each.roomName, label: '' };
    const by = (after.get(key) ?? 0) - (before.get(key) ?? 0);
    return { place: each.place, name: [roomName, label].filter(Boolean).join(', '), by };
  });
  const others = moved.filter((each) => each.place !== place).sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  return { own: moved.find((each) => each.place === place) as MovedLoop, others };
}

/** The same as a sentence. */
export function movesWords({ own, others }: Moves, display: Display): string {
  const flow = (by: number) => say(Math.abs(by), 'meterFlow', display);
  const [most] = others;
  const given = others.reduce((sum, { by }) => sum + by, 0);
  if (!most || given <= 0) return `Turning it down until it passes ${flow(own.by)} less moves nothing else.`;
  return `Turning it down until it passes ${flow(own.by)} less gives the others of its circuit ${flow(given)} together, most of it to ${most.name}.`;
}
