import Box from '@mui/material/Box';
import { useMemo } from 'react';
import { flowProofs } from '../../core/book/assess.ts';
import type { Design } from '../../core/design/design.ts';
import { useJob } from '../state/job-context.tsx';
import { useRounds } from './use-book.ts';

const COLOURS = { proved: 'secondary.main', short: 'error.main', 'not proved': 'warning.main' } as const;

/** What the readings prove of the flow of each circuit, or of one. */
export function Proofs({ design, circuitId }: { design: Design; circuitId?: string }) {
  const job = useJob();
  const rounds = useRounds();
  const proofs = useMemo(() => flowProofs(rounds, job, design), [rounds, job, design]);
  const shown = proofs.filter((proof) => circuitId === undefined || proof.circuitId === circuitId);
  if (shown.length === 0)
    return circuitId === undefined ? (
      <Box sx={{ fontSize: 'body' }}>
        Nothing yet: read the head across each pump, or its meter, with every valve open. The steps stand on Today.
      </Box>
    ) : null;
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 1.5 }}>
      {shown.map(({ circuitId: id, verdict, words }) => (
        <Box
          component="li"
          key={id}
          sx={{ borderLeft: 5, borderColor: COLOURS[verdict], pl: 1.5, py: 0.6, mb: 0.8, fontSize: 'body' }}
        >
          <strong>{job.circuits.find((circuit) => circuit.id === id)?.name ?? id}.</strong> {words}
        </Box>
      ))}
    </Box>
  );
}
