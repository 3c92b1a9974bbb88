import type { ComponentId } from '../../model/job.ts';
import type { FluidState } from '../fluid/water.ts';
import { boreArea } from './friction.ts';

/** A part that stands in line with a pipe. */
export interface ComponentData {
  id: ComponentId;
  /** Where it belongs around a source; absent where either side will do. */
  side?: 'flow' | 'return';
  label: string;
  /** Loss coefficient referred to the velocity in the pipe it stands in, clean and fully open. */
  zeta: number;
  /** Pressure in Pa below which it lets nothing through, for parts that pass water one way. */
  opening?: number;
  note: string;
}

/**
 * Parts in line, invented but usual: no maker sells them. Coefficients are from memory of data sheets of small brass
 * parts and spread by a third to either side; a Kv off the data sheet of the part at hand is better.
 */
export const COMPONENT_DATA: Record<ComponentId, ComponentData> = Object.fromEntries(
  (
    [
      { id: 'isolating-valve', label: 'Isolating ball valve', zeta: 0.3, note: 'Full bore, open.' },
      {
        id: 'y-strainer',
        side: 'return',
        label: 'Y strainer',
        zeta: 12,
        note: 'Clean; loses several times as much when it is not.',
      },
      {
        id: 'ball-valve-strainer',
        side: 'return',
        label: 'Ball valve with strainer',
        zeta: 3.5,
        note: 'Clean and new it passes more than a Y strainer; its basket is small and fills soon, so it is nothing for a heat pump.',
      },
      { id: 'magnetic-filter', side: 'return', label: 'Magnetic dirt filter', zeta: 7, note: 'Clean.' },
      {
        id: 'spring-check-valve',
        label: 'Check valve with spring',
        zeta: 6,
        opening: 2000,
        note: 'Holds against warm water rising; its spring costs pressure all year.',
      },
      {
        id: 'flap-check-valve',
        label: 'Check valve with flap',
        zeta: 3,
        opening: 200,
        note: 'Stops back-flow, but hardly holds against warm water rising.',
      },
      { id: 'air-separator', side: 'flow', label: 'Air separator', zeta: 3, note: 'Sized as the pipe.' },
      { id: 'dirt-separator', side: 'return', label: 'Dirt separator', zeta: 3, note: 'Sized as the pipe.' },
      { id: 'bend', label: 'Bend, drawn', zeta: 0.4, note: 'Radius of about four bores.' },
      {
        id: 'elbow',
        label: 'Elbow, tight',
        zeta: 1.2,
        note: 'Where elbows are counted, leave them out of the fittings allowance.',
      },
      { id: 'tee-straight', label: 'Tee, passed straight', zeta: 0.5, note: 'The branch takes little.' },
      { id: 'tee-branch', label: 'Tee, round the corner', zeta: 1.5, note: 'Into or out of the branch.' },
      { id: 'heat-meter', label: 'Heat meter', zeta: 25, note: 'Ultrasonic, at its nominal flow; a turbine meter loses more.' },
      {
        id: 'relief-valve',
        label: 'Relief valve',
        zeta: 0,
        side: 'flow',
        note: 'Tapped in close to the source, with nothing between that could be shut.',
      },
      { id: 'vent', label: 'Automatic vent', zeta: 0, note: 'Tapped in at a high point, where water flows slowly.' },
      {
        id: 'purge-valve',
        label: 'Purge valve',
        zeta: 0,
        note: 'A hose cock before a valve that shuts: water and air leave there.',
      },
      {
        id: 'fill-valve',
        label: 'Filling valve',
        zeta: 0,
        side: 'return',
        note: 'Tapped in where the vessel is, with backflow protection before it.',
      },
      { id: 'low-water-cut-off', label: 'Low-water cut-off', zeta: 0, note: 'Stops the source when the pipe runs dry.' },
    ] satisfies ComponentData[]
  ).map((each) => [each.id, each]),
) as Record<ComponentId, ComponentData>;

/** All parts of a line, flow first and return behind it. */
export const bothWays = (line: {
  components: readonly ComponentId[];
  returnComponents: readonly ComponentId[];
}): ComponentId[] => [...line.components, ...line.returnComponents];

/** Several parts in one line: coefficients and opening pressures add up; one that passes one way makes the line so. */
export function componentsInLine(ids: readonly ComponentId[]): { zeta: number; opening: number; oneWay: boolean } {
  const parts = ids.map((id) => COMPONENT_DATA[id]);
  return {
    zeta: parts.reduce((sum, part) => sum + part.zeta, 0),
    opening: parts.reduce((sum, part) => sum + (part.opening ?? 0), 0),
    oneWay: parts.some((part) => part.opening !== undefined),
  };
}

/**
 * Pressure lost by parts in line, Pa: opening pressures plus zeta rho v^2 / 2.
 * @param volumeFlow m3/s @param bore of the pipe they stand in, m
 */
export function componentsLoss(ids: readonly ComponentId[], volumeFlow: number, bore: number, fluid: FluidState): number {
  const { zeta, opening } = componentsInLine(ids);
  return opening + (zeta * fluid.density * (volumeFlow / boreArea(bore)) ** 2) / 2;
}

/**
 * Kv in m3/h that a loss coefficient means in a bore: the same loss written the way valves are.
 * @param zeta above 0 @param bore in m
 */
export const kvOfZeta = (zeta: number, bore: number): number => 3600 * boreArea(bore) * Math.sqrt(200 / zeta);
