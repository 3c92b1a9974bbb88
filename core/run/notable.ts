import type { RunResult } from './run.ts';

/** A sum that a run only tells where there is something to tell. J or seconds. */
export type Notable = { label: string } & ({ energy: number } | { seconds: number; ofSeconds?: number });

/** Less than this is nothing, J and seconds. */
const LEAST_ENERGY = 3.6e4;
const LEAST_TIME = 60;

/** What a run lost, led away or had to do without, and each source by itself where there are several. */
export function notables({ energy, sources, tapRan, tapLukewarm, beyondData }: RunResult): Notable[] {
  const energies: [string, number][] = [
    ['Heat loss of tanks', energy.standing],
    ['Heat loss of the circulation', energy.circulation],
    ['Immersion heater', energy.immersion],
    ['Led away by the heat dump', energy.dumped],
    ...(sources.length > 1 ? sources.map(({ name, made }): [string, number] => [`Made by: ${name}`, made]) : []),
  ];
  return [
    ...energies.filter(([, value]) => value > LEAST_ENERGY).map(([label, value]) => ({ label, energy: value })),
    ...(tapLukewarm > LEAST_TIME ? [{ label: 'Lukewarm at the tap', seconds: tapLukewarm, ofSeconds: tapRan }] : []),
    ...(beyondData > LEAST_TIME ? [{ label: 'Beyond the data of the heat pump', seconds: beyondData }] : []),
  ];
}

/** What bought energy is called. */
export const boughtLabel = (carrier: RunResult['carrier']): string =>
  carrier === 'both' ? 'Fuel and electricity' : carrier === 'fuel' ? 'Fuel' : 'Electricity for it';
/** What heat over bought energy is called. */
export const efficiencyLabel = (carrier: RunResult['carrier']): string =>
  carrier === 'electricity' ? 'Seasonal COP' : 'Efficiency';
