import type { PairFlow } from '../design/ring-design.ts';
import type { Riser } from './bars.ts';
import { type Board, FLOW_BAR, RETURN_BAR, TAG } from './layout.ts';
import type { Point } from './sheet.ts';

/** Where the ring main runs out, below the bars of its pairs; it comes home along the bottom of the source. */
export const RING = 546;
/** Where it comes home, as low as the source's own return. */
export const HOME = 582;
/** Room between the last column and the bend. */
const BEND = 6;
/** How far the tees are pulled apart where the risers stand the other way round. */
const ASIDE = 10;

/** What hangs on one pair of tees, from the left, and where its tees are on the ring. */
export interface PairOfTees {
  id: string;
  risers: readonly Riser[];
  out: number;
  home: number;
  /** Left edge of its last column. */
  last: number;
}

/** The tees of a pair: the water meets the one that takes out before the one that gives back, whichever side the risers are on. */
export function teesOf(id: string, risers: readonly Riser[], last: number): PairOfTees {
  const { flow, back } = risers[0] as Riser;
  return flow < back ? { id, risers, out: flow, home: back, last } : { id, risers, out: back - ASIDE, home: flow + ASIDE, last };
}

/** Where the ring turns home. */
export const endOfRing = (pairs: readonly PairOfTees[]): number =>
  Math.max(0, ...pairs.map(({ last }) => last + TAG.left + TAG.width)) + BEND;

/** What the pairs of a ring main are called on the wall and in the network, and what comes to each. */
export interface RingNames {
  /** Pipe between the first two tees, start of the names of the others, and the sign of the first. */
  first: string;
  pairs: string;
  symbol: string;
  figures: readonly PairFlow[];
}

/**
 * The pairs of tees on a ring main: each takes up to its own short bars, from which its risers rise, and gives back right behind.
 */
export function drawRing(pairs: readonly PairOfTees[], names: RingNames, { sheet, tag }: Board): void {
  const line = (id: string, role: 'flow' | 'return', ...points: Point[]) => sheet.pipes.push({ id, role, points });
  pairs.forEach(({ id, risers, out, home, last }, i) => {
    const component = i === 0 ? names.symbol : `${names.pairs}/${id}`;
    const before = pairs[i - 1];
    if (before) line(`${names.pairs}/${id}/before`, 'flow', [before.home, RING], [out, RING]);
    line(i === 0 ? names.first : `${names.pairs}/${id}/across`, 'flow', [out, RING], [home, RING]);
    risers.forEach(({ id: riser, flow, back }, k) => {
      const left = risers[k - 1];
      // The first riser comes straight up from its tee, or round by the bar where the tees stand aside.
      const up: Point[] = [[out, RING]];
      if (out !== flow) up.push([out, FLOW_BAR]);
      const down: Point[] = [[home, RING]];
      if (home !== back) down.unshift([home, RETURN_BAR]);
      line(`bar/flow/${riser}`, 'flow', ...(left ? [[left.flow, FLOW_BAR] as Point] : up), [flow, FLOW_BAR]);
      // The second one meets the first where that leaves the bar.
      const joins = k === 1 ? Math.max(home, left?.back ?? home) : left?.back;
      line(
        `bar/return/${riser}`,
        'return',
        [back, RETURN_BAR],
        ...(joins !== undefined && left ? [[joins, RETURN_BAR] as Point] : down),
      );
    });
    sheet.symbols.push({
      component,
      kind: 'tees',
      at: [(out + home) / 2, RING],
      width: home - out + 16,
      height: 16,
      label: `Pair of tees ${i + 1}`,
      lying: true,
    });
    const figures = names.figures.find((pair) => pair.id === id);
    if (!figures) return;
    tag({
      component,
      // Where a further station hangs on it there is no room above.
      at: risers.length > 0 ? [last + TAG.left, RING - 62] : [out - 20, HOME + 12],
      tiedTo: [home, RING + (risers.length > 0 ? -8 : 8)],
      title: `Tees ${i + 1}`,
      word: null,
      figures: [{ id: figures.supply.id, word: 'in' }, { id: figures.drawn.id }],
    });
  });
}
