import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import { pumpReuse, type Reuse } from '../../core/design/pump-reuse.ts';
import { OWN_PUMP } from '../../core/plant/circulator.ts';
import type { OwnPump } from '../../model/job.ts';
import { PumpDialog } from '../parts/PumpDialog.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** Pumps with a curve of their own: bought elsewhere, or on the wall already, and where those would serve. */
export function OwnPumps({ design }: { design: Design }) {
  const job = useJob();
  const [open, setOpen] = useState<OwnPump | 'new' | null>(null);
  const reuse = pumpReuse(job, design);
  return (
    <Box role="group" aria-label="Pumps of your own" sx={{ display: 'grid', gap: 1.5 }} data-place="ownPumps" tabIndex={-1}>
      <Typography variant="h3">Pumps of your own</Typography>
      {job.ownPumps.length === 0 && (
        <Typography variant="body2" color="text.secondary">
          An old pump worth keeping, or one the catalogue lacks: type its curve, and every circuit can have it.
        </Typography>
      )}
      {job.ownPumps.map((pump) => (
        <Box key={pump.id}>
          <Button size="small" onClick={() => setOpen(pump)}>
            {pump.label || 'Own pump'}
            {pump.existing ? ', existing' : ''}
          </Button>
          {reuse
            .filter((each) => each.pumpId === pump.id)
            .map((each) => (
              <Places key={each.pumpId} reuse={each} />
            ))}
        </Box>
      ))}
      <Button variant="outlined" onClick={() => setOpen('new')}>
        Enter a pump
      </Button>
      {open !== null && <PumpDialog pump={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </Box>
  );
}

/** Where an existing pump would serve, the best place first. */
function Places({ reuse: { pumpId, label, places } }: { reuse: Reuse }) {
  const { say } = useDisplay();
  const { put } = useEditing();
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.2 }}>
      {places.slice(0, 5).map(({ place, label: where, head, wanted, serves }) => (
        <Typography component="li" variant="body2" key={place}>
          {where}: {say(head, 'head')} of {say(wanted, 'head')} required,{' '}
          {serves ? (
            <Button
              size="small"
              sx={{ minHeight: 26, py: 0 }}
              onClick={() => put(`${label} at ${where}`, [{ at: fieldOf(place), value: `${OWN_PUMP}${pumpId}` }])}
            >
              Use this pump here
            </Button>
          ) : (
            'too weak'
          )}
        </Typography>
      ))}
    </Box>
  );
}

/** The entry of the pump at a place on the wall. */
const fieldOf = (place: string): string => (place.endsWith('/injection') ? place.replace(/injection$/, 'injectionPump') : place);
