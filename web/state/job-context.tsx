import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from 'react';
import type { Job } from '../../model/job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { ApiProblem, openJob, saveJob } from './api.ts';
import { draftKeeper, readDraft } from './drafts.ts';
import { JobSession, type SessionState } from './job-session.ts';

const Session = createContext<JobSession | null>(null);

/** How opening a job stands. */
export type Opening =
  | { state: 'opening' }
  | { state: 'open'; session: JobSession }
  | { state: 'failed'; detail: string; missing: boolean };

/** Opens a job: from the server, with what this browser kept; without the server, from the browser alone. */
export function useOpenJob(id: string): Opening {
  const [opening, setOpening] = useState<Opening>({ state: 'opening' });
  useEffect(() => {
    let session: JobSession | null = null;
    let left = false;
    const outside = {
      save: (revision: number, job: Job, summary: string) => saveJob(id, revision, job, summary),
      keep: draftKeeper(id),
      later: (run: () => void, milliseconds: number) => {
        const timer = setTimeout(run, milliseconds);
        return () => clearTimeout(timer);
      },
    };
    const open = async () => {
      const draft = await readDraft(id);
      try {
        session = new JobSession(await openJob(id), draft, outside);
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : new ApiProblem(0, String(error));
        if (!draft || problem.status === 404) {
          if (!left) setOpening({ state: 'failed', detail: problem.message, missing: problem.status === 404 });
          return;
        }
        // What this browser kept is all there is; unsent work in it goes out when the server is back.
        session = new JobSession({ revision: draft.revision, job: draft.job }, draft, outside);
      }
      if (left) session.close();
      else setOpening({ state: 'open', session });
    };
    setOpening({ state: 'opening' });
    void open();
    const flush = () => session?.sendNow();
    window.addEventListener('online', flush);
    document.addEventListener('visibilitychange', flush);
    return () => {
      left = true;
      window.removeEventListener('online', flush);
      document.removeEventListener('visibilitychange', flush);
      session?.close();
    };
  }, [id]);
  return opening;
}

export function SessionProvider({ session, children }: { session: JobSession; children: ReactNode }) {
  return <Session.Provider value={session}>{children}</Session.Provider>;
}

export function useSession(): JobSession {
  const session = useContext(Session);
  if (!session) throw new Error('no job is open here');
  return session;
}

export function useSessionState(): SessionState {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.state);
}

export const useJob = (): Job => useSessionState().job;

export interface Editing {
  /** Changes the job by a recipe. */
  edit: (label: string, recipe: (job: Job) => Job, key?: string) => void;
  /** Puts values at places. */
  put: (label: string, edits: readonly JobEdit[], key?: string) => void;
}

export function useEditing(): Editing {
  const session = useSession();
  const edit = useCallback<Editing['edit']>((label, recipe, key) => session.edit(label, recipe, key), [session]);
  const put = useCallback<Editing['put']>(
    (label, edits, key) => session.edit(label, (job) => applyEdits(job, edits), key),
    [session],
  );
  return useMemo(() => ({ edit, put }), [edit, put]);
}
