import Box from '@mui/material/Box';
import { useJob } from '../state/job-context.tsx';

/** Over the printed drawing: whose plant it is, when it was printed, and what it is not. */
export function PrintHead() {
  const { name, site, rulebook } = useJob();
  return (
    <Box sx={{ display: 'none', '@media print': { display: 'block', color: '#000', mb: 1 } }}>
      <Box sx={{ fontSize: 'reading', fontWeight: 750 }}>{[name, site.place].filter(Boolean).join(', ')}</Box>
      <Box>
        {new Date().toLocaleDateString()} · rulebook {rulebook} · sizes from the entries as they stood when printed. Local codes,
        the makers’ instructions and licensed trades decide; nothing here is an approval.
      </Box>
    </Box>
  );
}
