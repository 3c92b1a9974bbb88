import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { PAPER_SETS, type PaperSetId } from '../../core/paper/sets/set-list.ts';
import { GUEST_PARTS } from '../../model/rights.ts';
import { Door } from '../firm/Door.tsx';
import { type GuestView, guestPaper, guestView } from '../firm/guest-api.ts';
import { day, moment } from '../firm/Line.tsx';
import { download } from '../parts/download.ts';
import { Strip } from '../parts/Strip.tsx';

const PdfPages = lazy(() => import('../papers/PdfPages.tsx'));

/** How often it is looked for a newer paper, ms; more often while none is there yet. */
const LOOK_EVERY = 60_000;
const LOOK_SOON = 3000;

/** The secret behind the #: it stays in the address, which is the guest's whole way in. */
function useSecret(): string {
  const [secret, setSecret] = useState(() => location.hash.slice(1));
  useEffect(() => {
    const changed = () => setSecret(location.hash.slice(1));
    window.addEventListener('hashchange', changed);
    return () => window.removeEventListener('hashchange', changed);
  }, []);
  return secret;
}

/** What whoever holds a link to a job is shown: the papers of their part. */
export default function GuestPage() {
  const secret = useSecret();
  const view = useQuery({
    queryKey: ['guest', secret],
    queryFn: () => guestView(secret),
    retry: false,
    refetchInterval: ({ state }) => (state.error ? false : state.data?.papers.length ? LOOK_EVERY : LOOK_SOON),
  });
  if (view.isError) return <Door title="Nothing to show" lead={view.error.message} />;
  if (!view.data) return <Door title="One moment …" />;
  return <Shown secret={secret} view={view.data} />;
}

function Shown({ secret, view }: { secret: string; view: GuestView }) {
  const part = GUEST_PARTS[view.part];
  const jobName = view.papers[0]?.jobName;
  return (
    <>
      <Strip>
        <Box sx={{ alignSelf: 'center', fontWeight: 700, fontStretch: '88%', fontSize: 'body', py: 1, overflowWrap: 'anywhere' }}>
          {jobName ?? 'A job'}
        </Box>
        <Box sx={{ alignSelf: 'center', ml: 'auto', color: 'wall.stripMuted' }}>{`For the ${part.title.toLowerCase()}`}</Box>
      </Strip>
      <Box component="main" sx={{ maxWidth: 1120, mx: 'auto', px: { xs: 1.5, sm: 3 }, py: 3 }}>
        <Typography variant="h1">{`${part.title}: ${view.name}`}</Typography>
        <Typography color="text.secondary" sx={{ mb: 2 }}>
          {part.gist}. Good until {day(view.endsAt)}.
        </Typography>
        {view.papers.length === 0 && (
          <Typography role="status">The papers are being made. They appear here in a moment, by themselves.</Typography>
        )}
        {view.papers.map((paper) => (
          <Paper key={`${paper.paper} ${paper.madeAt}`} secret={secret} {...paper} />
        ))}
        <Typography variant="body2" color="text.secondary" sx={{ mt: 3, maxWidth: 720 }}>
          Local codes, the makers’ instructions and licensed trades decide. If something on site differs from what is shown, ask
          who sent you this link before going on.
        </Typography>
      </Box>
    </>
  );
}

function Paper({ secret, paper, jobName, revision, madeAt }: GuestView['papers'][number] & { secret: string }) {
  const file = useQuery({
    queryKey: ['guest-paper', secret, paper, madeAt],
    queryFn: () => guestPaper(secret, paper),
    staleTime: Number.POSITIVE_INFINITY,
    retry: 1,
  });
  return (
    <Box component="section" aria-label={PAPER_SETS[paper as PaperSetId]?.title ?? paper}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', mb: 1.5 }}>
        <Typography sx={{ flex: 1, minWidth: 200 }}>
          Revision {revision}, made {moment(madeAt)}
        </Typography>
        <Button
          variant="contained"
          disabled={!file.data}
          sx={{ minHeight: 48 }}
          onClick={() => file.data && download(`${jobName} ${paper}.pdf`, 'application/pdf', file.data)}
        >
          Save as PDF
        </Button>
      </Box>
      <Box sx={{ bgcolor: 'wall.board', p: { xs: 0.5, sm: 2 } }}>
        {file.isError && <Typography role="alert">{file.error.message}</Typography>}
        <Suspense fallback={<Typography role="status">Opening the pages …</Typography>}>
          {file.data && <PdfPages bytes={file.data} />}
        </Suspense>
      </Box>
    </Box>
  );
}
