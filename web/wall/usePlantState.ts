import { useEffect, useState } from 'react';
import type { PlantState } from '../../core/design/operate.ts';
import { type Designed, heavyWork } from '../state/design-context.tsx';

export interface Shown {
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
 * The plant with some zones calling. The design day comes with the design; any other state is run in the worker, and
 * the last one stays on the wall until the next is there.
 * @param calling ids of the zones that call; null for all of them
 */
export function usePlantState(designed: Designed, calling: readonly string[] | null): Shown {
  const solved = designed.design.solved;
  const [other, setOther] = useState<{ key: string; state: PlantState | null } | null>(null);
  const all = calling === null || isDesignDay(calling, solved?.zones ?? []);
  const wanted = calling?.join(' ') ?? '';
  const { job } = designed;
  useEffect(() => {
    if (all) return;
    let stale = false;
    const ids = wanted === '' ? [] : wanted.split(' ');
    heavyWork()
      .run(job, ids)
      .then((state) => {
        if (!stale) setOther({ key: wanted, state });
      })
      .catch(() => {
        if (!stale) setOther({ key: wanted, state: null });
      });
    return () => {
      stale = true;
    };
  }, [job, all, wanted]);
  if (all) return { state: solved?.state ?? null, designDay: true, waiting: false };
  return { state: other?.state ?? solved?.state ?? null, designDay: false, waiting: other?.key !== wanted };
}
