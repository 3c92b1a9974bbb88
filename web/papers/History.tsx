import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { lazy, Suspense, useState } from 'react';
import { useParams } from 'react-router';
import { PageSection } from '../parts/Layout.tsx';
import { jobHistory, openRevision } from '../state/job-api.ts';
import { useEditing, useSessionState } from '../state/job-context.tsx';
import { useWho } from '../state/who.ts';

// The comparison draws a wall, and comes when it is asked for.
const CompareDialog = lazy(() => import('./CompareDialog.tsx'));

/** Every revision of the job; each can be brought back. */
export function History() {
  const { id = '' } = useParams();
  const { revision } = useSessionState();
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const [compared, setCompared] = useState<number | null>(null);
  const history = useInfiniteQuery({
    queryKey: ['history', id, revision],
    queryFn: ({ pageParam }) => jobHistory(id, pageParam),
    initialPageParam: undefined as number | undefined,
    // Revisions are counted from one up without a gap.
    getNextPageParam: (last) => ((last.at(-1)?.revision ?? 1) > 1 ? last.at(-1)?.revision : undefined),
    placeholderData: (before) => before,
  });
  // One person alone need not be told who it was.
  const named = useWho().state === 'in';
  const bringBack = async (wanted: number) => {
    try {
      const old = await openRevision(id, wanted);
      edit(`Back to revision ${wanted}`, () => old);
      enqueueSnackbar(`The job is as it was in revision ${wanted}. Undo takes this back.`);
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  return (
    <PageSection title="History" lead="Every save is a revision; bringing one back is a change like any other.">
      {history.isError && <Typography role="alert">{history.error.message}</Typography>}
      {history.isPending && <Typography role="status">Fetching the history …</Typography>}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 560, overflowY: 'auto' }}>
        {history.data?.pages.flat().map((row) => (
          <Box
            component="li"
            key={row.revision}
            sx={{
              display: 'flex',
              columnGap: 2,
              alignItems: 'center',
              flexWrap: { xs: 'wrap', sm: 'nowrap' },
              py: 0.6,
              borderBottom: 1,
              borderColor: 'divider',
            }}
          >
            <Typography sx={{ fontWeight: 700, minWidth: 40 }}>{row.revision}</Typography>
            <Typography variant="body2" sx={{ minWidth: 150 }}>
              {new Date(row.savedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
            </Typography>
            {named && (
              <Typography variant="body2" sx={{ minWidth: 110, fontWeight: 650 }}>
                {row.author}
              </Typography>
            )}
            <Typography variant="body2" sx={{ flex: 1, overflowWrap: 'anywhere' }}>
              {row.summary}
            </Typography>
            <Button size="small" onClick={() => setCompared(row.revision)} aria-label={`Compare revision ${row.revision}`}>
              Compare
            </Button>
            <Button size="small" disabled={row.revision === revision} onClick={() => void bringBack(row.revision)}>
              {row.revision === revision ? 'This one' : 'Restore'}
            </Button>
          </Box>
        ))}
        {history.hasNextPage && (
          <Button size="small" disabled={history.isFetchingNextPage} onClick={() => void history.fetchNextPage()}>
            Show earlier ones
          </Button>
        )}
      </Box>
      {compared !== null && (
        <Suspense fallback={<Typography role="status">One moment …</Typography>}>
          <CompareDialog revision={compared} onClose={() => setCompared(null)} />
        </Suspense>
      )}
    </PageSection>
  );
}
