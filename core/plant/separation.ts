/** Inside diameter in m that a flow in m3/s needs to pass a header no faster than a velocity in m/s. */
export const boreForVelocity = (volumeFlow: number, velocity: number): number =>
  Math.sqrt((4 * volumeFlow) / (Math.PI * velocity));
