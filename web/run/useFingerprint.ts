import { useMemo } from 'react';
import { fingerprintOf } from '../../model/fingerprint.ts';
import type { Job } from '../../model/job.ts';

/** What stands for all of the job that a run is made from. */
export const useFingerprint = (job: Job): string => useMemo(() => fingerprintOf(job), [job]);
