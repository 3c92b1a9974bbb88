import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useNavigate, useSearchParams } from 'react-router';
import { Door } from '../firm/Door.tsx';
import { canPasskey, type Next, signIn, signInCode, signInPasskey } from '../firm/firm-api.ts';
import { CodeField } from '../firm/Proof.tsx';
import { useAskAgain, useWho } from '../state/who.ts';

/** Where to go after signing in: a page of this program and nothing else. */
const goalOf = (asked: string | null): string => (asked?.startsWith('/') && !asked.startsWith('//') ? asked : '/');

/** Signing in: login and password, then a time code where one is set up; or a passkey. */
export default function SignInPage() {
  const [search] = useSearchParams();
  const goal = goalOf(search.get('to'));
  const navigate = useNavigate();
  const who = useWho();
  const askAgain = useAskAgain();
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [wantsCode, setWantsCode] = useState(false);
  const went = async ({ next }: Next) => {
    if (next === 'code') return setWantsCode(true);
    await askAgain();
    navigate(goal, { replace: true });
  };
  const first = useMutation({ mutationFn: () => signIn(login.trim(), password), onSuccess: went });
  const second = useMutation({ mutationFn: () => signInCode(code), onSuccess: went });
  const passkey = useMutation({ mutationFn: signInPasskey, onSuccess: went });
  if (who.state === 'one') return <Navigate to={goal} replace />;
  const failed = wantsCode ? second.error : (first.error ?? passkey.error);
  const busy = first.isPending || second.isPending || passkey.isPending;
  return (
    <Door
      title={wantsCode ? 'And the code' : 'Sign in'}
      lead={
        wantsCode
          ? 'Look at the device that shows your time codes.'
          : search.get('to')
            ? 'You were signed out. What you typed is kept in this browser.'
            : undefined
      }
    >
      <Box
        component="form"
        sx={{ display: 'grid', gap: 2 }}
        onSubmit={(event) => {
          event.preventDefault();
          if (busy) return;
          if (wantsCode) second.mutate();
          else first.mutate();
        }}
      >
        {wantsCode ? (
          <CodeField value={code} onChange={setCode} />
        ) : (
          <>
            <TextField
              autoFocus
              label="Login"
              value={login}
              onChange={(event) => setLogin(event.target.value)}
              slotProps={{ htmlInput: { autoComplete: 'username', maxLength: 80, autoCapitalize: 'none', spellCheck: false } }}
            />
            <TextField
              type="password"
              label="Password"
              value={password}
              onChange={(event) => setPassword(event.target.value)}
              slotProps={{ htmlInput: { autoComplete: 'current-password', maxLength: 128 } }}
            />
          </>
        )}
        {failed && (
          <Typography role="alert" color="error">
            {failed.message}
          </Typography>
        )}
        <Button type="submit" size="large" variant="contained" disabled={busy} sx={{ minHeight: 52, fontSize: 'body' }}>
          {busy ? 'One moment …' : wantsCode ? 'Go on' : 'Sign in'}
        </Button>
        {wantsCode && (
          <Button
            onClick={() => {
              setWantsCode(false);
              setCode('');
            }}
          >
            Back to login and password
          </Button>
        )}
        {!wantsCode && canPasskey() && (
          <>
            <Divider>or</Divider>
            <Button size="large" variant="outlined" disabled={busy} onClick={() => passkey.mutate()} sx={{ minHeight: 52 }}>
              Use a passkey
            </Button>
          </>
        )}
        {!wantsCode && (
          <Typography variant="body2" color="text.secondary">
            Forgotten? An owner of the firm gives you a link for a new password. On a phone, scan the code that a signed-in screen
            shows under “Your page”.
          </Typography>
        )}
      </Box>
    </Door>
  );
}
