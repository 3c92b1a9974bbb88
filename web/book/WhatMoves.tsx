import Box from '@mui/material/Box';
import { useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';
import { useRoundState } from './round-state.ts';

/** What else moves when the valve of a loop is turned, in the state the plant is in. */
export function WhatMoves({ place }: { place: string }) {
  const job = useJob();
  const { note } = useRoundState();
  const { data } = useWork('what moves', [job, JSON.stringify(note), place], (work) => work.moves(job, note, place));
  return data ? <Box sx={{ mb: 1.5, fontSize: 'body' }}>{data}</Box> : null;
}
