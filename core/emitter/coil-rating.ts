import type { CoolingRating } from '../../model/emitter.ts';
import { dewPoint, dryAirDensity, HEAT_OF_VAPOUR, humidityRatio, moistAirCapacity } from '../fluid/moist-air.ts';
import { type AirEntering, coilState, type WetCoil } from '../network/wet-coil.ts';
import { findRoot } from '../quantity/root.ts';

/** Share of the air that passes a coil untouched where the data sheet names no air flow: common practice, 0.1 to 0.3 for few rows. */
const USUAL_BYPASS = 0.15;
/** K by which a coil that dries nothing cools the air where the data sheet names no air flow, and at most what share of room over water: common practice, 8 to 12. */
const USUAL_COOLED = 10;
const MOST_COOLED = 0.6;
/** Largest conductance between water and surface that a rating is believed to mean, W/K for each W of it. */
const MOST_CONDUCTANCE = 100;
/** Part of a rating that counts as drying. */
const LEAST_LATENT = 0.005;

/** Why a rating cannot be, in the order looked for. */
export type RatingAstray = 'water' | 'sensible-over-total' | 'wetter-than-possible' | 'air-flow' | 'too-much';

/** Air of a rating. */
const airOf = ({ room, humidity }: CoolingRating): AirEntering => ({ temperature: room, ratio: humidityRatio(room, humidity) });

/** Whether water of a rating comes back warmer than it goes, and colder than the room: any other cools nothing. */
export const coolingRatingStands = ({ flow, return: back, room }: Pick<CoolingRating, 'flow' | 'return' | 'room'>): boolean =>
  back > flow && room > back;

/**
 * The coil that a rating describes: at the conditions of the rating it gives exactly what that says.
 *
 * Total and sensible fix the temperature its surface seems to have (the apparatus dew point), that and the air flow the bypass, and the
 * rest the conductance to the water. A rating without an air flow is taken with the bypass that is usual.
 * @returns the coil, or why there can be none
 */
export function coilOfRating(rating: CoolingRating): WetCoil | RatingAstray {
  const seen = known.get(rating);
  if (seen !== undefined) return seen;
  const found = workedOut(rating);
  known.set(rating, found);
  return found;
}

/** Ratings stand as they are entered: each is worked out once. */
const known = new WeakMap<CoolingRating, WetCoil | RatingAstray>();

function workedOut(rating: CoolingRating): WetCoil | RatingAstray {
  if (!coolingRatingStands(rating)) return 'water';
  const { total, sensible, flow, return: back, room } = rating;
  if (sensible > total * (1 + 1e-9) || total <= 0 || sensible <= 0) return 'sensible-over-total';
  const air = airOf(rating);
  const capacity = moistAirCapacity(air.ratio);
  const named = rating.airFlow === 'auto' ? null : rating.airFlow * dryAirDensity(room, air.ratio);
  const contact = contactOf(rating, air, capacity, named);
  if (typeof contact === 'string') return contact;
  const capacityFlow = total / (back - flow);
  // Where the usual bypass leaves too little air to take so much, more of it has to touch the coil.
  const bypasses = named === null ? [USUAL_BYPASS, 0.1, 0.05, 0.02] : [1 - contact / named];
  for (const bypass of bypasses) {
    const airFlow = contact / (1 - bypass);
    const airSide = -airFlow * capacity * Math.log(bypass);
    const off = (log: number) =>
      coilState({ airFlow, airSide, waterSide: Math.exp(log) }, capacityFlow, flow, air).total / total - 1;
    const most = Math.log(MOST_CONDUCTANCE * total);
    const log = findRoot(off, Math.log(total / 1e4), most, 1e-13);
    if (log !== undefined) return { airFlow, airSide, waterSide: Math.exp(log) };
  }
  return 'too-much';
}

/** Dry air that touches the coil at its rating, kg/s. */
function contactOf(
  { total, sensible, flow, room, humidity }: CoolingRating,
  air: AirEntering,
  capacity: number,
  named: number | null,
): number | RatingAstray {
  const dew = dewPoint(room, humidity);
  if (total - sensible < LEAST_LATENT * total) {
    if (named === null) {
      const cooled = Math.min(USUAL_COOLED, MOST_COOLED * (room - flow), (1 - USUAL_BYPASS) * (room - dew));
      return ((1 - USUAL_BYPASS) * sensible) / (capacity * cooled);
    }
    const cooled = sensible / (named * capacity);
    return room - cooled > flow ? named * (1 - USUAL_BYPASS) : 'air-flow';
  }
  const wanted = sensible / total;
  const shareAt = (surface: number) => {
    const cooled = capacity * (room - surface);
    return cooled / (cooled + HEAT_OF_VAPOUR * (air.ratio - humidityRatio(surface, 1)));
  };
  // From the dew point down the share falls until the air has little water left; the first surface that has it is meant.
  let warm = dew - 1e-6;
  let cold = warm;
  while (shareAt(cold) > wanted) {
    warm = cold;
    cold -= 0.25;
    if (cold < flow - 2) return 'wetter-than-possible';
  }
  const surface = findRoot((t) => shareAt(t) - wanted, cold, warm, 1e-12) ?? cold;
  const contact = sensible / (capacity * (room - surface));
  return named !== null && contact > 0.99 * named ? 'air-flow' : contact;
}

/** Air through a coil as a data sheet tells it, m3/s at the temperature of the rating. */
export const airFlowOf = (coil: WetCoil, { room, humidity }: Pick<CoolingRating, 'room' | 'humidity'>): number =>
  coil.airFlow / dryAirDensity(room, humidityRatio(room, humidity));
