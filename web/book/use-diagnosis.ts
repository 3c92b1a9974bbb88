import { proxy } from 'comlink';
import { useCallback, useRef, useState } from 'react';
import type { Evidence } from '../../core/diagnosis/evidence.ts';
import type { Told } from '../../core/diagnosis/told.ts';
import { useJob } from '../state/job-context.tsx';
import type { DiagnosisAsked } from '../worker/diagnosis-work.ts';
import { faultLane } from '../worker/lanes.ts';
import { useWork, type Worked } from '../worker/use-work.ts';

/** What explains the evidence, how far the working out of it is, and an end to it. */
export interface Diagnosis extends Worked<Told | null> {
  /** Share that is done; null while nothing is under way that takes long. */
  progress: number | null;
  /** Whether somebody ended it. */
  stopped: boolean;
  stop: () => void;
  again: () => void;
}

/** Works out what explains the evidence of the open job, in a worker of its own. @param enabled once somebody complains */
export function useDiagnosis(evidence: Evidence, asked: DiagnosisAsked, enabled: boolean): Diagnosis {
  const job = useJob();
  const [progress, setProgress] = useState<number | null>(null);
  const [times, setTimes] = useState(0);
  const [stopped, setStopped] = useState(false);
  // Each question tells of itself alone: what an older one says of how far it is, is nobody's business any more.
  const latest = useRef(0);
  // Before anybody complains every fault is worked out for the design day: the first answer is then there at once.
  useWork('faults-ready', [job], (work) => work.readyFaults(job), { lane: faultLane, enabled: !enabled });
  const worked = useWork(
    'diagnosis',
    [job, JSON.stringify(evidence), JSON.stringify(asked), times],
    (work) => {
      const own = ++latest.current;
      const hear = async (share: number) => {
        if (own === latest.current) setProgress(share);
      };
      return work.diagnose(job, evidence, asked, proxy(hear));
    },
    { lane: faultLane, enabled: enabled && !stopped },
  );
  const stop = useCallback(() => {
    setStopped(true);
    setProgress(null);
    faultLane.end();
  }, []);
  const again = useCallback(() => {
    setStopped(false);
    setTimes((before) => before + 1);
  }, []);
  return { ...worked, progress: worked.fresh ? null : progress, stopped, stop, again };
}
