import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { type ReactNode, useState } from 'react';

interface Props {
  title: string;
  suggestion: string;
  action: string;
  /** Whether what else was entered can be taken. */
  ready?: boolean;
  onTake: (name: string) => void;
  onClose: () => void;
  children?: ReactNode;
}

/** Asks for the name under which something goes into the own catalogue. */
export function NameDialog({ title, suggestion, action, ready = true, onTake, onClose, children }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const name = (typed ?? suggestion).trim();
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name === '' || !ready) return;
          onTake(name);
          onClose();
        }}
      >
        <DialogTitle>{title}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2 }}>
          {children}
          <TextField
            autoFocus={!children}
            label="Name in your catalogue"
            value={typed ?? suggestion}
            onChange={(event) => setTyped(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 120 }, inputLabel: { shrink: true } }}
            sx={{ mt: 1 }}
          />
        </DialogContent>
        <DialogActions sx={{ px: 3, pb: 2 }}>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={name === '' || !ready}>
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
