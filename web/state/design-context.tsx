import { type Remote, wrap } from 'comlink';
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { Sheet } from '../../core/drawing/sheet.ts';
import type { Job } from '../../model/job.ts';
import type { Work } from '../worker/design.worker.ts';
import { useJob } from './job-context.tsx';

let worker: Remote<Work> | null = null;

const startWorker = () => new Worker(new URL('../worker/design.worker.ts', import.meta.url), { type: 'module' });

/** The one worker of this window, started when first needed. */
export function heavyWork(): Remote<Work> {
  worker ??= wrap<Work>(startWorker());
  return worker;
}

let runner: Remote<Work> | null = null;

/** A second one for days that are run again and again: typing never waits for them. */
export function runWork(): Remote<Work> {
  runner ??= wrap<Work>(startWorker());
  return runner;
}

/** A worker of its own for a long computation; ending it is how that is cancelled. */
export function ownWorker(): { work: Remote<Work>; end: () => void } {
  const own = startWorker();
  return { work: wrap<Work>(own), end: () => own.terminate() };
}

export interface Designed {
  /** The job this design belongs to; while typing it may be one step behind the newest. */
  job: Job;
  design: Design;
  sheet: Sheet;
}

const Result = createContext<Designed | null>(null);
const Failure = createContext<string | null>(null);

/** Keeps the design of the open job up to date: one computation at a time, always ending with the newest job. */
export function DesignProvider({ children }: { children: ReactNode }) {
  const job = useJob();
  const [designed, setDesigned] = useState<Designed | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const newest = useRef(job);
  const busy = useRef(false);
  newest.current = job;
  useEffect(() => {
    if (busy.current) return;
    const run = async () => {
      busy.current = true;
      let done: Job | null = null;
      try {
        while (done !== newest.current) {
          const current: Job = newest.current;
          const result = await heavyWork().design(current);
          done = current;
          setDesigned({ job: current, ...result });
          setFailure(null);
        }
      } catch (error) {
        setFailure(error instanceof Error ? error.message : String(error));
      } finally {
        busy.current = false;
      }
    };
    if (newest.current === job) void run();
  }, [job]);
  return (
    <Failure.Provider value={failure}>
      <Result.Provider value={designed}>{children}</Result.Provider>
    </Failure.Provider>
  );
}

/** The newest finished design, or null before the first one. */
export const useDesigned = (): Designed | null => useContext(Result);

/** Why the newest job could not be worked out, or null. What was entered is kept all the same. */
export const useDesignFailure = (): string | null => useContext(Failure);
