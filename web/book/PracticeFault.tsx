import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { LEVELS, type Level } from '../../core/diagnosis/practice.ts';
import type { Board, Outcome } from '../../core/diagnosis/practice-board.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useJob } from '../state/job-context.tsx';
import { faultLane } from '../worker/lanes.ts';
import { useWork } from '../worker/use-work.ts';
import { BigButton, BigChoice, BigField } from './Big.tsx';
import { keepPractised, practised } from './practised.ts';

const NATIVE = { select: { native: true }, inputLabel: { shrink: true } } as const;
/** Numbers that hide a fault: short enough to be said aloud in a class. */
const MOST_SEED = 9999;

/** A fault hidden in the plant of the open job: to be found by reading and looking, each for its minutes. */
export function PracticeFault({ leave }: { leave: () => void }) {
  const [level, setLevel] = useState<Level>('apprentice');
  const [number, setNumber] = useState('');
  const [seed, setSeed] = useState<number | null>(null);
  const wanted = number.trim() === '' ? null : Number(number);
  const wrong = wanted !== null && !(Number.isInteger(wanted) && wanted >= 1 && wanted <= MOST_SEED);
  const record = practised();
  return (
    <Box>
      <Typography variant="h1" sx={{ fontSize: 'reading', mb: 0.5 }}>
        Practise: a hidden fault
      </Typography>
      <Typography sx={{ fontSize: 'body', color: 'text.secondary', mb: 2 }}>
        Somewhere in this plant something is wrong. Read and look until you know; each costs its minutes. Nothing of it comes into
        the book.
      </Typography>
      {seed === null ? (
        <>
          <BigChoice
            label="How hard"
            value={level}
            options={(Object.keys(LEVELS) as Level[]).map((each) => [each, LEVELS[each].label] as const)}
            onChange={setLevel}
          />
          <BigField
            id="practice-number"
            label="Number of the fault: the same for everybody in a class; empty for any"
            value={number}
            onChange={setNumber}
            problem={wrong ? `A whole number from 1 to ${MOST_SEED}.` : null}
          />
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            <BigButton disabled={wrong} onClick={() => setSeed(wanted ?? 1 + Math.floor(Math.random() * MOST_SEED))}>
              Hide a fault
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
      ) : (
        <Searching key={`${level} ${seed}`} level={level} seed={seed} again={() => setSeed(null)} />
      )}
    </Box>
  );
}

interface Made {
  what: string;
  shown: string;
  expected: string;
}

function Searching({ level, seed, again }: { level: Level; seed: number; again: () => void }) {
  const job = useJob();
  const board = useWork('practice', [job, level, seed], (work) => work.practice(job, { level, seed }), { lane: faultLane });
  const [made, setMade] = useState<Made[]>([]);
  const [minutes, setMinutes] = useState(0);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  if (board.failed) return <Box role="alert">It could not be worked out: {board.failed}.</Box>;
  if (!board.data)
    return (
      <Box role="status" sx={{ fontSize: 'body' }}>
        {board.fresh ? 'This plant has no fault that anybody would feel. Take another job.' : 'Hiding a fault …'}
      </Box>
    );
  const { said } = board.data;
  const put = (one: Made, cost: number) => {
    setMade((before) => [...before, one]);
    setMinutes((before) => before + cost);
  };
  return (
    <Box>
      <Box sx={{ p: 2, mb: 2, bgcolor: 'background.paper', borderLeft: 8, borderColor: 'primary.main', borderRadius: 1 }}>
        <Box sx={{ fontSize: 'reading', fontWeight: 700 }}>{said.join('. ')}.</Box>
        <Box role="status" sx={{ fontSize: 'body', color: 'text.secondary' }}>
          {`Fault number ${seed}. Every zone calls. ${minutes} min so far.`}
        </Box>
      </Box>
      {outcome ? (
        <Lesson outcome={outcome} minutes={minutes} again={again} />
      ) : (
        <>
          <Trying board={board.data} level={level} seed={seed} put={put} />
          {made.length > 0 && <MadeTable made={made} />}
          <Guess
            board={board.data}
            onGuess={(fault, cause) =>
              void faultLane
                .ask((work) => work.practiceEnd(job, { level, seed }, { fault, cause }, minutes))
                .then((end) => {
                  if (!end) return;
                  setOutcome(end);
                  keepPractised({ right: end.right, points: end.points });
                })
            }
          />
        </>
      )}
    </Box>
  );
}

/** A gauge to read or a place to look at. */
function Trying({
  board,
  level,
  seed,
  put,
}: {
  board: Board;
  level: Level;
  seed: number;
  put: (made: Made, minutes: number) => void;
}) {
  const job = useJob();
  const { points, looks } = board;
  const [key, setKey] = useState(points[0]?.key ?? '');
  const [look, setLook] = useState('0');
  const point = points.find((each) => each.key === key);
  const at = looks[Number(look)];
  const read = async () => {
    if (!point) return;
    const shown = await faultLane.ask((work) => work.practiceReading(job, { level, seed }, point.key));
    if (shown)
      put({ what: `${point.where}, ${point.what.toLowerCase()}`, shown: shown.read, expected: shown.expected }, point.minutes);
  };
  const see = async () => {
    if (!at) return;
    const so = await faultLane.ask((work) => work.practiceLook(job, { level, seed }, at.place, at.look));
    put({ what: `${at.where}. ${at.ask}`, shown: so ? 'It is so' : 'It is not so', expected: '–' }, at.minutes);
  };
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 1fr) auto' },
        gap: 1.2,
        mb: 2,
        alignItems: 'center',
      }}
    >
      <TextField select slotProps={NATIVE} label="Read" value={key} onChange={(event) => setKey(event.target.value)}>
        {points.map((each) => (
          <option key={each.key} value={each.key}>{`${each.where}, ${each.what.toLowerCase()} (${each.minutes} min)`}</option>
        ))}
      </TextField>
      <BigButton onClick={() => void read()}>Read it</BigButton>
      <TextField select slotProps={NATIVE} label="Look at" value={look} onChange={(event) => setLook(event.target.value)}>
        {looks.map((each, i) => (
          <option key={`${each.place} ${each.look}`} value={i}>{`${each.where}. ${each.ask} (${each.minutes} min)`}</option>
        ))}
      </TextField>
      <BigButton variant="outlined" color="inherit" onClick={() => void see()}>
        Look
      </BigButton>
    </Box>
  );
}

const MadeTable = ({ made }: { made: readonly Made[] }) => (
  <Box sx={{ mb: 2 }}>
    <PlainTable name="What was read and seen" minWidth={380}>
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col" className="number">
            Shown
          </th>
          <th scope="col" className="number">
            Should be
          </th>
        </tr>
      </thead>
      <tbody>
        {made.map(({ what, shown, expected }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: in the order it was done
          <tr key={i}>
            <th scope="row">{what}</th>
            <td className="number">{shown}</td>
            <td className="number">{expected}</td>
          </tr>
        ))}
      </tbody>
    </PlainTable>
  </Box>
);

function Guess({ board, onGuess }: { board: Board; onGuess: (fault: string, cause: string) => void }) {
  const [fault, setFault] = useState('');
  const [cause, setCause] = useState<string | null>(null);
  const chosen = board.faults.find(({ id }) => id === fault);
  const of = chosen?.causes.find(({ id }) => id === cause)?.id ?? chosen?.causes[0]?.id ?? '';
  return (
    <Box
      component="section"
      aria-label="I know it"
      sx={{ p: 2, border: 2, borderColor: 'primary.main', borderRadius: 1, display: 'grid', gap: 1.5 }}
    >
      <TextField
        select
        slotProps={NATIVE}
        label="What is the matter"
        value={fault}
        onChange={(event) => setFault(event.target.value)}
      >
        <option value="">Choose …</option>
        {board.faults.map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </TextField>
      <TextField select slotProps={NATIVE} label="Why" value={of} onChange={(event) => setCause(event.target.value)}>
        {(chosen?.causes ?? []).map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </TextField>
      <BigButton disabled={!chosen} onClick={() => onGuess(fault, of)}>
        That is it
      </BigButton>
    </Box>
  );
}

function Lesson({ outcome, minutes, again }: { outcome: Outcome; minutes: number; again: () => void }) {
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
