import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { isAddition } from '../../core/plan/addition.ts';
import type { Spare } from '../../core/start/spare.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';

/** What the plant that is there has left, before the zone that comes and with it. */
export function SpareCapacity() {
  const job = useJob();
  const { say } = useDisplay();
  const adds = isAddition(job);
  const { data: spare } = useWork<Spare | null>('spare', [job], (work) => work.spare(job), { enabled: adds });
  if (!adds) return null;
  const rows: [string, string, string, boolean][] = spare
    ? [
        [
          'Output of the source',
          say(spare.capacity.before, 'power'),
          say(spare.capacity.after, 'power'),
          spare.capacity.after < 0,
        ],
        [
          'Mains: load they could carry',
          say(spare.mains.before, 'power'),
          say(spare.mains.after, 'power'),
          spare.mains.after < 0,
        ],
        ...(spare.head
          ? [
              ['Head of the pump', say(spare.head.before, 'head'), say(spare.head.after, 'head'), spare.head.after < 0] as [
                string,
                string,
                string,
                boolean,
              ],
            ]
          : []),
      ]
    : [];
  return (
    <Box component="section" aria-label="Spare capacity" sx={{ p: 2, borderBottom: 1, borderColor: 'divider' }}>
      <Typography variant="h3">Spare capacity</Typography>
      {spare ? (
        <Box component="table" sx={{ width: '100%', fontSize: 'table', borderCollapse: 'collapse', '& td, & th': { py: 0.5 } }}>
          <thead>
            <tr>
              <Box component="th" sx={{ textAlign: 'left' }}>
                Left of
              </Box>
              <Box component="th" sx={{ textAlign: 'right' }}>
                before
              </Box>
              <Box component="th" sx={{ textAlign: 'right' }}>
                with it
              </Box>
            </tr>
          </thead>
          <tbody>
            {rows.map(([label, before, after, short]) => (
              <tr key={label}>
                <th scope="row" style={{ textAlign: 'left', fontWeight: 500 }}>
                  {label}
                </th>
                <td style={{ textAlign: 'right' }}>{before}</td>
                <Box component="td" sx={{ textAlign: 'right', fontWeight: 700, color: short ? 'wall.stop' : undefined }}>
                  {short ? `${after}, too little` : after}
                </Box>
              </tr>
            ))}
            <tr>
              <th scope="row" style={{ textAlign: 'left', fontWeight: 500 }}>
                Expansion vessel asked for
              </th>
              <td style={{ textAlign: 'right' }}>{say(spare.vessel.before, 'volume')}</td>
              <Box component="td" sx={{ textAlign: 'right', fontWeight: 700 }}>
                {say(spare.vessel.after, 'volume')}
              </Box>
            </tr>
          </tbody>
        </Box>
      ) : (
        <Typography role="status" variant="body2">
          Working out what is left …
        </Typography>
      )}
    </Box>
  );
}
