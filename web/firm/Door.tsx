import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** A page before one is in: one thing to do, large, on the workshop's board. */
export function Door({ title, lead, children }: { title: string; lead?: string; children?: ReactNode }) {
  return (
    <Box
      component="main"
      sx={{
        minHeight: '100vh',
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '1fr 1.1fr' },
        bgcolor: 'background.default',
      }}
    >
      <Box
        aria-hidden
        sx={{
          bgcolor: 'wall.strip',
          color: 'wall.stripText',
          display: { xs: 'none', md: 'flex' },
          flexDirection: 'column',
          justifyContent: 'space-between',
          p: 5,
          overflow: 'hidden',
        }}
      >
        <Typography sx={{ fontSize: 'result', fontWeight: 750, fontStretch: '84%' }}>Warm Manifold</Typography>
        <Pipes />
        <Typography sx={{ color: 'wall.stripMuted', maxWidth: 340 }}>
          The plant room, sized, drawn, built and kept in one place.
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'center', p: 3 }}>
        <Box sx={{ width: '100%', maxWidth: 420 }}>
          <Typography variant="h1" gutterBottom sx={{ fontSize: 'book' }}>
            {title}
          </Typography>
          {lead && <Typography sx={{ mb: 3 }}>{lead}</Typography>}
          {children}
        </Box>
      </Box>
    </Box>
  );
}

/** A manifold with its ports, warm going out and cold coming home. */
function Pipes() {
  const ports = [0, 1, 2, 3, 4, 5];
  return (
    <Box component="svg" viewBox="0 0 460 260" sx={{ width: '118%', ml: '-40px', my: 4 }}>
      <path d="M-20 70H420" stroke="#e58a57" strokeWidth="18" strokeLinecap="round" />
      <path d="M-20 190H420" stroke="#7db4e2" strokeWidth="18" strokeLinecap="round" />
      {ports.map((i) => (
        <g key={i} fill="none" strokeWidth="8" strokeLinecap="round">
          <path d={`M${60 + i * 64} 70v-46`} stroke="#e58a57" />
          <path d={`M${88 + i * 64} 190v46`} stroke="#7db4e2" />
          <circle cx={60 + i * 64} cy={44} r={9} fill="#120e0c" stroke="#f5ecdf" strokeWidth="3" />
        </g>
      ))}
    </Box>
  );
}
