import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { useSessionState } from '../state/job-context.tsx';

/** How far the work is saved, in words. */
export function SaveState() {
  const { saving, revision } = useSessionState();
  const [word, more] = (() => {
    switch (saving.state) {
      case 'saved':
        return ['Saved', `Revision ${revision}`];
      case 'waiting':
      case 'sending':
        return ['Saving …', 'Already kept in this browser'];
      case 'offline':
        return ['Kept here', `${saving.detail} The work is kept in this browser and sent when the server is back.`];
      case 'conflict':
        return ['Two versions', 'Choose one of them'];
      case 'refused':
        return ['Not saved', saving.detail];
    }
  })();
  const warn = saving.state === 'offline' || saving.state === 'conflict' || saving.state === 'refused';
  return (
    <Tooltip title={more}>
      <Box
        role="status"
        sx={{
          px: 1,
          py: 0.3,
          mr: 0.5,
          borderRadius: 1,
          fontSize: '0.85rem',
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
