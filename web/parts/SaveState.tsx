import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { useSessionState } from '../state/job-context.tsx';

const NOT_KEPT =
  'This browser keeps nothing: a private window, or its storage is full. Leave this tab open until the work is saved, or save the job file.';

/** How far the work is saved, in words. */
export function SaveState() {
  const { saving, revision, keeps } = useSessionState();
  const [word, more] = (() => {
    switch (saving.state) {
      case 'saved':
        return ['Saved', `Revision ${revision}`];
      case 'waiting':
      case 'sending':
        return ['Saving …', keeps ? 'Already kept in this browser' : NOT_KEPT];
      case 'offline':
        return keeps
          ? ['Kept here', `${saving.detail} The work is kept in this browser and sent when the server is back.`]
          : ['Only in this tab', `${saving.detail} ${NOT_KEPT}`];
      case 'conflict':
        return ['Two versions', 'Choose one of them'];
      case 'tried':
        return ['Only tried', 'You read this job: what you change is seen by nobody else and goes when you close it.'];
      case 'refused':
        return ['Not saved', keeps ? saving.detail : `${saving.detail} ${NOT_KEPT}`];
    }
  })();
  const warn =
    saving.state === 'offline' || saving.state === 'tried' || saving.state === 'conflict' || saving.state === 'refused';
  return (
    <Tooltip title={more}>
      <Box
        role="status"
        sx={{
          px: 1,
          py: 0.3,
          mr: 0.5,
          borderRadius: 1,
          fontSize: 'table',
          fontWeight: 600,
          whiteSpace: 'nowrap',
          minWidth: 72,
          textAlign: 'center',
          color: warn ? '#2a211b' : 'wall.stripMuted',
          bgcolor: warn ? '#f2c26a' : 'transparent',
        }}
      >
        {word}
      </Box>
    </Tooltip>
  );
}
