/** Standard gravity, m/s2: head in metres becomes pressure with it. */
export const GRAVITY = 9.80665;
