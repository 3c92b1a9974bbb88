import type { SourceKind } from '../../../model/job.ts';
import { boxOf, type PathMark, ringOf } from '../scene/mark.ts';

const FLAME = 'M0 -20C4 -8 14 -6 14 7A14 13 0 0 1 -14 7C-14 -1 -8 -3 -6 -10C-3 -6 -2 -4 -1 -1C2 -6 2 -12 0 -20z';
const DROPS = 'M26 2v5M26 14v5';
const RAYS = 'M0 -20V-15M0 15V20M-20 0H-15M15 0H20M-14 -14L-11 -11M11 11L14 14M14 -14L11 -11M-11 11L-14 14';

/** Outlines of what makes the heat, about the middle of its panel. */
const OUTLINES: Partial<Record<SourceKind, string[]>> = {
  boiler: [FLAME],
  'condensing-boiler': [FLAME, DROPS],
  'heat-pump': [ringOf(20), 'M0 0C2 -8 8 -12 12 -8M0 0C6 6 7 13 1 15M0 0C-8 3 -14 0 -13 -6'],
  electric: ['M5 -20L-10 3H2L-4 20L11 -4H-1z'],
  'ground-heat-pump': ['M-20 -16H20M-14 -16V10a5 5 0 0 0 10 0V-10M14 -16V10a5 5 0 0 1 -10 0V-10'],
  solar: [ringOf(9), RAYS],
  district: ['M-20 18V-4L0 -20L20 -4V18zM-30 8H-20M20 8H30M-8 18V4H8V18'],
  'solid-fuel': [ringOf(9, -11, 9), ringOf(9, 11, 9), ringOf(9, 0, -10)],
  'water-heater': [boxOf(-13, -18, 26, 36), 'M-6 8q3 -6 6 0t6 0M-6 -4q3 -6 6 0t6 0'],
};
const WAVES = 'M-22 -6q11 -16 22 0t22 0M-22 12q11 -16 22 0t22 0';
/** Beside the flame: this one makes hot water too. */
const TAP: PathMark = {
  kind: 'path',
  d: 'M-36 -8q5 -8 10 0t10 0M-36 6q5 -8 10 0t10 0',
  stroke: 'flow',
  width: 4,
  round: true,
  at: [2, 4],
  stretch: [0.8, 0.8],
};

/** Sign of a kind of source: flame, fan, bolt, logs or tank. */
export function sourceSign(kind: SourceKind): PathMark[] {
  const drawn = (outlines: readonly string[]) =>
    outlines.map((d): PathMark => ({ kind: 'path', d, stroke: 'flow', width: 4, round: true }));
  if (kind === 'combination-unit') return [...drawn([FLAME, DROPS]), TAP];
  if (kind === 'instantaneous-heater') return [...drawn([FLAME]), TAP];
  return drawn(OUTLINES[kind] ?? [WAVES]);
}
