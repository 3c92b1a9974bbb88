import { sharedOf } from '../model/construction.ts';
import type { Emitter } from '../model/emitter.ts';
import type { Job } from '../model/job.ts';
import { newFixed, newFloor, newPanel, newRated, USUAL_COOLING } from '../model/new-emitter.ts';
import {
  AUTO_CURVE,
  newFurtherSource,
  newSection,
  USUAL_COLD,
  USUAL_CYLINDER,
  USUAL_SOURCE_COOLING,
  USUAL_TAPS,
} from '../model/new-job.ts';

/** One emitter of each kind, named by it: for tests over all fields of a job. */
export const EVERY_EMITTER: readonly Emitter[] = [
  newPanel('panel'),
  newRated('rated', 'baseboard'),
  newFloor('floor', 10),
  newFixed('fixed'),
  newRated('coil', 'fan-unit', { cooling: USUAL_COOLING }),
];

/** A job that also cools, with further sources and data points, one emitter of each kind in the rooms named, and a section of pipe in each circuit. */
export const withEveryEmitter = (job: Job, ids: readonly string[]): Job => ({
  ...job,
  mode: 'heating-and-cooling',
  hotWater: job.hotWater ?? USUAL_CYLINDER,
  source: {
    ...job.source,
    kind: 'heat-pump',
    returnLift: { temperature: 55, kvs: 'auto' },
    taps: USUAL_TAPS,
    curve: AUTO_CURVE,
    points: [{ id: 'p1', outdoor: -7, flow: 35, output: 6000, cop: 2.9 }],
    cooling: {
      ...USUAL_SOURCE_COOLING,
      points: [{ id: 'p1', outdoor: 35, flow: 18, output: 5200, eer: 4.1 }],
      free: { temperature: 12, approach: 3, capacity: 4000 },
    },
  },
  furtherSources: [
    newFurtherSource('f1', {
      name: 'Stove',
      kind: 'solid-fuel',
      capacity: 9000,
      flowTemperature: 75,
      order: 'backup',
      takesOver: false,
      runsBelow: 4,
      efficiency: 0.7,
      price: 0.05,
      emission: 0.03,
      approach: 5,
    }),
  ],
  constructions: [{ id: 'k1', name: 'Screed', ...sharedOf(newFloor('', 10)) }],
  circuits: job.circuits.map((circuit) => ({
    ...circuit,
    cooling: { ...USUAL_COLD, flowTemperature: 17 },
    curve: AUTO_CURVE,
    sections: [
      newSection('piece', circuit, {
        rooms: [...ids],
        unseen: { taken: 'tee', total: 8, least: 2, most: 6, trunk: 'auto', through: 'auto' },
      }),
    ],
  })),
  rooms: job.rooms.map((room) => (ids.includes(room.id) ? { ...room, emitters: [...EVERY_EMITTER] } : room)),
});

/** A place of `FIELDS` with ids in it: those given, and that of an emitter which has the field. */
export function placeWith(pattern: string, room: string, circuit: string): string {
  if (pattern.includes('sections')) return pattern.replace('*', circuit).replace('*', 'piece');
  if (pattern.startsWith('separation/pairs')) return pattern.replace('*', 'p2');
  if (pattern.startsWith('stations')) return pattern.replace('*', 'x1').replace('*', 'p2');
  if (pattern.startsWith('waters')) return pattern.replace('*', 'w2');
  if (pattern.startsWith('constructions')) return pattern.replace('*', 'k1');
  if (pattern.startsWith('articles')) return pattern.replace('*', 'n1');
  if (pattern.startsWith('links')) return pattern.replace('*', 'l2');
  if (pattern.startsWith('furtherSources')) return pattern.replace('*', 'f1');
  if (pattern.startsWith('source/cooling/points')) return pattern.replace('*', 'p1');
  if (pattern.startsWith('source/points')) return pattern.replace('*', 'p1');
  const field = pattern.split('/')[4] ?? '';
  const has = (each: Emitter, least: (value: unknown) => boolean) => least((each as Record<string, unknown>)[field]);
  const emitter =
    (
      EVERY_EMITTER.find((each) => has(each, (value) => value != null)) ??
      EVERY_EMITTER.find((each) => has(each, (value) => value !== undefined))
    )?.id ?? '';
  return pattern.replace('rooms/*', `rooms/${room}`).replace('circuits/*', `circuits/${circuit}`).replace('/*/', `/${emitter}/`);
}
