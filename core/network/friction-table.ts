import { colebrook, LAMINAR, TURBULENT, transition } from '../pipe/friction.ts';
import { swameeJain } from './swamee-jain.ts';

/** From 2^10, where the flow is still laminar, to 2^24, far beyond any heating plant. */
const LOWEST_OCTAVE = 10;
const HIGHEST_OCTAVE = 24;
/** 64 pieces an octave; 2000 and 4000 both fall on an edge between two. */
const PIECE_BITS = 6;
const PER_OCTAVE = 1 << PIECE_BITS;
/** Start of the piece and the four coefficients of its cubic. */
const ROOM = 5;

export type FrictionLaw = 'colebrook' | 'swamee-jain';

/**
 * The Darcy friction factor of one relative roughness as piecewise cubics in the Reynolds number, equal to the law in
 * value and slope at the ends of each piece. Between them it is off by less than 1e-9 of itself: the logarithm of
 * Colebrook-White would take most of the time of a network solve. A piece is worked out when first met.
 */
export class FrictionTable {
  readonly pieces = new Float64Array((HIGHEST_OCTAVE - LOWEST_OCTAVE) * PER_OCTAVE * ROOM);
  private readonly at: (reynolds: number) => { factor: number; slope: number };

  constructor(law: FrictionLaw, relativeRoughness: number) {
    const blend = transition(colebrook(TURBULENT, relativeRoughness));
    this.at =
      law === 'swamee-jain'
        ? (reynolds) => {
            const { factor, rise } = swameeJain(reynolds, relativeRoughness / 3.7);
            return { factor, slope: rise / reynolds };
          }
        : (reynolds) => (reynolds >= TURBULENT ? colebrook(reynolds, relativeRoughness) : blend.at(reynolds));
  }

  /**
   * Where in `pieces` the cubic for a Reynolds number stands: start of the piece r, then a, b, c, d of
   * a + b x + c x^2 + d x^3 with x = Re - r.
   * @param reynolds 2000 or more; above 2^24 the last piece answers
   */
  pieceAt(reynolds: number): number {
    const whole = Math.min(reynolds, 16_777_215) | 0;
    const octave = 31 - Math.clz32(whole);
    const piece = (octave - LOWEST_OCTAVE) * PER_OCTAVE + ((whole >> (octave - PIECE_BITS)) & (PER_OCTAVE - 1));
    const index = piece * ROOM;
    if (this.pieces[index] === 0) this.prepare(index, octave, whole);
    return index;
  }

  private prepare(index: number, octave: number, whole: number): void {
    const width = 1 << (octave - PIECE_BITS);
    const start = Math.max(LAMINAR, whole & ~(width - 1));
    const low = this.at(start);
    const high = this.at(start + width);
    const rise = high.factor - low.factor;
    this.pieces[index] = start;
    this.pieces[index + 1] = low.factor;
    this.pieces[index + 2] = low.slope;
    this.pieces[index + 3] = (3 * rise - (2 * low.slope + high.slope) * width) / width ** 2;
    this.pieces[index + 4] = ((low.slope + high.slope) * width - 2 * rise) / width ** 3;
  }
}

/** Tables are the same for every network: a plant has few bores, and its network is built again with each change. */
const tables: Record<FrictionLaw, Map<number, FrictionTable>> = { colebrook: new Map(), 'swamee-jain': new Map() };
const MOST_TABLES = 400;

export function frictionTable(law: FrictionLaw, relativeRoughness: number): FrictionTable {
  const known = tables[law].get(relativeRoughness);
  if (known) return known;
  if (tables[law].size >= MOST_TABLES) tables[law].clear();
  const table = new FrictionTable(law, relativeRoughness);
  tables[law].set(relativeRoughness, table);
  return table;
}
