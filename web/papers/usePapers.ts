import { proxy } from 'comlink';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { PaperSetId } from '../../core/paper/sets/sets.ts';
import type { PaperFile } from '../../exchange/pdf/make-papers.ts';
import type { Job } from '../../model/job.ts';
import { useSessionState } from '../state/job-context.tsx';
import { useLongRun } from '../worker/useLongRun.ts';
import type { PaperChoices } from './choices.ts';

/** What makes papers off the page's own thread, tells how far it is, and can be called off. */
export function usePapers(job: Job, choices: PaperChoices) {
  const { id = '' } = useParams();
  const { revision, saving } = useSessionState();
  const { progress, start, cancel } = useLongRun();
  const { enqueueSnackbar } = useSnackbar();
  const [wanted, setWanted] = useState<readonly PaperSetId[]>([]);
  /** @returns the files; null where it was called off or failed, which is then said */
  const make = async (sets: readonly PaperSetId[]): Promise<PaperFile[] | null> => {
    setWanted(sets);
    let reason = '';
    const done = await start(1, ([lane], tell) =>
      lane
        ?.ask((work) =>
          work.papers(
            job,
            {
              ...choices,
              sets,
              revision,
              changed: saving.state !== 'saved',
              made: new Date().toISOString(),
              address: `${location.origin}/jobs/${id}`,
            },
            proxy(async (ready: number) => tell(ready / sets.length)),
          ),
        )
        .catch((error: unknown) => {
          reason = error instanceof Error ? error.message : String(error);
          throw error;
        }),
    );
    setWanted([]);
    if (done.ended) return null;
    if (!done.value) enqueueSnackbar(`The papers could not be made. ${reason}`, { variant: 'error' });
    return done.value;
  };
  return { make, progress, wanted, cancel };
}
