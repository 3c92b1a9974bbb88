import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { loopNames } from './reading-points.ts';

/** One valve to set while balancing, in the order of the work. */
export interface BalanceStep {
  place: string;
  valve: string;
  circuitId: string;
  roomName: string;
  label: string;
  /** m3/s it shall pass, and Kv its valve stands at then; the index stays open. */
  flow: number;
  kv: number;
  index: boolean;
  how: 'meter' | 'return' | 'holds' | 'thermostat';
}

/** A loop this far from its flow is set once more in a second round: common practice. */
export const SECOND_ROUND_BEYOND = 0.1;

/**
 * Order of balancing: the circuit with most pressure to spare first, as what is shut there goes to the others; in it from the loop that
 * is throttled most to the index, which stays open.
 */
export function balancingOrder(job: Job, design: Design): BalanceStep[] {
  const names = loopNames(job, design);
  const spare = (id: string) => {
    const pump = design.circuits.find((each) => each.id === id)?.sized?.pump;
    return pump?.duty ? pump.duty.head.value - pump.head.value : 0;
  };
  const circuits = design.circuits.filter(({ sized }) => sized?.loops).sort((a, b) => spare(b.id) - spare(a.id));
  return circuits.flatMap(({ id, sized }) => {
    const circuit = job.circuits.find((each) => each.id === id);
    const loops = (sized?.loops ?? []).filter(({ behind }) => behind === null);
    return [...loops]
      .sort((a, b) => b.throttled - a.throttled)
      .map((loop): BalanceStep => {
        const how =
          loop.holds !== null
            ? 'holds'
            : circuit?.loopValves === 'thermostatic'
              ? 'thermostat'
              : circuit?.emitters === 'floor'
                ? 'meter'
                : 'return';
        return {
          place: loop.place,
          valve: loop.valve,
          circuitId: id,
          roomName: loop.roomName,
          label: names.get(loop.place)?.label ?? '',
          flow: loop.volumeFlow,
          kv: loop.setting,
          index: loop.index,
          how,
        };
      });
  });
}
