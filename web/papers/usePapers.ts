import { proxy } from 'comlink';
import { useSnackbar } from 'notistack';
import { useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import type { PaperSetId } from '../../core/paper/sets/set-list.ts';
import type { PaperFile } from '../../exchange/pdf/make-papers.ts';
import type { Job } from '../../model/job.ts';
import { bookStoreOf } from '../book/book-store.ts';
import { useBook } from '../book/use-book.ts';
import { useSessionState } from '../state/job-context.tsx';
import { Stopped } from '../worker/lane.ts';
import { paperLanes } from '../worker/lanes.ts';
import type { PaperChoices } from './choices.ts';

const endAll = () => {
  for (const lane of paperLanes) lane.end();
};

/** What makes papers off the page's own thread, tells how far it is, and can be called off. */
export function usePapers(job: Job, choices: PaperChoices) {
  const { id = '' } = useParams();
  const { revision, saving } = useSessionState();
  const { enqueueSnackbar } = useSnackbar();
  const { book } = useBook();
  /** Sets that are being made, and how many of them are; null while none are. */
  const [making, setMaking] = useState<{ sets: readonly PaperSetId[]; done: number } | null>(null);
  const busy = useRef(false);
  // Whoever leaves the page waits for no paper.
  useEffect(
    () => () => {
      if (busy.current) endAll();
    },
    [],
  );
  /** @returns the files; null where it was called off or failed, which is then said */
  const make = async (sets: readonly PaperSetId[]): Promise<PaperFile[] | null> => {
    busy.current = true;
    setMaking({ sets, done: 0 });
    const order = {
      ...choices,
      revision,
      changed: saving.state !== 'saved',
      made: new Date().toISOString(),
      address: `${location.origin}/jobs/${id}`,
      // As this device has it: what waits here is in it.
      book: {
        entries: book.items.map(({ entry, seq, receivedAt }) => ({ entry, seq, receivedAt })),
        madeAt: bookStoreOf(id).madeAt,
      },
    };
    const lanes = sets.length > 1 ? paperLanes : paperLanes.slice(0, 1);
    const ready = lanes.map(() => 0);
    try {
      const parts = await Promise.all(
        lanes.map((lane, l) =>
          lane.ask((work) =>
            work.papers(
              job,
              { ...order, sets: sets.filter((_, i) => i % lanes.length === l) },
              proxy(async (count: number) => {
                ready[l] = count;
                setMaking({ sets, done: ready.reduce((sum, each) => sum + each, 0) });
              }),
            ),
          ),
        ),
      );
      const made = parts.flat();
      return sets.flatMap((set) => made.filter((file) => file.id === set));
    } catch (error) {
      if (!(error instanceof Stopped))
        enqueueSnackbar(`The papers could not be made. ${error instanceof Error ? error.message : String(error)}`, {
          variant: 'error',
        });
      return null;
    } finally {
      busy.current = false;
      setMaking(null);
    }
  };
  /** Fetches what papers are made with; what goes wrong there is told when one is asked for. */
  const warm = () => {
    for (const lane of paperLanes) lane.ask((work) => work.warmPapers()).catch(() => {});
  };
  return { make, making, cancel: endAll, warm };
}
