import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { confirmTimeCodes, offerTimeCodes, removeTimeCodes } from './firm-api.ts';
import { CodeField, useProof } from './Proof.tsx';
import { SquareCode } from './SquareCode.tsx';

/** Setting time codes up and giving them up. */
export function TimeCodes({ are, onChanged }: { are: boolean; onChanged: () => void }) {
  const withProof = useProof();
  const [code, setCode] = useState('');
  const offer = useMutation({ mutationFn: () => withProof(offerTimeCodes) });
  const confirm = useMutation({
    mutationFn: () => confirmTimeCodes(code),
    onSuccess: () => {
      offer.reset();
      setCode('');
      onChanged();
    },
  });
  const remove = useMutation({ mutationFn: () => withProof(removeTimeCodes), onSuccess: onChanged });
  const failed = offer.error ?? confirm.error ?? remove.error;
  return (
    <>
      {are && !offer.data && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
          <Typography sx={{ fontWeight: 650, flex: 1 }}>Set up.</Typography>
          <Button onClick={() => offer.mutate()}>Move them to another phone</Button>
          <Button color="error" onClick={() => remove.mutate()}>
            Give them up
          </Button>
        </Box>
      )}
      {!are && !offer.data && (
        <Button variant="outlined" onClick={() => offer.mutate()} disabled={offer.isPending}>
          Set up time codes
        </Button>
      )}
      {offer.data && (
        <Box
          component="form"
          sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}
          onSubmit={(event) => {
            event.preventDefault();
            confirm.mutate();
          }}
        >
          <SquareCode text={offer.data.uri} label="Code for a program that shows time codes" />
          <Box sx={{ flex: 1, minWidth: 240, display: 'grid', gap: 1.5, alignContent: 'start' }}>
            <Typography>Scan it with a program for time codes, or type the secret there:</Typography>
            <Typography sx={{ fontFamily: 'monospace', overflowWrap: 'anywhere' }}>
              {offer.data.secret.replace(/(.{4})/g, '$1 ')}
            </Typography>
            <CodeField value={code} onChange={setCode} />
            <Box>
              <Button type="submit" variant="contained" disabled={code.length !== 6 || confirm.isPending}>
                Take them into use
              </Button>
              <Button onClick={() => offer.reset()}>Not now</Button>
            </Box>
          </Box>
        </Box>
      )}
      {failed && (
        <Typography role="alert" color="error" sx={{ mt: 1 }}>
          {failed.message}
        </Typography>
      )}
    </>
  );
}
