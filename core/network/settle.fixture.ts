import type { HeatSpec } from './heat.ts';
import { compileNetwork } from './network.ts';
import { ThermalSolver } from './thermal.ts';

/** Specific heat of water in the networks settled here, J/(kg K). */
export const CP = 4180;

/**
 * A network whose flows are given, settled.
 * @param links [from, to, kg/s, what it does to the heat]
 * @param still of water that does not move, degrees C
 */
export function settle(links: [from: string, to: string, flow: number, heat: HeatSpec | null][], still = 20) {
  const ids = [...new Set(links.flatMap((link) => [link[0], link[1]]))];
  const network = compileNetwork({
    nodes: ids.map((id, i) => (i === 0 ? { id, pressure: 0 } : { id })),
    links: links.map(([from, to], l) => ({ id: `l${l}`, from, to })),
  });
  const solver = new ThermalSolver(
    network,
    links.map((link) => link[3]),
    CP,
    still,
  );
  const result = solver.solve(Float64Array.from(links, (link) => link[2]));
  return { solver, result, at: (id: string) => solver.temperature[network.nodeIndex.get(id)!]! };
}
