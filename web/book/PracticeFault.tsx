import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { EXAM_FAULTS } from '../../core/diagnosis/exam.ts';
import { LEVELS, type Level } from '../../core/diagnosis/practice.ts';
import type { Outcome } from '../../core/diagnosis/practice-board.ts';
import { BigButton, BigChoice, BigField } from './Big.tsx';
import { Exam } from './Exam.tsx';
import { HiddenSearch } from './HiddenSearch.tsx';
import { PracticeLesson } from './PracticeLesson.tsx';
import { NOTHING_MADE, type PracticeCase, usePractice } from './practice-case.ts';
import { keepPractised, practised } from './practised.ts';

/** Numbers that hide a fault: short enough to be said aloud in a class. */
const MOST_NUMBER = 9999;

/** A fault hidden in the plant of the open job: to be found by reading and looking, each for its minutes. */
export function PracticeFault({ leave }: { leave: () => void }) {
  const { practice, change, keep, end } = usePractice();
  const [outcome, setOutcome] = useState<{ of: Outcome; minutes: number } | null>(null);
  return (
    <Box>
      <Typography variant="h1" sx={{ fontSize: 'reading', mb: 0.5 }}>
        Practise: a hidden fault
      </Typography>
      <Typography sx={{ fontSize: 'body', color: 'text.secondary', mb: 2 }}>
        Somewhere in this plant something is wrong. Read and look until you know; each costs its minutes. Nothing of it comes into
        the book.
      </Typography>
      {outcome ? (
        <PracticeLesson outcome={outcome.of} minutes={outcome.minutes} again={() => setOutcome(null)} />
      ) : practice.mode === 'none' ? (
        <Begin begin={change} leave={leave} />
      ) : practice.mode === 'exam' ? (
        <Exam practice={practice} change={change} keep={keep} end={end} />
      ) : (
        <>
          <HiddenSearch
            key={`${practice.level} ${practice.number}`}
            level={practice.level}
            seed={practice.number}
            kept={practice.search}
            keep={keep}
            title={`Fault number ${practice.number}`}
            onEnd={(of, minutes) => {
              keepPractised({ right: of.right, points: of.points });
              setOutcome({ of, minutes });
              end();
            }}
          />
          <Button color="inherit" sx={{ mt: 2, minHeight: 48, fontSize: 'body' }} onClick={end}>
            Give it up
          </Button>
        </>
      )}
    </Box>
  );
}

/** How hard, by which number, one fault or an exam. */
function Begin({ begin, leave }: { begin: (to: Partial<PracticeCase>) => void; leave: () => void }) {
  const [level, setLevel] = useState<Level>('apprentice');
  const [text, setText] = useState('');
  const wanted = text.trim() === '' ? null : Number(text);
  const wrong = wanted !== null && !(Number.isInteger(wanted) && wanted >= 1 && wanted <= MOST_NUMBER);
  const record = practised();
  const start = (mode: 'practice' | 'exam') =>
    begin({
      mode,
      level,
      number: wanted ?? 1 + Math.floor(Math.random() * MOST_NUMBER),
      search: NOTHING_MADE,
      results: [],
    });
  return (
    <>
      <BigChoice
        label="How hard"
        value={level}
        options={(Object.keys(LEVELS) as Level[]).map((each) => [each, LEVELS[each].label] as const)}
        onChange={setLevel}
      />
      <BigField
        id="practice-number"
        label="Number of the fault or exam: the same for everybody in a class; empty for any"
        value={text}
        onChange={setText}
        problem={wrong ? `A whole number from 1 to ${MOST_NUMBER}.` : null}
      />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <BigButton disabled={wrong} onClick={() => start('practice')}>
          Hide a fault
        </BigButton>
        <BigButton variant="outlined" color="inherit" disabled={wrong} onClick={() => start('exam')}>
          {`Exam: ${EXAM_FAULTS} faults, told at the end`}
        </BigButton>
        <Button color="inherit" sx={{ minHeight: 56, fontSize: 'body' }} onClick={leave}>
          Back to the plant as it is
        </Button>
      </Box>
      {record.count > 0 && (
        <Typography sx={{ fontSize: 'body', mt: 2 }}>
          {`On this device: ${record.right} of ${record.count} found, ${Math.round(record.points / record.count)} points on average.`}
        </Typography>
      )}
    </>
  );
}
