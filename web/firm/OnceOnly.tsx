import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { moment } from './Line.tsx';

/** A link that is shown this once: the server keeps only enough to know it again. */
export function OnceOnly({
  title,
  address,
  endsAt,
  onClose,
}: {
  title: string;
  address: string;
  endsAt: string;
  onClose: () => void;
}) {
  const [copied, setCopied] = useState(false);
  return (
    <Box role="status" sx={{ mt: 2, p: 2, border: 2, borderColor: 'secondary.main', borderRadius: 1 }}>
      <Typography sx={{ fontWeight: 700 }}>{title}</Typography>
      <Typography variant="body2" sx={{ mb: 1.5 }}>
        Good until {moment(endsAt)}. It is shown this once; whoever has it can use it, so send it to nobody else.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <TextField
          label="Link"
          value={address}
          onFocus={(event) => event.target.select()}
          slotProps={{ htmlInput: { readOnly: true } }}
          sx={{ flex: 1, minWidth: 260 }}
        />
        <Button
          variant="contained"
          onClick={() =>
            void navigator.clipboard.writeText(address).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          {copied ? 'Copied' : 'Copy'}
        </Button>
        <Button onClick={onClose}>Done</Button>
      </Box>
    </Box>
  );
}
