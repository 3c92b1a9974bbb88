/** Tanks one can buy, m3: common practice. */
export const TANK_SIZES = [
  0.03, 0.05, 0.08, 0.1, 0.12, 0.15, 0.2, 0.3, 0.4, 0.5, 0.75, 0.8, 1, 1.5, 2, 3, 4, 5, 8, 10, 15, 20, 30, 50,
] as const;
/** Height of a buffer over its diameter: common practice. */
const SLENDERNESS = 2.5;

/** Seconds of full output that one defrost takes out of the water, from memory: some five minutes at about two thirds. */
export const DEFROST_TIME = 200;
/** K by which the water may fall in a defrost: common practice. */
export const DEFROST_FALL = 5;
/** Water a hand-fired solid-fuel boiler needs to store what it makes when nobody wants it, m3/W: common practice, 55 L/kW. */
export const SOLID_FUEL_STORAGE = 0.055 / 1000;

/**
 * Water in m3 that takes up what a source makes too much for its shortest run: V = t (Q_least - Q_zone) / (rho c dT).
 * US practice writes gallons = minutes x BTU/h / (500 dT).
 * @param time s @param surplus W, of the source's least output over what is taken @param swing K
 * @param density kg/m3 @param specificHeat J/(kg K)
 */
export const runTimeVolume = (time: number, surplus: number, swing: number, density: number, specificHeat: number): number =>
  surplus <= 0 ? 0 : (time * surplus) / (density * specificHeat * swing);

/**
 * Water in m3 with which a source of one output starts no more often than so many times an hour: most often it does at half its
 * output, when run and pause each last 2 rho c V dT / Q. V = Q / (4 n rho c dT).
 * @param least W @param starts an hour @param swing K
 */
export const startsVolume = (least: number, starts: number, swing: number, density: number, specificHeat: number): number =>
  (3600 * least) / (4 * starts * density * specificHeat * swing);

/** The smallest tank sold that holds a volume in m3; the volume itself beyond the largest. */
export const stockedTank = (volume: number): number => TANK_SIZES.find((size) => size >= volume - 1e-9) ?? volume;

/** Inside diameter of a buffer by its volume, m: a cylinder two and a half times as high as wide. */
export const tankDiameter = (volume: number): number => Math.cbrt((4 * volume) / (Math.PI * SLENDERNESS));
/** Its height, m. */
export const tankHeight = (volume: number): number => SLENDERNESS * tankDiameter(volume);
