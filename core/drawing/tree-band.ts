import type { Job } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { CircuitDesign, Design } from '../design/design.ts';
import { type AuditedSection, auditTree } from '../design/tree-audit.ts';
import type { PipeLine, Point, Sheet, TreeSketch } from './sheet.ts';

/** What trees take above the houses, in sheet units: a line of words, and the branches below it. */
const TREE_BAND = 92;
const WORDS = 20;
/** How far leaves stand from the edges of their house. */
const INSET = 10;

/** Width of a section on the sheet by its bore, so that thick pipe looks thick. */
const widthOf = (bore: number): number => Math.min(9, Math.max(2.5, 220 * bore));

/** Whether a section ends in rooms: nothing hangs on it. */
const isLeaf = (pieces: readonly AuditedSection[], i: number): boolean => !pieces.some(({ parent }) => parent === i);

/**
 * Where each section of a tree stands across: leaves apart from each other in the order of the tree, and what they hang on in their
 * middle.
 * @returns x of each section, in sheet units
 */
function across(pieces: readonly AuditedSection[], left: number, right: number): number[] {
  const leaves = pieces.map((_, i) => isLeaf(pieces, i));
  const count = leaves.filter(Boolean).length;
  const x: number[] = pieces.map(() => Number.NaN);
  let next = 0;
  const walk = (i: number): number => {
    if (leaves[i]) {
      x[i] = count === 1 ? (left + right) / 2 : left + ((right - left) * next) / (count - 1);
      next += 1;
    } else {
      const below = pieces.flatMap(({ parent }, k) => (parent === i ? [walk(k)] : []));
      x[i] = ((below[0] as number) + (below.at(-1) as number)) / 2;
    }
    return x[i] as number;
  };
  if (pieces.length > 0) walk(0);
  return x;
}

/** The tree of a circuit above its house; null where its rooms hang on a manifold. */
function sketch(job: Job, circuit: CircuitDesign, house: Sheet['houses'][number]): TreeSketch | null {
  const decided = job.circuits.find(({ id }) => id === circuit.id);
  if (!decided || !circuit.sized || circuit.sized.tree.length === 0) return null;
  const pieces = auditTree(job, decided, circuit.sized);
  const deepest = Math.max(...pieces.map(({ depth }) => depth));
  const foot = house.at[1];
  const step = (TREE_BAND - WORDS - 6) / (deepest + 1);
  const level = (depth: number): number => foot - depth * step;
  const x = across(pieces, house.at[0] + INSET, house.at[0] + house.width - INSET);
  // The run rises from the ridge of the house.
  x[0] = house.at[0] + house.width / 2;
  const short = pieces.filter(({ line }) => line.left < 0).length;
  return {
    circuitId: circuit.id,
    component: `circuits/${circuit.id}/sections`,
    at: [house.at[0], foot - TREE_BAND + 4],
    width: house.width,
    height: TREE_BAND - 4,
    name: house.name,
    count: pieces.length,
    short,
    sections: pieces.map(({ id, parent, depth, line, onIndex, unseen }, i) => {
      const own = x[i] as number;
      const from = parent < 0 ? own : (x[parent] as number);
      const points: Point[] = [
        ...(from === own ? [] : [[from, level(depth)] as const]),
        [own, level(depth)],
        [own, level(depth + 1)],
      ];
      return {
        id,
        points,
        hung: pieces.some((each) => each.parent === i),
        width: widthOf(line.bore),
        short: line.left < 0,
        onIndex,
        unseen,
      };
    }),
  };
}

const moved = ([x, y]: Point, by: number): Point => [x, y + by];
const lowered = <T extends { at: Point }>(each: T, by: number): T => ({ ...each, at: moved(each.at, by) });
const loweredPipe = (pipe: PipeLine, by: number): PipeLine => ({ ...pipe, points: pipe.points.map((point) => moved(point, by)) });

/** A sheet with all that is on it so much lower. */
const lower = (sheet: Sheet, by: number): Sheet => ({
  ...sheet,
  height: sheet.height + by,
  pipes: sheet.pipes.map((each) => loweredPipe(each, by)),
  symbols: sheet.symbols.map((each) => lowered(each, by)),
  parts: sheet.parts.map((each) => lowered(each, by)),
  tags: sheet.tags.map((each) => ({ ...lowered(each, by), tiedTo: moved(each.tiedTo, by) })),
  houses: sheet.houses.map((each) => lowered(each, by)),
  gauges: sheet.gauges.map((each) => ({ ...lowered(each, by), tap: moved(each.tap, by) })),
  flows: sheet.flows.map((each) => lowered(each, by)),
});

/** A sheet with the pipe tree of each circuit that has one in small above its house; as it is where none has. */
export function withTrees(job: Job, design: Design, sheet: Sheet): Sheet {
  if (!builtCircuits(design).some(({ sized }) => sized && sized.tree.length > 0)) return sheet;
  const room = lower(sheet, TREE_BAND - 8);
  const trees = room.houses.flatMap((house) => {
    const circuit = builtCircuits(design).find(({ id }) => id === house.circuitId);
    return (circuit && sketch(job, circuit, house)) ?? [];
  });
  return { ...room, trees };
}
