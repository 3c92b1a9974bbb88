/** Lengths in which floor pipe is sold, m: common practice. */
export const COIL_LENGTHS = [60, 100, 120, 200, 240, 300, 500, 600] as const;
/** Cut off at each end for the manifold and a clean start, m: common practice. */
const SPARE = 0.5;

/** A piece to be cut. */
export interface Piece {
  label: string;
  /** m */
  length: number;
}

export interface Coil {
  length: number;
  pieces: Piece[];
  /** What is left of it, m. */
  offCut: number;
}

export interface CoilPlan {
  coils: Coil[];
  bought: number;
  offCuts: number;
  /** Pieces longer than any coil: no joint may lie in a floor. */
  tooLong: Piece[];
}

/** Cuts pieces from coils of one length: the longest first, each from the coil that it leaves least of. */
function cutFrom(pieces: readonly Piece[], length: number): Coil[] {
  const coils: Coil[] = [];
  for (const piece of pieces.toSorted((a, b) => b.length - a.length)) {
    const needed = piece.length + SPARE;
    let best: Coil | undefined;
    for (const coil of coils) {
      if (coil.offCut >= needed && (!best || coil.offCut < best.offCut)) best = coil;
    }
    if (!best) {
      best = { length, pieces: [], offCut: length };
      coils.push(best);
    }
    best.pieces.push(piece);
    best.offCut -= needed;
  }
  return coils;
}

/**
 * Coils for a set of loops without a joint in any: of the lengths sold the one of which least has to be bought, and of two
 * alike the longer. Best fit of the longest first, a usual rule for cutting stock.
 */
export function planCoils(pieces: readonly Piece[], lengths: readonly number[] = COIL_LENGTHS): CoilPlan {
  const longest = Math.max(...lengths);
  const tooLong = pieces.filter((piece) => piece.length + SPARE > longest);
  const fitting = pieces.filter((piece) => piece.length + SPARE <= longest);
  let best: Coil[] = [];
  let least = Number.POSITIVE_INFINITY;
  for (const length of lengths) {
    if (fitting.some((piece) => piece.length + SPARE > length)) continue;
    const coils = cutFrom(fitting, length);
    const bought = coils.length * length;
    if (bought <= least) {
      least = bought;
      best = coils;
    }
  }
  return {
    coils: best,
    bought: best.reduce((sum, coil) => sum + coil.length, 0),
    offCuts: best.reduce((sum, coil) => sum + coil.offCut, 0),
    tooLong,
  };
}
