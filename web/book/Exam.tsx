import Box from '@mui/material/Box';
import { EXAM_FAULTS, examSeed, totalOf } from '../../core/diagnosis/exam.ts';
import { LEVELS } from '../../core/diagnosis/practice.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { BigButton } from './Big.tsx';
import { HiddenSearch } from './HiddenSearch.tsx';
import { type Keep, NOTHING_MADE, type PracticeCase } from './practice-case.ts';

/** Several hidden faults by one number, without a word between them: what they were is told at the end of all. */
export function Exam({
  practice,
  change,
  keep,
  end,
}: {
  practice: PracticeCase;
  change: (to: Partial<PracticeCase>) => void;
  keep: Keep;
  end: () => void;
}) {
  const { level, number, search, results } = practice;
  const at = results.length;
  if (at >= EXAM_FAULTS) return <ExamResults practice={practice} end={end} />;
  return (
    <HiddenSearch
      key={at}
      level={level}
      seed={examSeed(number, at)}
      kept={search}
      keep={keep}
      bare
      title={`Exam ${number}, fault ${at + 1} of ${EXAM_FAULTS}`}
      onEnd={({ right, rightCause, points, fault, cause }, minutes) =>
        change({ search: NOTHING_MADE, results: [...results, { right, rightCause, points, minutes, fault, cause }] })
      }
    />
  );
}

function ExamResults({ practice: { level, number, results }, end }: { practice: PracticeCase; end: () => void }) {
  const { points, found, minutes } = totalOf(results);
  return (
    <Box component="section" aria-label="Result of the exam" sx={{ fontSize: 'body' }}>
      <Box role="status" sx={{ fontSize: 'reading', fontWeight: 700, mb: 1 }}>
        {`Exam ${number}, ${LEVELS[level].label.toLowerCase()}: ${points} of ${100 * EXAM_FAULTS} points, ${found} of ${EXAM_FAULTS} found, ${minutes} min.`}
      </Box>
      <PlainTable name="Faults of the exam" minWidth={380}>
        <thead>
          <tr>
            <th scope="col">What it was</th>
            <th scope="col">Named</th>
            <th scope="col" className="number">
              Minutes
            </th>
            <th scope="col" className="number">
              Points
            </th>
          </tr>
        </thead>
        <tbody>
          {results.map(({ fault, cause, right, rightCause, minutes: took, points: own }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: in the order they were hidden
            <tr key={i}>
              <th scope="row">{`${fault}. ${cause}.`}</th>
              <td>{right ? (rightCause ? 'fault and cause' : 'the fault') : 'something else'}</td>
              <td className="number">{took}</td>
              <td className="number">{own}</td>
            </tr>
          ))}
        </tbody>
      </PlainTable>
      <Box sx={{ mt: 2 }}>
        <BigButton onClick={end}>End the exam</BigButton>
      </Box>
    </Box>
  );
}
