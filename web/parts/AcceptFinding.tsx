import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Finding } from '../../core/finding/finding.ts';
import { clipText } from '../../model/clean-text.ts';
import { useEditing, useJobPart } from '../state/job-context.tsx';

/** Lets a finding stand, with the reason kept in the job, or takes that back. */
export function AcceptFinding({ finding }: { finding: Finding }) {
  const accepted = useJobPart((job) => job.accepted);
  const { put } = useEditing();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const others = accepted.filter((each) => each.finding !== finding.id);
  if (finding.accepted !== undefined) {
    return (
      <Link
        component="button"
        type="button"
        variant="body2"
        onClick={() => put('Looked at again', [{ at: 'accepted', value: others }])}
      >
        Look at it again
      </Link>
    );
  }
  if (!open) {
    return (
      <Link component="button" type="button" variant="body2" onClick={() => setOpen(true)}>
        Accept with a reason …
      </Link>
    );
  }
  return (
    <Box
      component="form"
      sx={{ flexBasis: '100%', display: 'grid', gap: 1, mt: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() === '') return;
        put(clipText(`Accepted: ${finding.title}`, 80), [
          { at: 'accepted', value: [...others, { finding: finding.id, reason: reason.trim() }] },
        ]);
      }}
    >
      <TextField
        autoFocus
        fullWidth
        label="Reason"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && setOpen(false)}
        slotProps={{ htmlInput: { maxLength: 400 }, inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="outlined" sx={{ justifySelf: 'start' }} disabled={reason.trim() === ''}>
        Record
      </Button>
    </Box>
  );
}
