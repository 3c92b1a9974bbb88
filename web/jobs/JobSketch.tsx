import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { get, set } from 'idb-keyval';
import { useEffect, useRef, useState } from 'react';
import type { Sheet } from '../../core/drawing/sheet.ts';
import { openFindings } from '../../core/finding/finding.ts';
import { missingOf } from '../../core/job/missing.ts';
import type { Job, Stage } from '../../model/job.ts';
import type { JobSummary } from '../../model/job-list.ts';
import { readJob } from '../../model/read-job.ts';
import { call } from '../state/http.ts';
import { WallSketch } from '../wall/WallSketch.tsx';
import { runLane } from '../worker/lanes.ts';

const STAGES: Record<Stage, string> = { draft: 'Draft', ordered: 'Ordered', built: 'Built', commissioned: 'Commissioned' };

/** What a card of the list shows beside a job's name: its wall in small, how far it is, and what is open. */
interface Sketched {
  revision: number;
  sheet: Sheet | null;
  stage: Stage;
  stop: number;
  fix: number;
  missing: string | null;
  assumptions: number;
}

/** Kept by the job and its revision: the same revision is never drawn twice on this device. */
async function sketchOf({ id, revision }: JobSummary): Promise<Sketched> {
  const key = `sketch:${id}`;
  const kept = await get<Sketched>(key).catch(() => undefined);
  if (kept?.revision === revision) return kept;
  const stored = (await (await call('GET', `/jobs/${id}`)).json()) as { revision: number; job: unknown };
  const read = readJob(stored.job);
  if (!read.ok) throw new Error(read.problems[0] ?? 'The job cannot be read.');
  const sketched = await drawn(read.job, stored.revision);
  await set(key, sketched).catch(() => {});
  return sketched;
}

async function drawn(job: Job, revision: number): Promise<Sketched> {
  const { design, sheet } = await runLane.ask((work) => work.design(job));
  const open = openFindings(design.findings);
  return {
    revision,
    // What the sketch needs and no more: it is kept.
    sheet: design.source ? { ...sheet, parts: [], tags: [], gauges: [], flows: [], trees: [] } : null,
    stage: job.stage,
    stop: open.filter(({ severity }) => severity === 'stop').length,
    fix: open.filter(({ severity }) => severity === 'mend').length,
    missing: missingOf(job).find(({ page }) => page !== 'plant')?.text ?? null,
    assumptions: job.assumptions.length,
  };
}

const openWords = ({ stop, fix, missing, assumptions }: Sketched): string =>
  [
    stop > 0 ? `${stop} to stop for` : '',
    fix > 0 ? `${fix} to fix` : '',
    assumptions > 0 ? `${assumptions} assumed` : '',
    missing ?? '',
  ]
    .filter(Boolean)
    .join(', ') || 'nothing open';

/** The wall of a job in small, drawn once its card comes into sight. */
export default function JobSketch({ job }: { job: JobSummary }) {
  const box = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = box.current;
    if (!element || seen) return;
    const watcher = new IntersectionObserver(([entry]) => entry?.isIntersecting && setSeen(true));
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [seen]);
  const { data, isError } = useQuery({
    queryKey: ['sketch', job.id, job.revision],
    queryFn: () => sketchOf(job),
    enabled: seen && job.roomCount > 0,
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <Box ref={box} sx={{ width: { xs: '100%', sm: 200 } }}>
      <Box sx={{ height: 104, border: 1, borderColor: 'divider', borderRadius: 1, bgcolor: 'wall.board', overflow: 'hidden' }}>
        {data?.sheet && <WallSketch sheet={data.sheet} label={`The wall of ${job.name || 'the job'} in small`} />}
      </Box>
      <Typography variant="body2" sx={{ mt: 0.4, minHeight: 20 }}>
        {data ? (
          <>
            <b>{STAGES[data.stage]}</b> · {openWords(data)}
          </>
        ) : job.roomCount === 0 ? (
          'No rooms yet'
        ) : isError ? (
          'not on this device'
        ) : (
          ''
        )}
      </Typography>
    </Box>
  );
}
