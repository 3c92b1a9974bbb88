import type { Emitter } from '../../model/emitter.ts';
import type { Room } from '../../model/job.ts';
import { findRoot } from '../quantity/root.ts';
import { type EmitterLaw, excessOf, flowTemperatureFor, outputAt } from './law.ts';

/** Where an emitter lies along its circuit's water: the share of the fall that is gone before it, and the share that falls in it. */
export interface Along {
  from: number;
  part: number;
}

/** One that gets its water from the manifold and gives it back there. */
export const WHOLE: Along = { from: 0, part: 1 };

type Fed = Pick<Room, 'circuit' | 'emitters'>;

/** Why an emitter cannot get the water another one leaves. */
export type NotBehind = 'nothing' | 'itself' | 'fixed' | 'other-circuit' | 'shared' | 'round';

/**
 * Whether an emitter can get the water that the one it names leaves: both in one room, on one circuit, each with an output that
 * follows its water, and nobody else behind the same.
 * @returns null where it can, or names none
 */
export function whyNotBehind(room: Fed, emitter: Emitter): NotBehind | null {
  if (emitter.behind === null) return null;
  const ahead = room.emitters.find(({ id }) => id === emitter.behind);
  if (!ahead) return 'nothing';
  if (ahead === emitter) return 'itself';
  if (ahead.kind === 'fixed' || emitter.kind === 'fixed') return 'fixed';
  if ((ahead.circuit ?? room.circuit) !== (emitter.circuit ?? room.circuit)) return 'other-circuit';
  if (room.emitters.find(({ behind }) => behind === ahead.id) !== emitter) return 'shared';
  for (let [here, steps]: [Emitter | undefined, number] = [ahead, 0]; here && steps <= room.emitters.length; steps++) {
    if (here === emitter) return 'round';
    here = room.emitters.find(({ id }) => id === here?.behind);
  }
  return null;
}

/** The emitter whose water another gets; null for one that gets it from the manifold. */
export function aheadOf(room: Fed, emitter: Emitter): Emitter | null {
  if (emitter.behind === null || whyNotBehind(room, emitter) !== null) return null;
  return room.emitters.find(({ id }) => id === emitter.behind) ?? null;
}

/** Those that one stream passes, in the order it meets them. */
export function seriesOf(room: Fed, emitter: Emitter): Emitter[] {
  let first = emitter;
  for (let ahead = aheadOf(room, first); ahead; ahead = aheadOf(room, first)) first = ahead;
  const series = [first];
  for (;;) {
    const last = series.at(-1) as Emitter;
    const next = room.emitters.find((each) => aheadOf(room, each) === last);
    if (!next) return series;
    series.push(next);
  }
}

/**
 * Where each emitter lies along the water of its circuit: in a series it falls in each by what that gives, W. Source: energy balance,
 * one stream through all.
 * @param heat W of each
 */
export function alongSeries(room: Fed, emitters: readonly Emitter[], heat: readonly number[]): Along[] {
  return emitters.map((emitter, i) => {
    const series = seriesOf(room, emitter);
    if (series.length === 1) return WHOLE;
    const given = series.map((each) => Math.max(heat[emitters.indexOf(each)] ?? 0, 0));
    const all = given.reduce((sum, each) => sum + each, 0);
    if (all <= 0) return WHOLE;
    const at = series.indexOf(emitter);
    const before = given.slice(0, at).reduce((sum, each) => sum + each, 0);
    return { from: before / all, part: (heat[i] as number) / all };
  });
}

/** Log-mean excess in K of an emitter's own water. @param flow of the circuit, degrees C @param drop of the circuit, K */
export const excessAlong = ({ from, part }: Along, flow: number, drop: number, room: number): number =>
  excessOf(flow - from * drop, part * drop, room);

/**
 * Flow temperature in degrees C at which emitters give a heat together, each with the water it gets along the circuit.
 * @param heat W @param drop fall of the water on the circuit, K
 * @returns infinity when no water is hot enough
 */
export function flowTemperatureAlong(
  laws: readonly { law: EmitterLaw; along: Along }[],
  heat: number,
  drop: number,
  room: number,
): number {
  const plain = flowTemperatureFor(
    laws.map(({ law }) => law),
    heat,
    drop,
    room,
  );
  if (laws.every(({ along }) => along === WHOLE) || heat <= 0 || !Number.isFinite(plain)) return plain;
  const short = (flow: number) =>
    laws.reduce((sum, { law, along }) => sum + outputAt([law], excessAlong(along, flow, drop, room)), 0) - heat;
  // At its circuit's mean excess none has water hotter than the flow, none cooler than the return.
  return findRoot(short, room, plain + 2 * drop + 1, 1e-9) ?? Number.POSITIVE_INFINITY;
}
