import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect } from 'react';
import { may, type Right, type Role } from '../../model/rights.ts';
import { ApiProblem, call, onSignedOut } from './http.ts';

/** Who is signed in, as the server says. */
export interface Member {
  person: string;
  role: Role;
  name: string;
  strong: boolean;
}

export type Who =
  /** One person runs the program for themselves: nobody signs in. */
  | { state: 'one' }
  | { state: 'asking' }
  | { state: 'out' }
  | { state: 'in'; member: Member; firmName: string; timeCodes: boolean };

/** The server writes it into the page: what is shown first does not wait for an answer. */
const isFirm = document.documentElement.dataset.mode === 'firm';
const WHO_KEY = ['who'];
/** Who was signed in last: without the server, what this browser keeps can be opened all the same. */
const LAST = 'who';

interface Answer {
  member: Member | null;
  firmName?: string;
  timeCodes?: boolean;
}

function lastKnown(): Answer | undefined {
  try {
    return JSON.parse(localStorage.getItem(LAST) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

async function askWho(): Promise<Answer> {
  try {
    const answer = (await (await call('GET', '/session')).json()) as Answer;
    try {
      if (answer.member) localStorage.setItem(LAST, JSON.stringify(answer));
      else localStorage.removeItem(LAST);
    } catch {
      // A browser without storage asks each time.
    }
    return answer;
  } catch (error) {
    const known = lastKnown();
    if (error instanceof ApiProblem && (error.status === 0 || error.status >= 500) && known) return known;
    throw error;
  }
}

/** Who is signed in here. */
export function useWho(): Who {
  const queries = useQueryClient();
  const { data, isPending } = useQuery({ queryKey: WHO_KEY, queryFn: askWho, enabled: isFirm, staleTime: 60_000 });
  useEffect(() => onSignedOut(() => void queries.invalidateQueries({ queryKey: WHO_KEY })), [queries]);
  if (!isFirm) return { state: 'one' };
  if (isPending) return { state: 'asking' };
  if (!data?.member) return { state: 'out' };
  return { state: 'in', member: data.member, firmName: data.firmName ?? '', timeCodes: data.timeCodes ?? false };
}

/** Whether who is here may do something; while that is asked, they may not yet. */
export function useMay(right: Right): boolean {
  const who = useWho();
  return who.state === 'one' || (who.state === 'in' && may(who.member.role, right));
}

/** Asks anew who is signed in, after signing in or out. */
export function useAskAgain(): () => Promise<void> {
  const queries = useQueryClient();
  return useCallback(async () => {
    // What somebody else was shown is not shown to who comes after.
    queries.removeQueries({ type: 'inactive' });
    await queries.fetchQuery({ queryKey: WHO_KEY, queryFn: askWho, staleTime: 0 });
  }, [queries]);
}
