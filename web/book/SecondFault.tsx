import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Evidence } from '../../core/diagnosis/evidence.ts';
import { nextWords, type ToldBeside } from '../../core/diagnosis/told.ts';
import { useJob } from '../state/job-context.tsx';
import type { DiagnosisAsked } from '../worker/diagnosis-work.ts';
import { faultLane } from '../worker/lanes.ts';

const percent = (chance: number): string => `${Math.round(100 * chance)} %`;

/** Asks whether one fault explains it all, or a second stands beside the likeliest. */
export function SecondFault({ evidence, asked }: { evidence: Evidence; asked: DiagnosisAsked }) {
  const job = useJob();
  const [beside, setBeside] = useState<ToldBeside | null | 'asking' | 'none'>(null);
  const ask = () => {
    setBeside('asking');
    void faultLane.ask((work) => work.secondFault(job, evidence, asked)).then((found) => setBeside(found ?? 'none'));
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
          {beside.next[0] && (
            <Box
              sx={{ mt: 1 }}
            >{`What would tell most of it: ${nextWords(beside.next[0])}, ${Math.round(10 * beside.next[0].minutes) / 10} min.`}</Box>
          )}
        </>
      )}
    </Box>
  );
}
