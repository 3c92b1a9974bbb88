/**
 * Friction factor after Swamee & Jain (1976) above Re 4000 and the cubic of Dunlop (1991) between 2000 and 4000: the
 * law of the reference engine the hydraulic solver is compared with. It differs from Colebrook-White by up to 3 %.
 * @param reynolds 2000 or more
 * @param rough relative roughness / 3.7
 * @returns Darcy factor f, and df/dRe times Re
 */
export function swameeJain(reynolds: number, rough: number): { factor: number; rise: number } {
  if (reynolds >= 4000) {
    const smooth = 5.74 * Math.exp(-0.9 * Math.log(reynolds));
    const log = Math.log(rough + smooth);
    const factor = (0.25 * Math.LN10 * Math.LN10) / (log * log);
    return { factor, rise: (2 * factor * 0.9 * smooth) / ((rough + smooth) * log) };
  }
  const y2 = rough + 5.74 / 4000 ** 0.9;
  const y3 = -0.86859 * Math.log(y2);
  const fa = y3 ** -2;
  const fb = (2 + -5.14214965799e-3 / (y2 * y3)) * fa;
  const r = reynolds / 2000;
  const x1 = 7 * fa - fb;
  const x2 = 0.128 - 17 * fa + 2.5 * fb;
  const x3 = -0.128 + 13 * fa - 2 * fb;
  const x4 = 0.032 - 3 * fa + 0.5 * fb;
  return { factor: x1 + r * (x2 + r * (x3 + r * x4)), rise: r * (x2 + r * (2 * x3 + 3 * r * x4)) };
}
