import { useState } from 'react';
import type { PlantState } from '../../core/design/plant-state.ts';
import type { Designed } from '../state/design-context.tsx';
import { designLane } from '../worker/lanes.ts';
import { useWork } from '../worker/use-work.ts';

export interface Shown {
  /** The design the state belongs to. */
  designed: Designed;
  state: PlantState | null;
  /** Every zone calls: what is seen is the design day. */
  designDay: boolean;
  /** A newer state is being worked out. */
  waiting: boolean;
}

/** Every thermostat calls and nothing beside them: what the design is for. */
export const isDesignDay = (calling: readonly string[], heating: readonly { id: string }[]): boolean =>
  calling.length === heating.length && heating.every((zone) => calling.includes(zone.id));

/**
 * The plant with some zones calling. The design day comes with the design; any other state is run in the worker. Until that is
 * there the last state stays on the wall, with the design it is of: a drawing and the numbers in it are always of one job.
 * @param calling ids of the zones that call; null for all of them @param cools with cold water in it
 */
export function usePlantState(designed: Designed, calling: readonly string[] | null, cools = false): Shown {
  const { cooling } = designed.design;
  const solved = cools ? cooling : designed.design.solved;
  const designDay = calling === null || isDesignDay(calling, solved?.zones ?? []);
  const ids = calling ?? [];
  const ran = useWork<PlantState | null>(
    cools ? 'cold state' : 'state',
    [designed.job, ids.join(' ')],
    (work) => (cools ? work.runCold(designed.job, [...ids]) : work.run(designed.job, [...ids])),
    { lane: designLane, enabled: !designDay },
  );
  const ready = designDay || ran.fresh || ran.failed !== null;
  const state = designDay ? (solved?.state ?? null) : ran.failed === null ? ran.data : null;
  const [last, setLast] = useState<Shown>({ designed, state, designDay, waiting: !ready });
  if (ready && (last.designed !== designed || last.state !== state || last.designDay !== designDay || last.waiting))
    setLast({ designed, state, designDay, waiting: false });
  if (ready) return { designed, state, designDay, waiting: false };
  // The first state of a page is not there yet: the design day stands for it, and waits.
  if (last.waiting) return { designed, state: solved?.state ?? null, designDay: true, waiting: true };
  return { ...last, waiting: true };
}
