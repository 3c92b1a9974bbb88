import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { OWN_PUMP } from '../../core/plant/circulator.ts';
import { unitFor } from '../../core/quantity/units.ts';
import { readPumpCurve, writePumpCurve } from '../../exchange/pump-curve.ts';
import type { OwnPump } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import type { Place } from '../../model/place.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/**
 * A pump with a curve of its own: typed or pasted from its leaflet.
 * @param place entry of a pump that gets it as soon as it is kept
 */
export function PumpDialog({ pump, place, onClose }: { pump: OwnPump | null; place?: Place; onClose: () => void }) {
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
      ...(place ? [{ at: place, value: `${OWN_PUMP}${now.id}` }] : []),
    ]);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{pump ? pump.label || 'Own pump' : 'A pump of your own'}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <TextField
          autoFocus
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
            label="Existing"
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
          {place ? 'Use this pump here' : 'Keep it'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
