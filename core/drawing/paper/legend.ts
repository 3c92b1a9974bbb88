import type { Presence } from '../../../model/job.ts';
import { COMPONENT_DATA } from '../../pipe/components.ts';
import { fitted } from '../scene/fit.ts';
import { type Group, ringOf, words } from '../scene/mark.ts';
import { withPresence } from '../scene/scene.ts';
import type { Sheet, SymbolKind } from '../sheet.ts';
import { DRAWN, isTapped, linePartMarks } from '../signs/line-parts.ts';
import { SYMBOL_MEANINGS, symbolMarks } from '../signs/symbols.ts';

const CELL = { width: 54, height: 9 };
const SIGN = 7;
/** Tall bodies are drawn stouter here, so that what is inside them can be seen. */
const STOUT: Partial<Record<SymbolKind, readonly [width: number, height: number]>> = {
  source: [66, 84],
  header: [26, 64],
  tank: [44, 64],
  'coil-tank': [44, 64],
  cylinder: [60, 84],
  tees: [34, 74],
};

/** On a small sheet the legend is small, so that the plant is not. */
const SMALL = { below: 300, share: 0.7 };
const shareOf = (width: number): number => (width < SMALL.below ? SMALL.share : 1);
const acrossOf = (width: number): number => Math.max(1, Math.floor(width / (CELL.width * shareOf(width))));

/** Rows a legend of a sheet takes on so wide a page. */
export const legendHeight = (sheet: Sheet, width: number): number =>
  Math.ceil(entries(sheet).length / acrossOf(width)) * CELL.height * shareOf(width) + 2;

interface Entry {
  key: string;
  says: string;
  groups: (x: number, y: number) => Group[];
}

const still = { component: null, owner: null } as const;

function entries(sheet: Sheet, cold = false): Entry[] {
  const symbols = new Map<SymbolKind, Sheet['symbols'][number]>();
  for (const symbol of sheet.symbols) if (!symbols.has(symbol.kind)) symbols.set(symbol.kind, symbol);
  const parts = new Map(sheet.parts.map((part) => [part.part, part]));
  const pipe = (role: 'flow-pipe' | 'return-pipe', says: string): Entry => ({
    key: role,
    says,
    groups: (x, y) => [
      {
        ...still,
        key: `legend/${role}`,
        role,
        label: says,
        at: [x, y],
        marks: cold
          ? [
              { kind: 'path', d: 'M-4 0H4', stroke: role === 'flow-pipe' ? 'cold' : 'coldBack', width: 2 },
              { kind: 'path', d: 'M-4 0H4', stroke: 'coldCore', width: 0.8, dash: role === 'flow-pipe' ? [0.8, 1.6] : [3, 1.6] },
            ]
          : [
              { kind: 'path', d: 'M-4 0H4', stroke: role === 'flow-pipe' ? 'flow' : 'back', width: 2 },
              ...(role === 'return-pipe' ? [{ kind: 'path', d: 'M-4 0H4', stroke: 'backCore', width: 0.7 } as const] : []),
            ],
      },
    ],
  });
  const shown = new Set([...sheet.symbols, ...sheet.pipes].flatMap(({ presence }) => presence ?? []));
  const example = (presence: Presence, says: string): Entry[] =>
    shown.has(presence)
      ? [
          {
            key: presence,
            says,
            groups: (x, y) => [
              {
                ...still,
                key: `legend/${presence}`,
                role: 'symbol',
                label: says,
                at: [x, y],
                stretch: [SIGN / 34, SIGN / 34],
                marks: withPresence([{ kind: 'path', d: ringOf(15), fill: 'tag', stroke: 'metal', width: 3 }], presence),
              },
            ],
          },
        ]
      : [];
  return [
    ...example('there', 'Grey, thin: there already'),
    ...example('later', 'Dashed: comes later'),
    pipe('flow-pipe', 'Flow, hot'),
    pipe('return-pipe', 'Return, pale core'),
    ...[...symbols].map(([kind, symbol]): Entry => {
      const [width, height] = symbol.lying ? [symbol.width, symbol.height] : (STOUT[kind] ?? [symbol.width, symbol.height]);
      const share = SIGN / Math.max(width, height, 30);
      return {
        key: kind,
        says: SYMBOL_MEANINGS[kind],
        groups: (x, y) => [
          {
            ...still,
            key: `legend/${kind}`,
            role: 'symbol',
            label: SYMBOL_MEANINGS[kind],
            at: [x, y],
            stretch: [share, share],
            marks: symbolMarks({ ...symbol, width, height }),
          },
        ],
      };
    }),
    ...[...parts.keys()].flatMap((part): Entry[] =>
      linePartMarks(part).length === 0
        ? []
        : [
            {
              key: part,
              says: COMPONENT_DATA[part].label,
              // What is tapped in leaves the pipe to its right.
              groups: (x, y) => [
                {
                  ...still,
                  key: `legend/${part}`,
                  role: 'part',
                  label: COMPONENT_DATA[part].label,
                  at: [isTapped(part) ? x - 4 : x, y],
                  stretch: [SIGN / DRAWN, SIGN / DRAWN],
                  marks: linePartMarks(part),
                },
              ],
            },
          ],
    ),
  ];
}

/**
 * The signs a sheet uses and what each means, in rows from the left.
 * @param cold whether cold water is in the pipes @returns groups, and mm to one of their units
 */
export function legend(sheet: Sheet, width: number, cold = false): { groups: Group[]; scale: number } {
  const across = acrossOf(width);
  const groups = entries(sheet, cold).flatMap(({ key, says, groups }, i) => {
    const x = (i % across) * CELL.width;
    const y = Math.floor(i / across) * CELL.height + CELL.height / 2;
    return [
      ...groups(x + 5.5, y),
      {
        ...still,
        key: `legend/${key}/words`,
        role: 'frame' as const,
        label: says,
        at: [0, 0] as const,
        marks: [fitted(words(says, [x + 11.5, y + 1.2], { size: 3.4 }), CELL.width - 13)],
      },
    ];
  });
  return { groups, scale: shareOf(width) };
}
