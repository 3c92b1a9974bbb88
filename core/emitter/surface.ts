/** Heat transfer at the surface of a heated floor, W/(m2 K): EN 1264. */
export const SURFACE = 10.8;
