import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { ROLES } from '../../model/rights.ts';
import { Door } from '../firm/Door.tsx';
import { lookAtLink, useLink as sendLink } from '../firm/firm-api.ts';
import { useAskAgain } from '../state/who.ts';

/** Where a one-time link leads: one becomes a member, or sets a new password. */
export default function WelcomePage() {
  // Behind the #, so that it goes to no server with the address; taken out of it before anything else can be seen.
  const [secret] = useState(() => location.hash.slice(1));
  const link = useQuery({
    queryKey: ['one-time-link', secret],
    queryFn: () => lookAtLink(secret),
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const navigate = useNavigate();
  const askAgain = useAskAgain();
  const [login, setLogin] = useState('');
  const [typedName, setName] = useState<string | null>(null);
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const name = typedName ?? link.data?.name ?? '';
  const use = useMutation({
    mutationFn: () => sendLink({ secret, login: login.trim() || 'unchanged', name: name.trim(), password }),
    onSuccess: async () => {
      await askAgain();
      navigate('/me?first=yes', { replace: true });
    },
  });
  if (link.isError) return <Door title="This link has ended" lead={link.error.message} />;
  if (!link.data) return <Door title="One moment …" />;
  const { kind, role, firmName } = link.data;
  const recovers = kind === 'recovery';
  const differs = again !== '' && again !== password;
  return (
    <Door
      title={recovers ? 'A new password' : 'Welcome'}
      lead={
        recovers
          ? `For ${name}. All your devices have to sign in with it, and time codes are set up anew.`
          : `You join ${firmName} as ${ROLES[role].title.toLowerCase()}: ${ROLES[role].gist.toLowerCase()}.`
      }
    >
      <Box
        component="form"
        sx={{ display: 'grid', gap: 2 }}
        onSubmit={(event) => {
          event.preventDefault();
          if (!use.isPending && !differs) use.mutate();
        }}
      >
        {!recovers && (
          <>
            <TextField
              autoFocus
              label="Your name, as others see it"
              value={name}
              onChange={(event) => setName(event.target.value)}
              slotProps={{ htmlInput: { autoComplete: 'name', maxLength: 80 } }}
            />
            <TextField
              label="Login: a short name, or your address of mail"
              value={login}
              onChange={(event) => setLogin(event.target.value)}
              slotProps={{ htmlInput: { autoComplete: 'username', maxLength: 80, autoCapitalize: 'none', spellCheck: false } }}
            />
          </>
        )}
        <TextField
          type="password"
          label="Password, 12 characters or more"
          helperText="A few words in a row that nobody would put together. Nothing else is asked of it."
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'new-password', maxLength: 128 } }}
        />
        <TextField
          type="password"
          label="The same once more"
          value={again}
          error={differs}
          helperText={differs ? 'The two differ.' : ' '}
          onChange={(event) => setAgain(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'new-password', maxLength: 128 } }}
        />
        {use.isError && (
          <Typography role="alert" color="error">
            {use.error.message}
          </Typography>
        )}
        <Button
          type="submit"
          size="large"
          variant="contained"
          disabled={use.isPending || differs || again === '' || (!recovers && (login.trim().length < 2 || name.trim() === ''))}
          sx={{ minHeight: 52, fontSize: 'body' }}
        >
          {use.isPending ? 'One moment …' : recovers ? 'Set it and sign in' : 'Join'}
        </Button>
      </Box>
    </Door>
  );
}
