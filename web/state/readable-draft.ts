import type { Job } from '../../model/job.ts';
import { type LeftOut, mendJob } from '../../model/mend-job.ts';
import { readJob } from '../../model/read-job.ts';
import type { Draft } from './job-session.ts';

/**
 * A kept draft as this program reads it: what no longer reads is put back to another version, all else stays.
 * @param beside the version on the server, or any that can be read
 */
export function readableDraft(kept: Draft, beside: Job): { draft: Draft; leftOut: LeftOut[] } | null {
  const mended = mendJob(kept.job, beside);
  if (!mended) return null;
  const version = (raw: Job | undefined): Job | undefined => {
    const read = readJob(raw);
    return read.ok ? read.job : undefined;
  };
  // Steps back and forth lead through the job as it was kept; with pieces left out they would lead astray.
  const steps = mended.leftOut.length > 0 ? { past: [], future: [] } : {};
  return {
    draft: { ...kept, ...steps, job: mended.job, base: version(kept.base), sent: version(kept.sent) },
    leftOut: mended.leftOut,
  };
}
