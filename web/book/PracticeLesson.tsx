import Box from '@mui/material/Box';
import type { Outcome } from '../../core/diagnosis/practice-board.ts';
import { BigButton } from './Big.tsx';

/** What it was, how it shows, how to be sure, and the way the program would have taken. */
export function PracticeLesson({ outcome, minutes, again }: { outcome: Outcome; minutes: number; again: () => void }) {
  const { right, rightCause, points, fault, cause, cure, ask, own, signature } = outcome;
  return (
    <Box component="section" aria-label="What it was" sx={{ fontSize: 'body', '& p': { my: 1 } }}>
      <Box sx={{ fontSize: 'reading', fontWeight: 700 }}>
        {`${right ? (rightCause ? 'Found, and why.' : 'Found; the cause was another.') : 'It was something else.'} ${points} points.`}
      </Box>
      <p>
        <strong>{fault}.</strong> {cause}. {cure}
      </p>
      {signature.length > 0 && (
        <p>{`It shows most at ${signature.map(({ where, expected, withFault }) => `${where}: ${withFault} instead of ${expected}`).join('; ')}.`}</p>
      )}
      {ask && <p>To be sure: {ask}</p>}
      <p>
        {`You took ${minutes} min. The program ${own.found ? 'found it' : 'did not find it either'} in ${own.minutes} min: ${own.steps.join('; then ')}.`}
      </p>
      <BigButton onClick={again}>Another one</BigButton>
    </Box>
  );
}
