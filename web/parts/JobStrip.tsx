import RedoIcon from '@mui/icons-material/Redo';
import UndoIcon from '@mui/icons-material/Undo';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useColorScheme } from '@mui/material/styles';
import Tooltip from '@mui/material/Tooltip';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useRef } from 'react';
import { NavLink, useLocation, useNavigate, useParams } from 'react-router';
import { useOneStop } from '../look/one-stop.ts';
import { useSession, useSessionState } from '../state/job-context.tsx';
import { useComments } from '../together/comments-context.tsx';
import { Presence } from '../together/Presence.tsx';
import { SaveState } from './SaveState.tsx';
import { Brand, Strip } from './Strip.tsx';
import { STEPS } from './steps.ts';

/** Strip of an open job: where in the work one is, undo, and how far it is saved. */
export function JobStrip({ onPalette }: { onPalette: () => void }) {
  const { id } = useParams();
  const session = useSession();
  const { job, past, future } = useSessionState();
  const { mode, setMode } = useColorScheme();
  const before = past.at(-1);
  const after = future[0];
  const comments = useComments();
  const standing = comments?.list.filter(({ endedAt }) => endedAt === null).length ?? 0;
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const steps = useRef<HTMLElement>(null);
  const walk = useOneStop(steps, 'a');
  const narrow = useMediaQuery('(max-width: 899px)');
  // The pumps in every state are a view of the run.
  const path = pathname.split('/')[3] === 'duty' ? 'run' : pathname.split('/')[3];
  const current = STEPS.find((step) => step.path === path);
  // On site a phone's height is for the book; the steps of the design are one tap away.
  const onSite = pathname.endsWith('/book');
  return (
    <Strip>
      <Brand short />
      <Box
        sx={{
          alignSelf: 'center',
          minWidth: 0,
          maxWidth: { xs: 120, md: 220 },
          display: { xs: 'none', sm: 'block' },
          fontWeight: 700,
          fontStretch: '88%',
          fontSize: 'body',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
        }}
        title={job.name}
      >
        {job.name || 'Job without a name'}
      </Box>
      <Box
        component="nav"
        aria-label="Order of the work"
        ref={steps}
        onKeyDown={walk}
        sx={{
          flex: 1,
          minWidth: 0,
          minHeight: 44,
          display: onSite ? { xs: 'none', md: 'flex' } : 'flex',
          alignItems: 'stretch',
          overflowX: 'auto',
          '&::-webkit-scrollbar': { display: 'none' },
        }}
      >
        {narrow ? (
          <Box
            component="select"
            aria-label="Step of the work"
            value={current?.path ?? ''}
            onChange={(event) => navigate(`/jobs/${id}/${event.target.value}`)}
            sx={{
              alignSelf: 'center',
              width: '100%',
              maxWidth: 150,
              minHeight: 44,
              font: 'inherit',
              fontWeight: 700,
              color: 'wall.stripText',
              bgcolor: 'wall.strip',
              border: 1,
              borderColor: 'wall.stripMuted',
              borderRadius: 1,
              px: 0.5,
              fontSize: 'body',
            }}
          >
            {STEPS.map((step) => (
              <option key={step.path} value={step.path}>
                {step.label}
              </option>
            ))}
          </Box>
        ) : (
          STEPS.map((step, i) => (
            <Box
              key={step.path}
              component={NavLink}
              to={`/jobs/${id}/${step.path}`}
              aria-current={current?.path === step.path ? 'page' : undefined}
              className={current?.path === step.path ? 'active' : undefined}
              sx={{
                position: 'relative',
                display: 'flex',
                alignItems: 'center',
                gap: 0.8,
                px: { md: 1.1, xl: 1.8 },
                fontStretch: '88%',
                color: 'wall.stripMuted',
                textDecoration: 'none',
                fontWeight: 600,
                whiteSpace: 'nowrap',
                // The steps hang on a line like ports on a manifold; the open one is lit.
                '&::after': {
                  content: '""',
                  position: 'absolute',
                  left: 0,
                  right: 0,
                  bottom: 0,
                  height: 5,
                  bgcolor: 'wall.copper',
                  opacity: 0.28,
                },
                '&.active': { color: 'wall.stripText' },
                '&.active::after': { opacity: 1, left: 6, right: 6, borderRadius: '4px 4px 0 0' },
                '&:hover': { color: 'wall.stripText' },
              }}
            >
              <Box component="span" aria-hidden sx={{ fontSize: 'unit', opacity: 0.85, display: { xs: 'none', xl: 'inline' } }}>
                {i + 1}
              </Box>
              {step.label}
            </Box>
          ))
        )}
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, ml: 'auto' }}>
        {onSite && (
          <Button
            component={NavLink}
            to={`/jobs/${id}/plant`}
            sx={{ color: 'inherit', minHeight: 48, minWidth: 0, display: { xs: 'inline-flex', md: 'none' } }}
          >
            Design
          </Button>
        )}
        <Presence job={id ?? ''} />
        {comments && !onSite && (
          <Button size="small" onClick={() => comments.show(null)} sx={{ color: 'inherit', minWidth: 0, whiteSpace: 'nowrap' }}>
            {standing > 0 ? `Comments (${standing})` : 'Comments'}
          </Button>
        )}
        <SaveState />
        {/* The book takes nothing back: it is put right by another entry. */}
        {!onSite && (
          <>
            <Tooltip title={before ? `Undo: ${before.label} (Ctrl+Z)` : 'Nothing to undo'}>
              <span>
                <IconButton
                  onClick={() => session.undo()}
                  disabled={!before}
                  aria-label="Undo"
                  sx={{ color: 'inherit', '&.Mui-disabled': { color: 'wall.stripMuted', opacity: 0.45 } }}
                >
                  <UndoIcon />
                </IconButton>
              </span>
            </Tooltip>
            <Tooltip title={after ? `Redo: ${after.label} (Ctrl+Y)` : 'Nothing to redo'}>
              <span>
                <IconButton
                  onClick={() => session.redo()}
                  disabled={!after}
                  aria-label="Redo"
                  sx={{ color: 'inherit', '&.Mui-disabled': { color: 'wall.stripMuted', opacity: 0.45 } }}
                >
                  <RedoIcon />
                </IconButton>
              </span>
            </Tooltip>
          </>
        )}
        <Button size="small" onClick={onPalette} sx={{ color: 'inherit', minWidth: 0, minHeight: { xs: 44, md: 0 } }}>
          Find{narrow ? '' : ' (Ctrl+K)'}
        </Button>
        <Button
          size="small"
          onClick={() => setMode(mode === 'dark' ? 'light' : 'dark')}
          sx={{
            color: 'inherit',
            minWidth: 0,
            minHeight: onSite ? 48 : undefined,
            display: { xs: onSite ? 'inline-flex' : 'none', sm: 'inline-flex' },
          }}
        >
          {mode === 'dark' ? 'Light' : 'Dark'}
        </Button>
      </Box>
    </Strip>
  );
}
