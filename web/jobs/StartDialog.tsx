import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { UnitSystem } from '../../model/quantities.ts';
import { startJob } from '../state/jobs-api.ts';

/** Name and units of a new job. */
export default function StartDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [system, setSystem] = useState<UnitSystem>('metric');
  const start = useMutation({
    mutationFn: () => startJob(name.trim(), { system, units: {} }),
    onSuccess: ({ id }) => navigate(`/jobs/${id}/rooms`),
  });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== '') start.mutate();
        }}
      >
        <DialogTitle>New job</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
          <TextField
            autoFocus
            label="Name of the job"
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 120 } }}
          />
          <TextField select label="Units" value={system} onChange={(event) => setSystem(event.target.value as UnitSystem)}>
            <MenuItem value="metric">Metric: W, °C, L/h, mm</MenuItem>
            <MenuItem value="us">US: BTU/h, °F, gpm, in</MenuItem>
          </TextField>
          {start.isError && (
            <Typography role="alert" color="error">
              {start.error.message}
            </Typography>
          )}
        </DialogContent>
        <DialogActions sx={{ px: 3, pb: 2 }}>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={name.trim() === '' || start.isPending}>
            Start
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
