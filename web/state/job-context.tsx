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
import type { LeftOut } from '../../model/mend-job.ts';
import { newJob } from '../../model/new-job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { forgetJob, keepJob, keptJob } from '../offline/kept-jobs.ts';
import { draftKeeper, dropDraft, dropTab, type Kept, keptDrafts } from './drafts.ts';
import { ApiProblem } from './http.ts';
import { openJob, openJobAfter, saveJob } from './job-api.ts';
import { type Draft, JobSession, type SessionState } from './job-session.ts';
import { draftOf } from './late-change.ts';
import { listenToNews, tellWindows } from './news.ts';
import { readableDraft } from './readable-draft.ts';

const Session = createContext<JobSession | null>(null);

/** How opening a job stands. */
export type Opening =
  | { state: 'opening' }
  /** With what this browser had kept and could not be read any more; and when it was kept, where the server is away. */
  | { state: 'open'; session: JobSession; leftOut: readonly LeftOut[]; keptAt: number | null }
  | { state: 'failed'; detail: string; missing: boolean };

/** Time after which a browser that does not answer is taken to keep nothing, ms. */
const LONGEST_KEEP = 3000;
const NOTHING_KEPT: Kept = { own: null, others: [], late: [], keeps: false };

const keptInTime = (id: string): Promise<Kept> =>
  Promise.race([
    keptDrafts(id).catch(() => NOTHING_KEPT),
    new Promise<Kept>((done) => setTimeout(() => done(NOTHING_KEPT), LONGEST_KEEP)),
  ]);

/**
 * Opens a job: from the server, with what this browser kept; without the server, from the browser alone.
 * @param reads whether who is here may not save it
 */
export function useOpenJob(id: string, reads: boolean): Opening {
  const [opening, setOpening] = useState<Opening>({ state: 'opening' });
  useEffect(() => {
    let session: JobSession | null = null;
    let left = false;
    const look = () => {
      if (!session) return;
      openJobAfter(id, session.state.revision)
        .then((stored) => stored && session?.arrived(stored))
        // Another save will tell of it again, and a save of this window finds it out at the latest.
        .catch(() => {});
    };
    const stopListening = listenToNews((news) => {
      if (news.of === 'again') look();
      else if (news.of === 'saved' && news.job === id && session && news.revision > session.state.revision) look();
    });
    const outside = {
      reads,
      save: (revision: number, job: Job, summary: string) => saveJob(id, revision, job, summary),
      saved: (revision: number) => {
        tellWindows({ of: 'saved', job: id, revision, by: '' });
        if (session) void keepJob(id, revision, session.state.job);
      },
      keep: draftKeeper(id, (failed) => session?.kept(!failed)),
      later: (run: () => void, milliseconds: number) => {
        const timer = setTimeout(run, milliseconds);
        return () => clearTimeout(timer);
      },
    };
    const open = async () => {
      // Both at once: neither waits for the other.
      const asked = openJob(id);
      asked.catch(() => {});
      const kept = await keptInTime(id);
      let leftOut: readonly LeftOut[] = [];
      let keptAt: number | null = null;
      const read = (raw: Draft | null | undefined, beside: Job) => {
        const found = raw ? readableDraft(raw, beside) : null;
        leftOut = [...leftOut, ...(found?.leftOut ?? [])];
        return found?.draft ?? null;
      };
      // Unsent work of a tab that is gone is this tab's, where it has none of its own.
      const [orphan, ...more] = kept.others;
      const whole = kept.own?.dirty || !orphan ? kept.own : orphan.draft;
      const lateHere = kept.late.find((each) => each.own);
      const rest = kept.own?.dirty ? kept.others : more;
      try {
        const stored = await asked;
        void keepJob(id, stored.revision, stored.job);
        const own = lateHere ? draftOf(lateHere.change, stored.job, lateHere.kept) : whole;
        session = new JobSession(stored, read(own, stored.job), outside);
        for (const { tab, change, kept: before } of kept.late.filter((each) => !each.own)) {
          const other = read(draftOf(change, stored.job, before), stored.job);
          if (other && session.takeOver(other)) void dropTab(id, tab);
        }
        for (const { key, draft } of rest) {
          const other = read(draft, stored.job);
          if (other && session.takeOver(other)) void dropDraft(key);
        }
        if (orphan && !kept.own?.dirty) void dropDraft(orphan.key);
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : new ApiProblem(0, String(error));
        const late = lateHere ?? kept.late[0];
        const before = late?.kept ?? whole;
        const draft = read(late && before ? draftOf(late.change, before.job, before) : whole, newJob('Kept here'));
        const missing = problem.status === 404;
        if (missing) void forgetJob(id);
        const opened = missing ? undefined : await keptJob(id);
        const openedJob = opened && readJob(opened.job);
        if (missing || (!draft && !openedJob?.ok)) {
          if (!left) setOpening({ state: 'failed', detail: problem.message, missing });
          return;
        }
        // What this browser kept is all there is; unsent work in it goes out when the server is back.
        if (opened) keptAt = opened.keptAt;
        session =
          draft && (draft.dirty || !openedJob?.ok)
            ? new JobSession({ revision: draft.revision, job: draft.job }, draft, outside)
            : new JobSession(
                { revision: opened?.revision ?? 0, job: openedJob?.ok ? openedJob.job : newJob('') },
                draft,
                outside,
              );
      }
      session.kept(kept.keeps);
      if (left) session.close();
      else setOpening({ state: 'open', session, leftOut, keptAt });
    };
    setOpening({ state: 'opening' });
    void open();
    const flush = () => session?.sendNow();
    // Nothing kept and nothing sent: the one case in which closing loses work.
    const guard = (event: BeforeUnloadEvent) => {
      const { saving, keeps } = session?.state ?? {};
      if (saving && saving.state !== 'saved' && !keeps) event.preventDefault();
    };
    window.addEventListener('beforeunload', guard);
    window.addEventListener('online', flush);
    document.addEventListener('visibilitychange', flush);
    return () => {
      left = true;
      window.removeEventListener('beforeunload', guard);
      window.removeEventListener('online', flush);
      document.removeEventListener('visibilitychange', flush);
      session?.close();
      stopListening();
    };
  }, [id, reads]);
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

const NO_NEWS = () => () => {};

/** The name of the open job; null outside one. */
export function useOpenName(): string | null {
  const session = useContext(Session);
  return useSyncExternalStore(session?.subscribe ?? NO_NEWS, () => session?.state.job.name ?? null);
}

export function useSessionState(): SessionState {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.state);
}

/** The open job; how its saving stands redraws nothing that only asks for it. */
export function useJob(): Job {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.state.job);
}

/**
 * A part of the open job; a change elsewhere in it redraws nothing that only asks for this.
 * @param part gives one of the job's own values, not a new one
 */
export function useJobPart<T>(part: (job: Job) => T): T {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => part(session.state.job));
}

/** Whether another window's version of the job waits to be settled with. */
export function useConflict(): boolean {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.state.saving.state === 'conflict');
}

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
