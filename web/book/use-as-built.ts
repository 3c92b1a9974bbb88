import type { AsBuilt } from '../../core/commission/as-built.ts';
import { useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';
import { useRounds } from './use-book.ts';

/** The plant as its readings tell it. @returns with how many readings of a running plant there are */
export function useAsBuilt(enabled = true): { asBuilt: AsBuilt | null; working: boolean; readings: number } {
  const job = useJob();
  const rounds = useRounds();
  const readings = rounds.reduce((sum, { note, readings: own }) => sum + (note.running ? own.length : 0), 0);
  const worked = useWork('as built', [job, rounds], (work) => work.asBuilt(job, rounds), { enabled: enabled && readings > 0 });
  return { asBuilt: readings > 0 ? worked.data : null, working: !worked.fresh && worked.failed === null, readings };
}
