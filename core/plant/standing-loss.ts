/**
 * Heat a tank of hot water loses for each kelvin above its surroundings, W/K, insulated as is usual: (12 + 5.93 V^0.4) / 45 with V
 * in litres, the loss in W of class C of the European label of storage tanks at 45 K, from memory.
 * @param volume m3
 */
export const usualStandingLoss = (volume: number): number => (12 + 5.93 * (volume * 1000) ** 0.4) / 45;
