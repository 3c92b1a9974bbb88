import { createContext, type ReactNode, useContext, useEffect, useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { Sheet } from '../../core/drawing/sheet.ts';
import type { Job } from '../../model/job.ts';
import { designLane } from '../worker/lanes.ts';
import { Newest } from '../worker/newest.ts';
import { useJob } from './job-context.tsx';

export interface Designed {
  /** The job this design belongs to; while typing it may be one step behind the newest. */
  job: Job;
  design: Design;
  sheet: Sheet;
  /** The wall in summer, where that is another. */
  coldSheet: Sheet | null;
}

const Result = createContext<Designed | null>(null);
const Failure = createContext<string | null>(null);

const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Keeps the design of the open job up to date: one computation at a time, always ending with the newest job. */
export function DesignProvider({ children }: { children: ReactNode }) {
  const job = useJob();
  const [designed, setDesigned] = useState<Designed | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [newest] = useState(
    () =>
      new Newest(
        (wanted: Job) => designLane.ask((work) => work.design(wanted)),
        (outcome) => {
          if ('output' in outcome) setDesigned({ job: outcome.input, ...outcome.output });
          setFailure('error' in outcome ? sentenceOf(outcome.error) : null);
        },
      ),
  );
  useEffect(() => newest.want(job), [newest, job]);
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
