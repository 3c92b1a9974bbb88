import { solveLinear } from '../quantity/linear.ts';
import { SURFACE } from './surface.ts';

/** Metal sheet under a deck, pressed to it, with a groove in its middle that holds the pipe. Lengths in m. */
export interface Sheet {
  width: number;
  thickness: number;
  /** W/(m K). */
  conductivity: number;
  /** Resistance between sheet and deck where it is as tight as made, m2 K/W. */
  bond: number;
}

/** A deck with pipes in sheets below it. Lengths in m. */
export interface DeckFloor {
  spacing: number;
  /** Thickness of the deck and its conductivity, W/(m K). */
  deck: number;
  conductivity: number;
  /** Resistance of the covering, m2 K/W. */
  covering: number;
  sheet: Sheet;
  /** Outside of the pipe, thickness of its wall and conductivity of that. */
  outside: number;
  wall: { thickness: number; conductivity: number };
}

/** Part of the pipe's round that its groove holds. */
const HELD_ROUND = 0.5;
/** Pieces that half a sheet is cut into, and waves across half a bay. */
const PIECES = 24;
const WAVES = 160;

/**
 * Heat transfer K_H of pipes in metal sheets under a deck, W/(m2 K) of log-mean water over room; below all is taken as insulated.
 *
 * The deck conducts in two dimensions: a cosine wave cos(b x) of heat entering it from below warms its underside by
 * Z = (1 / (k b)) (k b + h tanh(b d)) / (k b tanh(b d) + h), b = 0: d / k + 1 / h, with h = 1 / (1 / 10.8 + covering). The sheet conducts
 * along itself and gives to the deck through its bond. Both are joined on pieces of the sheet; the wall of the pipe, as far as the groove
 * holds it, stands in series. Source: separation of variables, any textbook of heat conduction; surface as in EN 1264. Held against a
 * grid of finite differences in the tests.
 */
export function deckTransfer({ spacing, deck, conductivity, covering, sheet, outside, wall }: DeckFloor): number {
  const bay = spacing / 2;
  const piece = Math.min(sheet.width, spacing) / 2 / PIECES;
  const film = 1 / (1 / SURFACE + covering);
  // Warmth of the underside at piece i for heat into the deck at piece j, and through the bond where they are one, m2 K/W.
  const warms = Array.from({ length: PIECES }, () =>
    new Float64Array(PIECES).fill(((deck / conductivity + 1 / film) * piece) / bay),
  );
  for (let wave = 1; wave <= WAVES; wave++) {
    const b = (wave * Math.PI) / bay;
    const bend = Math.tanh(b * deck);
    const answer = (conductivity * b + film * bend) / (conductivity * b * (conductivity * b * bend + film));
    const mean = Float64Array.from(
      { length: PIECES },
      (_, i) => (Math.sin(b * piece * (i + 1)) - Math.sin(b * piece * i)) / (b * piece),
    );
    for (let i = 0; i < PIECES; i++) {
      const row = warms[i] as Float64Array;
      for (let j = 0; j < PIECES; j++)
        row[j] = (row[j] as number) + ((2 * piece) / bay) * answer * (mean[i] as number) * (mean[j] as number);
    }
  }
  for (let i = 0; i < PIECES; i++) (warms[i] as Float64Array)[i] = (warms[i]?.[i] as number) + sheet.bond;
  // Along the sheet from the groove, 1 K warm: what comes into a piece less what goes on is what it gives to the deck.
  const along = (sheet.conductivity * sheet.thickness) / piece;
  const rows = Array.from({ length: PIECES }, (_, i) =>
    Array.from({ length: PIECES }, (_, j) => {
      const before = i === 0 ? 2 * along : along;
      const after = i === PIECES - 1 ? 0 : along;
      const at = (k: number) => (k < 0 || k >= PIECES ? 0 : (warms[k]?.[j] as number));
      return (before + after) * at(i) - (i === 0 ? 0 : before * at(i - 1)) - after * at(i + 1) + (i === j ? piece : 0);
    }),
  );
  const into = solveLinear(
    rows,
    Array.from({ length: PIECES }, (_, i) => (i === 0 ? 2 * along : 0)),
  );
  const given = 2 * piece * into.reduce((sum, each) => sum + each, 0);
  const ofWall = Math.log(outside / (outside - 2 * wall.thickness)) / (2 * Math.PI * wall.conductivity * HELD_ROUND);
  return 1 / ((1 / given + ofWall) * spacing);
}
