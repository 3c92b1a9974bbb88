import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Evidence } from '../../core/diagnosis/evidence.ts';
import type { ToldBeside } from '../../core/diagnosis/told.ts';
import { useJob } from '../state/job-context.tsx';
import { faultLane } from '../worker/lanes.ts';

const percent = (chance: number): string => `${Math.round(100 * chance)} %`;

/** Asks whether one fault explains it all, or a second stands beside the likeliest. */
export function SecondFault({ evidence }: { evidence: Evidence }) {
  const job = useJob();
  const [beside, setBeside] = useState<ToldBeside | null | 'asking' | 'none'>(null);
  const ask = () => {
    setBeside('asking');
    void faultLane.ask((work) => work.secondFault(job, evidence)).then((found) => setBeside(found ?? 'none'));
  };
  if (beside === null || beside === 'asking')
    return (
      <Button
        color="inherit"
        variant="outlined"
        fullWidth
        disabled={beside === 'asking'}
        onClick={ask}
        sx={{ minHeight: 56, mb: 2, fontSize: 'body' }}
      >
        {beside === 'asking' ? 'Working out every other fault beside it …' : 'Is there a second fault beside it?'}
      </Button>
    );
  return (
    <Box role="status" sx={{ mb: 2, fontSize: 'body' }}>
      {beside === 'none' ? (
        'No fault is likely enough yet to look beside it. Read on.'
      ) : (
        <>
          {`If ${beside.first.charAt(0).toLowerCase()}${beside.first.slice(1)}: it is the only one, ${percent(beside.alone)}.`}
          {beside.seconds.map(({ id, label, chance }) => (
            <Box key={id}>{`Beside it: ${label.charAt(0).toLowerCase()}${label.slice(1)}, ${percent(chance)}.`}</Box>
          ))}
        </>
      )}
    </Box>
  );
}
