import type { ControlSpec } from '../network/control.ts';
import type { LoopSetting } from './balancing.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';

/** Id of the control that finds the air of a room. */
export const airOf = (roomId: string): string => `rooms/${roomId}/air`;

/**
 * The air of each room with thermostatic valves: it loses its load at the design temperatures, in proportion to what it
 * stands above outdoors. At its set point such a valve is half open and passes what a set one would.
 */
export function roomControls(
  { job, rules }: Context,
  flows: readonly CircuitFlow[],
  loops: readonly LoopSetting[][],
): ControlSpec[] {
  const outdoor = job.site.outdoorDesignTemperature;
  const controls: ControlSpec[] = [];
  if (!flows.some(({ circuit }) => circuit.loopValves === 'thermostatic')) return controls;
  for (const room of job.rooms) {
    const fed = flows.flatMap(({ circuit }, i) =>
      (loops[i] as LoopSetting[])
        .filter((loop) => loop.roomId === room.id)
        .map((loop) => ({ loop, thermostatic: circuit.loopValves === 'thermostatic' })),
    );
    const valves = fed
      .filter(({ loop, thermostatic }) => thermostatic && loop.behind === null)
      .map(({ loop }) => ({ link: loop.valve, kvs: 2 * loop.kv }));
    const above = room.roomTemperature - outdoor;
    if (valves.length === 0 || above <= 0 || !((room.heatLoad ?? 0) > 0)) continue;
    // What goes to the unheated side is lost as well, so the heat that counts is all of it.
    const load = fed.reduce((sum, { loop }) => sum + loop.load, 0);
    controls.push({
      kind: 'room',
      id: airOf(room.id),
      emitters: fed.map(({ loop }) => loop.place),
      conductance: load / above,
      outdoor,
      thermostat: { setPoint: room.roomTemperature, band: rules.thermostaticBand.limit, valves },
    });
  }
  return controls;
}
