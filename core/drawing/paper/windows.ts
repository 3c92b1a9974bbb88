import type { PipeLine, Point, Sheet } from '../sheet.ts';

/** Part of a sheet between two upright cuts. */
export interface Window {
  from: number;
  to: number;
}

/** Room the reading of a gauge takes to its right, in sheet units. */
const GAUGE_READING = 74;
const FLOW_READING = 12;

/** Stretches across which no cut may go, since something that must not be parted stands there. */
function stretches({ symbols, parts, tags, houses, gauges, flows, pipes }: Sheet): [number, number][] {
  const centred = (at: Point, half: number): [number, number] => [at[0] - half, at[0] + half];
  return [
    ...symbols.map(({ at, width }) => centred(at, width / 2)),
    ...parts.map(({ at, size }) => centred(at, size)),
    ...[...tags, ...houses].map(({ at, width }): [number, number] => [at[0], at[0] + width]),
    ...gauges.map(({ at }): [number, number] => [at[0] - 12, at[0] + GAUGE_READING]),
    ...flows.map(({ at, upright }): [number, number] => (upright ? centred(at, FLOW_READING) : [at[0], at[0] + GAUGE_READING])),
    // An upright pipe is not slit along.
    ...pipes.flatMap(({ points }) =>
      points.slice(1).flatMap((to, i): [number, number][] => {
        const from = points[i] as Point;
        return from[0] === to[0] ? [centred(to, 5)] : [];
      }),
    ),
  ];
}

/** Places from the left where a sheet may be cut from top to bottom. */
function cutsOf(sheet: Sheet): number[] {
  const taken = stretches(sheet).sort((a, b) => a[0] - b[0]);
  const cuts: number[] = [];
  let reached = taken[0]?.[1] ?? 0;
  for (const [from, to] of taken.slice(1)) {
    if (from > reached) cuts.push((from + reached) / 2);
    reached = Math.max(reached, to);
  }
  return cuts;
}

/**
 * Cuts a sheet into windows no wider than a width, as few as there must be and as alike as the places to cut allow. Where nothing lets
 * itself be cut a window is wider.
 */
export function windowsOf(sheet: Sheet, most: number): Window[] {
  const cuts = cutsOf(sheet);
  const windows: Window[] = [];
  let from = 0;
  while (sheet.width - from > most) {
    const ahead = cuts.filter((cut) => cut > from + 1);
    const remaining = Math.ceil((sheet.width - from) / most);
    const wanted = from + (sheet.width - from) / remaining;
    const within = ahead.filter((cut) => cut <= from + most);
    const to =
      within.length > 0
        ? within.reduce((best, cut) => (Math.abs(cut - wanted) < Math.abs(best - wanted) ? cut : best))
        : ahead[0];
    if (to === undefined) break;
    windows.push({ from, to });
    from = to;
  }
  return [...windows, { from, to: sheet.width }];
}

/** The pieces of a pipe between two cuts, in the direction of flow. */
function pieces({ points }: PipeLine, { from, to }: Window): Point[][] {
  const runs: Point[][] = [];
  let run: Point[] = [];
  const end = () => {
    if (run.length > 1) runs.push(run);
    run = [];
  };
  const held = (x: number) => Math.min(Math.max(x, from), to);
  points.slice(1).forEach((next, i) => {
    const before = points[i] as Point;
    const outside = Math.max(before[0], next[0]) < from || Math.min(before[0], next[0]) > to;
    const start: Point = [held(before[0]), before[1]];
    const stop: Point = [held(next[0]), next[1]];
    if (outside || (start[0] === stop[0] && start[1] === stop[1])) {
      end();
      return;
    }
    if (run.length === 0 || start[0] !== before[0]) {
      end();
      run = [start];
    }
    run.push(stop);
    if (stop[0] !== next[0]) end();
  });
  end();
  return runs;
}

/** A pipe that leaves a window over a cut. */
export interface Crossing {
  role: PipeLine['role'];
  at: Point;
  /** The cut it leaves over. */
  side: 'left' | 'right';
}

/** What of a sheet stands in a window, moved to its left edge, and the pipes that go on beyond. */
export function inWindow(sheet: Sheet, window: Window): { sheet: Sheet; crossings: Crossing[] } {
  const { from, to } = window;
  const inside = (x: number) => x >= from && x < to;
  const moved = (at: Point): Point => [at[0] - from, at[1]];
  const crossings: Crossing[] = [];
  const pipes = sheet.pipes.flatMap((pipe) =>
    pieces(pipe, window).map((points): PipeLine => {
      for (const at of [points[0] as Point, points.at(-1) as Point]) {
        if (at[0] === from && from > 0) crossings.push({ role: pipe.role, at: moved(at), side: 'left' });
        if (at[0] === to && to < sheet.width) crossings.push({ role: pipe.role, at: moved(at), side: 'right' });
      }
      return { ...pipe, points: points.map(moved) };
    }),
  );
  return {
    crossings,
    sheet: {
      width: to - from,
      height: sheet.height,
      pipes,
      symbols: sheet.symbols.filter(({ at }) => inside(at[0])).map((each) => ({ ...each, at: moved(each.at) })),
      parts: sheet.parts.filter(({ at }) => inside(at[0])).map((each) => ({ ...each, at: moved(each.at) })),
      tags: sheet.tags
        .filter(({ at }) => inside(at[0]))
        .map((each) => ({ ...each, at: moved(each.at), tiedTo: moved([Math.max(each.tiedTo[0], from), each.tiedTo[1]]) })),
      houses: sheet.houses.filter(({ at }) => inside(at[0])).map((each) => ({ ...each, at: moved(each.at) })),
      gauges: sheet.gauges
        .filter(({ at }) => inside(at[0]))
        .map((each) => ({ ...each, at: moved(each.at), tap: moved([Math.max(each.tap[0], from), each.tap[1]]) })),
      trees: sheet.trees
        .filter(({ at }) => inside(at[0]))
        .map((each) => ({
          ...each,
          at: moved(each.at),
          sections: each.sections.map((section) => ({ ...section, points: section.points.map(moved) })),
        })),
      flows: sheet.flows.filter(({ at }) => inside(at[0])).map((each) => ({ ...each, at: moved(each.at) })),
    },
  };
}
