import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useSyncExternalStore } from 'react';
import type { PlantState } from '../../core/design/plant-state.ts';
import { useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';
import { useAsBuilt } from './use-as-built.ts';

type As = 'designed' | 'built';
let shown: As = 'designed';
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const useAs = (): As => useSyncExternalStore(subscribe, () => shown);

/** Asks for the plant as its readings tell it, on every page at once; nothing where nobody has read anything. */
export function ShownAs() {
  const as = useAs();
  const { readings } = useAsBuilt(false);
  if (readings === 0) return null;
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={as}
      aria-label="Which plant is shown"
      onChange={(_, next: As | null) => {
        if (!next) return;
        shown = next;
        for (const listener of listeners) listener();
      }}
    >
      <ToggleButton value="designed">As designed</ToggleButton>
      <ToggleButton value="built">{`As built, by ${readings} readings`}</ToggleButton>
    </ToggleButtonGroup>
  );
}

/** The plant as built on the design day, where it is asked for; null where the design is shown, or it is still worked out. */
export function useBuiltState(): PlantState | null {
  const as = useAs();
  const { asBuilt } = useAsBuilt(as === 'built');
  return as === 'built' ? (asBuilt?.state ?? null) : null;
}

/** The same with some zones calling. @param calling ids of the zones; null for all of them */
export function useBuiltStateOf(calling: readonly string[] | null): PlantState | null {
  const as = useAs();
  const job = useJob();
  const { asBuilt } = useAsBuilt(as === 'built');
  const worked = useWork(
    'as built in a state',
    [job, asBuilt, calling?.join(' ') ?? ''],
    (work) => work.runAsBuilt(job, [...(asBuilt?.bends ?? [])], calling ? [...calling] : null),
    { enabled: as === 'built' && asBuilt !== null && calling !== null },
  );
  if (as === 'designed' || !asBuilt) return null;
  return calling === null ? asBuilt.state : worked.data;
}
