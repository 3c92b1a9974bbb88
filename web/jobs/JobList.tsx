import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useInfiniteQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import type { JobSummary } from '../../model/job-list.ts';
import { listJobs } from '../state/jobs-api.ts';
import { momentWords } from '../state/moment-words.ts';
import { JobEntry } from './JobEntry.tsx';

interface Props {
  /** Part of a name or place. */
  find: string;
  deleted: boolean;
  /** Said where there is nothing to list. */
  none: ReactNode;
  /** What can be done to a job. */
  actions: (job: JobSummary) => ReactNode;
}

/** Jobs, a page of them at a time. */
export function JobList({ find, deleted, none, actions }: Props) {
  const list = useInfiniteQuery({
    queryKey: ['jobs', { deleted, find }],
    queryFn: ({ pageParam }) => listJobs({ find, skip: pageParam, deleted }),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const known = pages.reduce((sum, page) => sum + page.jobs.length, 0);
      return last.jobs.length > 0 && known < last.total ? known : undefined;
    },
    // While the next search is on its way the last list stands.
    placeholderData: (before) => before,
  });
  // A job that moved up between two pages comes twice.
  const jobs = [...new Map(list.data?.pages.flatMap((page) => page.jobs).map((job) => [job.id, job])).values()];
  const total = list.data?.pages.at(-1)?.total ?? 0;
  const keptAt = list.data?.pages[0]?.keptAt;
  return (
    <>
      {list.isPending && <Typography role="status">Fetching the jobs …</Typography>}
      {list.isError && (
        <Box role="alert" sx={{ p: 2, border: 1, borderColor: 'error.main', borderRadius: 1 }}>
          <Typography gutterBottom>{list.error.message}</Typography>
          <Button variant="outlined" onClick={() => void list.refetch()}>
            Try again
          </Button>
        </Box>
      )}
      {keptAt !== undefined && (
        <Typography role="status" sx={{ mb: 1.5, px: 1.5, py: 1, bgcolor: '#f2c26a', color: '#2a211b', borderRadius: 1 }}>
          The server does not answer. These jobs are as this device kept them on {momentWords(keptAt)}; those opened here before
          open all the same.
        </Typography>
      )}
      {list.isSuccess && jobs.length === 0 && none}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {jobs.map((job) => (
          <JobEntry key={job.id} job={job}>
            {actions(job)}
          </JobEntry>
        ))}
      </Box>
      {list.hasNextPage && (
        <Button variant="outlined" onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
          {`${jobs.length} of ${total}: show more`}
        </Button>
      )}
    </>
  );
}
