import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Outlet, useMatch, useParams } from 'react-router';
import { clipText } from '../../model/clean-text.ts';
import type { LeftOut } from '../../model/mend-job.ts';
import { SignedIn } from '../firm/SignedIn.tsx';
import { isRoomColumn, setCell } from '../grid/room-edits.ts';
import { JobStrip } from '../parts/JobStrip.tsx';
import { KeptBar } from '../parts/KeptBar.tsx';
import { Palette } from '../parts/Palette.tsx';
import { SumPanel } from '../parts/SumPanel.tsx';
import { useArrive } from '../parts/useArrive.ts';
import { useJobKeys } from '../parts/useJobKeys.ts';
import { DesignProvider, useDesigned, useDesignFailure } from '../state/design-context.tsx';
import { SessionProvider, useConflict, useEditing, useOpenJob } from '../state/job-context.tsx';
import { SumProvider, useSum } from '../state/sum-context.tsx';
import { takeTyping } from '../state/typing.ts';
import { useMay } from '../state/who.ts';
import { CommentsProvider, useComments } from '../together/comments-context.tsx';
import { designLane, onRestart } from '../worker/lanes.ts';
import { OpenFailed, Waiting } from './LostPage.tsx';

// Rarely seen: it comes when it is. The palette is there before: whoever opens it types on at once.
const CommentsPanel = lazy(() => import('../together/CommentsPanel.tsx'));
const ConflictDialog = lazy(() => import('../parts/ConflictDialog.tsx'));

// Its program is fetched while the job is.
designLane.warmUp();

/** Opens a job and puts the strip, the sum and the keys around its pages. */
export default function JobFrame() {
  return (
    <SignedIn stays>
      <Frame />
    </SignedIn>
  );
}

function Frame() {
  const { id = '' } = useParams();
  const saves = useMay('save job');
  // As it was when the job was opened: being signed out meanwhile makes nobody a reader.
  const [reads] = useState(!saves);
  const opening = useOpenJob(id, reads);
  if (opening.state === 'failed') return <OpenFailed detail={opening.detail} missing={opening.missing} />;
  if (opening.state === 'opening') return <Waiting text="Opening the job …" />;
  return (
    <SessionProvider session={opening.session}>
      <DesignProvider>
        <SumProvider>
          <CommentsProvider job={id}>
            <Opened leftOut={opening.leftOut} keptAt={opening.keptAt} />
          </CommentsProvider>
        </SumProvider>
      </DesignProvider>
    </SessionProvider>
  );
}

/** Puts what a closed tab left in an open cell where it was meant. */
function useLeftTyping() {
  const { id = '' } = useParams();
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  useEffect(() => {
    void takeTyping(id).then((left) => {
      for (const { room, column, text } of left) {
        if (!isRoomColumn(column)) continue;
        edit('Text left in an open cell', (job) => setCell(job, room, column, text));
        enqueueSnackbar(`“${clipText(text, 40)}” was left in an open cell and is taken in. Ctrl+Z undoes it.`);
      }
    });
  }, [id, edit, enqueueSnackbar]);
}

/** Says that a worker failed and was started again: what is on screen is worked out anew. */
function useRestarts() {
  const { enqueueSnackbar } = useSnackbar();
  useEffect(
    () => onRestart(() => enqueueSnackbar('The computing broke off and was started again. Nothing you entered is lost.')),
    [enqueueSnackbar],
  );
}

function Opened({ leftOut, keptAt }: { leftOut: readonly LeftOut[]; keptAt: number | null }) {
  const [palette, setPalette] = useState(false);
  const designed = useDesigned();
  const failure = useDesignFailure();
  const { figureId } = useSum();
  const conflict = useConflict();
  const commenting = useComments()?.open;
  // The wall has a panel of its own beside it.
  const onWall = useMatch('/jobs/:id/plant') !== null;
  useJobKeys(() => setPalette(true));
  useArrive();
  useLeftTyping();
  useRestarts();
  return (
    <Box sx={{ minHeight: '100vh', display: 'flex', flexDirection: 'column' }}>
      <JobStrip onPalette={() => setPalette(true)} />
      <KeptBar leftOut={leftOut} keptAt={keptAt} />
      {failure && (
        <Typography role="alert" sx={{ px: 3, py: 1.2, bgcolor: 'error.main', color: 'background.paper' }}>
          The plant could not be worked out: {failure}. Your entries are kept; undo the last step, or save the job file and report
          it.
        </Typography>
      )}
      <Box sx={{ flex: 1, display: 'flex', minHeight: 0 }}>
        <Box component="main" sx={{ flex: 1, minWidth: 0 }}>
          <Suspense fallback={<Waiting text="One moment …" />}>
            <Outlet />
          </Suspense>
        </Box>
        {!onWall && figureId && designed && (
          <Box
            component="aside"
            sx={{
              width: { xs: '100%', md: 340 },
              position: { xs: 'fixed', md: 'sticky' },
              top: 56,
              right: 0,
              maxHeight: 'calc(100vh - 56px)',
              overflowY: 'auto',
              borderLeft: 1,
              borderColor: 'divider',
              alignSelf: 'flex-start',
              bgcolor: 'background.paper',
              zIndex: 5,
            }}
          >
            <SumPanel design={designed.design} />
          </Box>
        )}
      </Box>
      {palette && <Palette onClose={() => setPalette(false)} />}
      <Suspense>{conflict && <ConflictDialog />}</Suspense>
      <Suspense>{commenting && <CommentsPanel />}</Suspense>
    </Box>
  );
}
