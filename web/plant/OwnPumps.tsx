import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import { pumpReuse, type Reuse } from '../../core/design/pump-reuse.ts';
import { OWN_PUMP } from '../../core/plant/circulator.ts';
import { unitFor } from '../../core/quantity/units.ts';
import { readPumpCurve, writePumpCurve } from '../../exchange/pump-curve.ts';
import type { OwnPump } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
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
            {pump.existing ? ', on the wall already' : ''}
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
          {where}: {say(head, 'head')} of {say(wanted, 'head')} wanted,{' '}
          {serves ? (
            <Button
              size="small"
              sx={{ minHeight: 26, py: 0 }}
              onClick={() => put(`${label} at ${where}`, [{ at: fieldOf(place), value: `${OWN_PUMP}${pumpId}` }])}
            >
              use it there
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

function PumpDialog({ pump, onClose }: { pump: OwnPump | null; onClose: () => void }) {
  const job = useJob();
  const { put, edit } = useEditing();
  const [label, setLabel] = useState(pump?.label ?? '');
  const [text, setText] = useState(pump ? writePumpCurve(pump.points, job.display) : '');
  const [existing, setExisting] = useState(pump?.existing ?? true);
  const [checkValve, setCheckValve] = useState(pump?.checkValve ?? false);
  const read = readPumpCurve(text, job.display);
  const [asked, setAsked] = useState(false);
  const save = () => {
    setAsked(true);
    if (!read.ok) return;
    const now = { id: pump?.id ?? nextId('p', job.ownPumps), label, checkValve, existing, points: read.points };
    put(`Pump ${label || 'of your own'}`, [
      {
        at: 'ownPumps',
        value: pump ? job.ownPumps.map((each) => (each.id === pump.id ? now : each)) : [...job.ownPumps, now],
      },
    ]);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{pump ? pump.label || 'Own pump' : 'A pump of your own'}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <TextField
          label="What it says on its plate"
          value={label}
          onChange={(event) => setLabel(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 120 }, inputLabel: { shrink: true } }}
          sx={{ mt: 1 }}
        />
        <TextField
          label={`Curve: flow (${unitFor('volumeFlow', job.display)}), head (${unitFor('head', job.display)}), power (W)`}
          multiline
          minRows={6}
          value={text}
          error={asked && !read.ok}
          helperText={
            read.ok
              ? `${read.points.length} points read.`
              : asked || text.trim() !== ''
                ? read.reason
                : 'A line for each point, from no flow to no head, typed or pasted. Power may be left out.'
          }
          onChange={(event) => setText(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Box>
          <FormControlLabel
            control={<Checkbox checked={existing} onChange={(event) => setExisting(event.target.checked)} />}
            label="It hangs on the wall already"
          />
          <FormControlLabel
            control={<Checkbox checked={checkValve} onChange={(event) => setCheckValve(event.target.checked)} />}
            label="A check valve inside"
          />
        </Box>
      </DialogContent>
      <DialogActions>
        {pump && (
          <Button
            color="error"
            onClick={() => {
              edit(`Removed ${pump.label || 'a pump'}`, (current) => ({
                ...current,
                ownPumps: current.ownPumps.filter((each) => each.id !== pump.id),
              }));
              onClose();
            }}
          >
            Remove it
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={save}>
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
