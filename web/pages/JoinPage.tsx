import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { Door } from '../firm/Door.tsx';
import { join, joinWait } from '../firm/firm-api.ts';
import { useAskAgain } from '../state/who.ts';

/** How often a device asks whether it was let in, ms. */
const ASK_EVERY = 1500;

/** A device that scanned a code: it shows four digits and waits for the signed-in screen. */
export default function JoinPage() {
  const [secret] = useState(() => location.hash.slice(1));
  const navigate = useNavigate();
  const askAgain = useAskAgain();
  const shown = useQuery({
    queryKey: ['join', secret],
    queryFn: () => join(secret),
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnMount: false,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });
  const waits = shown.data?.waits;
  const waiting = useQuery({
    queryKey: ['join-wait', waits],
    queryFn: () => joinWait(waits as string),
    enabled: waits !== undefined,
    retry: false,
    refetchInterval: ({ state }) => (state.data?.next === 'in' || state.error ? false : ASK_EVERY),
    refetchIntervalInBackground: true,
  });
  const isIn = waiting.data?.next === 'in';
  useEffect(() => {
    if (isIn) void askAgain().then(() => navigate('/', { replace: true }));
  }, [isIn, askAgain, navigate]);
  const failed = shown.error ?? waiting.error;
  if (failed)
    return (
      <Door title="Not joined" lead={failed.message}>
        <Button href="/sign-in" variant="outlined">
          Sign in with a password
        </Button>
      </Door>
    );
  return (
    <Door
      title="Join this device"
      lead="Look at the other screen. It asks whether your device shows these digits; say yes there."
    >
      <Typography
        role="status"
        aria-label={shown.data ? `Digits ${shown.data.digits.split('').join(' ')}` : 'One moment'}
        sx={{
          fontSize: 'book',
          fontWeight: 750,
          fontStretch: '84%',
          letterSpacing: '0.12em',
          textAlign: 'center',
          lineHeight: 1.2,
        }}
      >
        {shown.data?.digits ?? '····'}
      </Typography>
    </Door>
  );
}
