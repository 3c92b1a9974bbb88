import { type ReactNode, useState } from 'react';
import { Navigate, useLocation } from 'react-router';
import { Waiting } from '../pages/LostPage.tsx';
import { useWho } from '../state/who.ts';

interface Props {
  /** Whether it stays when one is signed out while it is open: there may be work on it. */
  stays?: boolean;
  children: ReactNode;
}

/** What only who is signed in sees; others are sent to sign in, and come back. */
export function SignedIn({ stays = false, children }: Props) {
  const who = useWho();
  const [wasIn, setWasIn] = useState(false);
  if (who.state === 'in' && !wasIn) setWasIn(true);
  const { pathname, search } = useLocation();
  if (who.state === 'asking') return <Waiting text="One moment …" />;
  if (who.state === 'out' && !(stays && wasIn)) {
    const goal = pathname + search;
    return <Navigate to={goal === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(goal)}`} replace />;
  }
  return children;
}
