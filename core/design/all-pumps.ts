import { builtCircuits } from './built-circuits.ts';
import type { PumpDesign } from './choose-pump.ts';
import type { Design } from './design.ts';

/** Every pump of a plant: of the circuits, of injections, of all circuits together, of the sources, of the cylinder. */
export function allPumps(design: Design): PumpDesign[] {
  const sized = builtCircuits(design).flatMap((circuit) => (circuit.sized ? [circuit.sized] : []));
  return [
    ...sized.map((circuit) => circuit.pump),
    ...sized.map((circuit) => circuit.injection?.pump ?? null),
    design.distribution?.pump ?? null,
    design.source?.pump ?? null,
    ...design.links.map(({ pump }) => pump),
    ...design.furtherSources.map((source) => source.pump),
    design.hotWater?.pump ?? null,
  ].filter((pump) => pump !== null);
}
