import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useMay, useWho } from '../state/who.ts';

/** Who is signed in, and the way to their page and the firm's; nothing where nobody signs in. */
export function FirmStrip() {
  const who = useWho();
  const seesFirm = useMay('read people');
  if (who.state !== 'in') return null;
  return (
    <Box component="nav" aria-label="You and the firm" sx={{ ml: 'auto', display: 'flex', alignItems: 'center', gap: 0.5 }}>
      {seesFirm && (
        <Button component={Link} to="/firm" sx={{ color: 'inherit' }}>
          Firm
        </Button>
      )}
      <Button component={Link} to="/me" sx={{ color: 'inherit' }}>
        {who.member.name}
      </Button>
    </Box>
  );
}
