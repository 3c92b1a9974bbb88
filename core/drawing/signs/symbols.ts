import { boxOf, type PathMark, ringOf } from '../scene/mark.ts';
import type { SheetSymbol, SymbolKind } from '../sheet.ts';
import { sourceSign } from './sources.ts';

/** A body: pale inside, dark outside. */
const body = (d: string, width = 3): PathMark => ({ kind: 'path', d, fill: 'tag', stroke: 'metal', width });
const line = (d: string, width = 2, rest: Partial<PathMark> = {}): PathMark => ({
  kind: 'path',
  d,
  stroke: 'metal',
  width,
  ...rest,
});
const dark = (d: string, rest: Partial<PathMark> = {}): PathMark => ({ kind: 'path', d, fill: 'metal', ...rest });

const DOWN = 'M0 0L-11 17H11z';
const UP = 'M0 0L-11 -17H11z';
const SIDE = 'M0 0L17 -11V11z';

/** Signs after the general piping symbols of ISO 14617, about their middle. */
const SIGNS: Record<SymbolKind, (symbol: SheetSymbol) => PathMark[]> = {
  // The triangle points the way it pushes: up a riser, along a level pipe, or back on a return.
  pump: ({ width, lying, backwards }) => [
    body(ringOf(width / 2)),
    dark('M-12 8H12L0 -14z', {
      stretch: [width / 34, width / 34],
      turn: (lying ? 90 : 0) + (backwards ? 180 : 0),
    }),
  ],
  'mixing-valve': () => [body(DOWN), body(UP), { ...body(SIDE), fill: 'metal' }],
  'four-way-valve': () => [body(DOWN), body(UP), { ...body(SIDE), fill: 'metal' }, body('M0 0L-17 -11V11z')],
  'zone-valve': () => [body(DOWN), body(UP), line('M-13 0H-4', 3), body(boxOf(-21, -6, 9, 12, 2))],
  plates: ({ width: w, height: h }) => [
    body(boxOf(-w / 2, -h / 2, w, h, 3)),
    line(
      Array.from({ length: 5 }, (_, i) => {
        const y = -h / 2 + ((i + 0.5) * h) / 5;
        return `M${-w / 2 + 4} ${y + 7}L${w / 2 - 4} ${y - 7}`;
      }).join(''),
    ),
  ],
  cylinder: ({ width: w, height: h }) => [
    body(boxOf(-w / 2, -h / 2, w, h, 14)),
    { kind: 'path', d: `M-16 ${h / 2}V${h / 2 - 22}H20q9 0 9 8t-9 8`, stroke: 'flow', width: 3.5, at: [-2, -14] },
    { kind: 'path', d: 'M-14 -30q7 -9 14 0t14 0M-14 -16q7 -9 14 0t14 0', stroke: 'back', width: 3 },
  ],
  vessel: ({ width: w }) => [body(ringOf(w / 2)), line(`M${-w / 2 + 2} 2Q${-w / 4} -8 0 2T${w / 2 - 2} 2`, 2.5)],
  'relief-valve': () => [body('M0 4L-7 13H7z', 2), body('M0 4L10 -2V10z', 2), line('M0 4V-6M-5 -3L5 -6M-5 -7L5 -10', 2)],
  tees: ({ width: w, height: h, lying }) =>
    lying
      ? [body(boxOf(-w / 2, -h / 2, w, h, h / 2)), line(`M${-w / 2 + 12} 0H${w / 2 - 12}`, 2, { dash: [4, 4] })]
      : [body(`M-6 ${-h / 2}H6V${h / 2}H-6z`), line('M-17 -30H17M-17 30H17', 9), line('M0 -20V20', 2, { dash: [4, 4] })],
  tank: ({ width: w, height: h }) => [
    body(boxOf(-w / 2, -h / 2, w, h, w / 3)),
    line([-0.22, 0, 0.22].map((at) => `M${-w / 2 + 5} ${at * h}H${w / 2 - 5}`).join(''), 2, { dash: [3, 4] }),
  ],
  'coil-tank': ({ width: w, height: h }) => [
    body(boxOf(-w / 2, -h / 2, w, h, w / 3)),
    {
      kind: 'path',
      d: `M${w / 2} ${0.36 * h}H-8${Array.from({ length: 6 }, (_, i) => `L${i % 2 === 0 ? w / 2 - 8 : -8} ${(0.36 - (0.72 * (i + 1)) / 7) * h}`).join('')}L-8 ${-0.36 * h}H${w / 2}`,
      stroke: 'flow',
      width: 3,
    },
  ],
  header: ({ width: w, height: h }) => [
    body(boxOf(-w / 2, -h / 2, w, h, w / 2)),
    line(`M0 ${-h / 2 + 22}V${h / 2 - 22}`, 2, { dash: [5, 5] }),
  ],
  source: ({ width: w, height: h, source }) => [
    body(boxOf(-w / 2, -h / 2, w, h, 6)),
    { ...body(boxOf(-w / 2 + 10, -h / 2 + 12, w - 20, h * 0.36, 3), 2), fill: 'board' },
    ...sourceSign(source ?? 'other').map((mark): PathMark => {
      const [x, y] = mark.at ?? [0, 0];
      return { ...mark, at: [x, y + h * 0.24] };
    }),
  ],
};

/** Marks of a component, about its middle. */
export const symbolMarks = (symbol: SheetSymbol): PathMark[] => SIGNS[symbol.kind](symbol);

/** What a sign means, for a legend. */
export const SYMBOL_MEANINGS: Record<SymbolKind, string> = {
  source: 'Source of heat',
  header: 'Low-loss header',
  tank: 'Buffer tank',
  'coil-tank': 'Tank with a coil',
  tees: 'Closely spaced tees',
  plates: 'Plate exchanger',
  pump: 'Pump, pushes the way it points',
  'zone-valve': 'Zone valve',
  'mixing-valve': 'Mixing valve, dark port cold',
  'four-way-valve': 'Mixing valve, four ways',
  vessel: 'Expansion vessel',
  'relief-valve': 'Relief valve',
  cylinder: 'Hot water cylinder',
};
