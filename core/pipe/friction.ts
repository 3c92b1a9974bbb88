/** Below this Reynolds number the flow is laminar, above `TURBULENT` it is turbulent; the blend lies between. */
export const LAMINAR = 2000;
export const TURBULENT = 4000;

/**
 * Darcy friction factor of a full round pipe.
 *
 * Laminar 64/Re; turbulent Colebrook-White; between Re 2000 and 4000 a cubic that meets both ends in value and
 * slope, so that a solver sees no step. Floor loops live in that range, where the truth is uncertain anyway.
 * @param reynolds above 0
 * @param relativeRoughness roughness / bore, 0..0.05
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  if (reynolds <= LAMINAR) return 64 / reynolds;
  if (reynolds >= TURBULENT) return colebrook(reynolds, relativeRoughness).factor;
  return transition(colebrook(TURBULENT, relativeRoughness)).at(reynolds).factor;
}

/**
 * The blend between laminar flow and the turbulent end given.
 * @param end factor and slope df/dRe at `TURBULENT`
 */
export function transition(end: FrictionPoint): { at(reynolds: number): FrictionPoint } {
  const span = TURBULENT - LAMINAR;
  const from = 64 / LAMINAR;
  const fromSlope = (-from / LAMINAR) * span;
  const toSlope = end.slope * span;
  const square = 3 * (end.factor - from) - 2 * fromSlope - toSlope;
  const cube = 2 * (from - end.factor) + fromSlope + toSlope;
  return {
    at(reynolds) {
      const s = (reynolds - LAMINAR) / span;
      return {
        factor: from + s * (fromSlope + s * (square + s * cube)),
        slope: (fromSlope + s * (2 * square + 3 * s * cube)) / span,
      };
    },
  };
}

/** A friction factor with its slope df/dRe. */
export interface FrictionPoint {
  factor: number;
  slope: number;
}

/**
 * Colebrook-White (1939), solved for x = 1/sqrt(f) by Newton's method from Haaland's (1983) explicit estimate;
 * three steps bring the residual below 1e-12 over the whole Moody chart.
 * @returns the factor and its slope df/dRe
 */
export function colebrook(reynolds: number, relativeRoughness: number): FrictionPoint {
  const rough = relativeRoughness / 3.7;
  const smooth = 2.51 / reynolds;
  const k = 2 / Math.LN10;
  let x = -1.8 * Math.log10(rough ** 1.11 + 6.9 / reynolds);
  for (let i = 0; i < 3; i++) {
    const inner = rough + smooth * x;
    x -= (x + k * Math.log(inner)) / (1 + (k * smooth) / inner);
  }
  const inner = rough + smooth * x;
  const slopeOfX = (k * smooth * x) / (reynolds * inner) / (1 + (k * smooth) / inner);
  return { factor: 1 / (x * x), slope: (-2 * slopeOfX) / x ** 3 };
}

/** Flow and friction in one metre of pipe. */
export interface PipeFlow {
  /** m/s */
  velocity: number;
  reynolds: number;
  frictionFactor: number;
  /** Pa/m */
  gradient: number;
}

export const boreArea = (bore: number): number => (Math.PI / 4) * bore * bore;

/**
 * Darcy-Weisbach: pressure loss per metre of straight pipe.
 * @param volumeFlow m3/s, 0 or more
 * @param bore inside diameter in m
 * @param roughness in m
 * @param fluid density in kg/m3 and kinematic viscosity in m2/s
 */
export function pipeFlow(
  volumeFlow: number,
  bore: number,
  roughness: number,
  fluid: { density: number; kinematicViscosity: number },
): PipeFlow {
  const velocity = volumeFlow / boreArea(bore);
  const reynolds = (velocity * bore) / fluid.kinematicViscosity;
  if (reynolds === 0) return { velocity: 0, reynolds: 0, frictionFactor: 0, gradient: 0 };
  const factor = frictionFactor(reynolds, roughness / bore);
  return {
    velocity,
    reynolds,
    frictionFactor: factor,
    gradient: ((factor / bore) * fluid.density * velocity ** 2) / 2,
  };
}
