import type { Circuit } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { CoolingDesign } from '../design/cooling-design.ts';
import type { CircuitDesign } from '../design/design.ts';
import { insulationSurface, usualInsulation } from '../pipe/heat-loss.ts';

/** Something cold that the air of the house meets. */
export interface ColdSurface {
  what: 'surface' | 'bare' | 'run';
  label: string;
  /** Degrees C. */
  temperature: number;
}

/** A circuit with cold water in its entries. */
type CoolingCircuit = Circuit & { cooling: NonNullable<Circuit['cooling']> };

/** Water of a circuit at its manifold, degrees C: as solved, or as decided until it is. */
export const coldWaterOf = (circuit: CoolingCircuit, cooling: CoolingDesign): number =>
  cooling.circuits.find(({ circuitId }) => circuitId === circuit.id)?.solved?.supply.value ?? circuit.cooling.flowTemperature;

/**
 * The coldest of everything of a circuit that the air meets: each floor, wall, ceiling or panel; manifold, valves and pipe that lie bare;
 * the outside of its insulated run. The first two may be a room's own, the run hangs in air as damp as the rooms'.
 */
export function coldSurfaces(
  { job }: Context,
  circuit: CoolingCircuit,
  cooling: CoolingDesign,
  design: CircuitDesign | undefined,
): ColdSurface[] {
  const water = coldWaterOf(circuit, cooling);
  const rooms = new Map(job.rooms.map(({ id, name }) => [id, name || id]));
  const surfaces = cooling.parts.flatMap((part): ColdSurface[] => {
    const coldest = part.comes?.coldest ?? part.coldest;
    if (part.circuitId !== circuit.id || coldest === null) return [];
    return [{ what: 'surface', label: `${rooms.get(part.roomId)}: ${part.label}`, temperature: coldest }];
  });
  const run = (design?.sized ?? design?.onlyCools)?.run;
  const thickness = run && (circuit.run.insulation === 'auto' ? usualInsulation(run.size.bore) : circuit.run.insulation);
  return [
    ...surfaces,
    ...(circuit.cooling.sealed ? [] : [{ what: 'bare' as const, label: 'Manifold, valves and bare pipe', temperature: water }]),
    ...(run && thickness !== undefined
      ? [
          {
            what: 'run' as const,
            label: 'Outside of the insulated run',
            temperature: insulationSurface(run.size.outside, thickness, water, job.site.summerRoom),
          },
        ]
      : []),
  ];
}
