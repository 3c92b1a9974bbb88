/** Preferred numbers of valve makers for Kvs in m3/h: the R5 series. */
export const KVS_SERIES = [0.4, 0.63, 1, 1.6, 2.5, 4, 6.3, 10, 16, 25, 40, 63, 100, 160, 250] as const;

/**
 * Share of hot water in a mixed flow: m_hot/m_mixed = (Tmix - Tr)/(Thot - Tr), from the energy balance of the valve.
 * @param mixed temperature wanted after the valve @param hot temperature at the hot port @param back return, all in C
 * @returns 0..1; 1 (fully open) when the hot water is not hot enough
 */
export function hotShare(mixed: number, hot: number, back: number): number {
  if (mixed <= back) return 0;
  return hot <= mixed ? 1 : (mixed - back) / (hot - back);
}

/**
 * The same of cold water, which a valve mixes warmer: m_cold/m_mixed = (Tr - Tmix)/(Tr - Tcold).
 * @returns 0..1; 1 (fully open) when the cold water is not cold enough
 */
export const coldShare = (mixed: number, cold: number, back: number): number => hotShare(0 - mixed, 0 - cold, 0 - back);

/**
 * Pressure loss of a fully open valve, Pa: dp = (rho/1000) (V/Kvs)^2 bar with V in m3/h (EN 60534).
 * @param volumeFlow m3/s @param density kg/m3
 */
export function valveLoss(volumeFlow: number, kvs: number, density: number): number {
  return 1e5 * (density / 1000) * ((volumeFlow * 3600) / kvs) ** 2;
}

/**
 * The largest standard Kvs that still loses a wanted pressure, so that the valve keeps control.
 * @param volumeFlow m3/s @param loss wanted at full flow, Pa
 */
export function chooseKvs(volumeFlow: number, loss: number, density: number): number {
  return KVS_SERIES.findLast((kvs) => valveLoss(volumeFlow, kvs, density) >= loss) ?? KVS_SERIES[0];
}

/** Valve authority: its own loss as a share of the loss of the whole part whose flow it changes. */
export const authority = (ofValve: number, ofVariablePart: number): number =>
  ofValve + ofVariablePart > 0 ? ofValve / (ofValve + ofVariablePart) : 1;
