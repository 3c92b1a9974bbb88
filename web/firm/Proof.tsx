import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from 'react';
import { ApiProblem } from '../state/http.ts';
import { canPasskey, type Next, prove, provePasskey } from './firm-api.ts';

/** Does something; where the server wants to know once more who asks, they are asked and it is done then. */
type WithProof = <T>(work: () => Promise<T>) => Promise<T>;
const Proof = createContext<WithProof | null>(null);

export function useProof(): WithProof {
  const withProof = useContext(Proof);
  if (!withProof) throw new Error('no place to ask for a proof here');
  return withProof;
}

const wantsProof = (error: unknown): boolean => error instanceof ApiProblem && error.body.prove === true;

export function ProofProvider({ children }: { children: ReactNode }) {
  const [asking, setAsking] = useState(false);
  const answer = useRef<(proved: boolean) => void>(() => {});
  const withProof = useCallback<WithProof>(async (work) => {
    try {
      return await work();
    } catch (error) {
      if (!wantsProof(error)) throw error;
      setAsking(true);
      const proved = await new Promise<boolean>((done) => {
        answer.current = done;
      });
      setAsking(false);
      if (!proved) throw new Error('Nothing was changed.');
      return work();
    }
  }, []);
  const value = useMemo(() => withProof, [withProof]);
  return (
    <Proof.Provider value={value}>
      {children}
      {asking && <ProofDialog onDone={(proved) => answer.current(proved)} />}
    </Proof.Provider>
  );
}

function ProofDialog({ onDone }: { onDone: (proved: boolean) => void }) {
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [wantsCode, setWantsCode] = useState(false);
  const tried = (next: Next) => (next.next === 'code' ? setWantsCode(true) : onDone(true));
  const byPassword = useMutation({ mutationFn: () => prove(password, wantsCode ? code : undefined), onSuccess: tried });
  const byPasskey = useMutation({ mutationFn: provePasskey, onSuccess: tried });
  const failed = byPassword.error ?? byPasskey.error;
  return (
    <Dialog open onClose={() => onDone(false)} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          byPassword.mutate();
        }}
      >
        <DialogTitle>Is it still you?</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2 }}>
          <Typography>For this, say once more who you are.</Typography>
          <TextField
            autoFocus
            type="password"
            label="Your password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            slotProps={{ htmlInput: { autoComplete: 'current-password', maxLength: 128 } }}
          />
          {wantsCode && <CodeField value={code} onChange={setCode} />}
          {failed && (
            <Typography role="alert" color="error">
              {failed.message}
            </Typography>
          )}
        </DialogContent>
        <DialogActions sx={{ px: 3, pb: 2 }}>
          {canPasskey() && (
            <Button onClick={() => byPasskey.mutate()} sx={{ mr: 'auto' }}>
              Use a passkey
            </Button>
          )}
          <Button onClick={() => onDone(false)}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={byPassword.isPending}>
            It is me
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Six digits of the moment. */
export function CodeField({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <TextField
      autoFocus
      label="Time code, six digits"
      value={value}
      onChange={(event) => onChange(event.target.value.replace(/\D/g, ''))}
      slotProps={{
        htmlInput: {
          inputMode: 'numeric',
          autoComplete: 'one-time-code',
          maxLength: 6,
          style: { fontSize: 'result', letterSpacing: '0.2em' },
        },
      }}
    />
  );
}
