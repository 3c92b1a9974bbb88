import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Level } from '../../core/diagnosis/practice.ts';
import type { Board, Outcome } from '../../core/diagnosis/practice-board.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useJob } from '../state/job-context.tsx';
import { faultLane } from '../worker/lanes.ts';
import { useWork } from '../worker/use-work.ts';
import { BigButton } from './Big.tsx';
import type { Keep, Made, Search } from './practice-case.ts';

const NATIVE = { select: { native: true }, inputLabel: { shrink: true } } as const;

/** A hidden fault that is sought: read, looked at, and in the end named. @param bare shows no more than instruments do */
export function HiddenSearch({
  level,
  seed,
  kept,
  keep,
  bare = false,
  title,
  onEnd,
}: {
  level: Level;
  seed: number;
  kept: Search;
  keep: Keep;
  bare?: boolean;
  title: string;
  onEnd: (outcome: Outcome, minutes: number) => void;
}) {
  const job = useJob();
  const board = useWork('practice', [job, level, seed], (work) => work.practice(job, { level, seed }), { lane: faultLane });
  const { made, minutes } = kept;
  if (board.failed) return <Box role="alert">It could not be worked out: {board.failed}.</Box>;
  if (!board.data)
    return (
      <Box role="status" sx={{ fontSize: 'body' }}>
        {board.fresh ? 'This plant has no fault that anybody would feel. Take another job.' : 'Hiding a fault …'}
      </Box>
    );
  const { said } = board.data;
  const put = (one: Made, cost: number) => keep((before) => ({ made: [...before.made, one], minutes: before.minutes + cost }));
  return (
    <Box>
      <Box sx={{ p: 2, mb: 2, bgcolor: 'background.paper', borderLeft: 8, borderColor: 'primary.main', borderRadius: 1 }}>
        <Box sx={{ fontSize: 'reading', fontWeight: 700 }}>{said.join('. ')}.</Box>
        <Box role="status" sx={{ fontSize: 'body', color: 'text.secondary' }}>
          {`${title}. Every zone calls. ${minutes} min so far.`}
        </Box>
      </Box>
      <Trying board={board.data} level={level} seed={seed} put={put} />
      {made.length > 0 && <MadeTable made={made} bare={bare} />}
      <Guess
        board={board.data}
        onGuess={(fault, cause) =>
          void faultLane
            .ask((work) => work.practiceEnd(job, { level, seed }, { fault, cause }, minutes))
            .then((end) => {
              if (end) onEnd(end, minutes);
            })
        }
      />
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

const MadeTable = ({ made, bare }: { made: readonly Made[]; bare: boolean }) => (
  <Box sx={{ mb: 2 }}>
    <PlainTable name="What was read and seen" minWidth={380}>
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col" className="number">
            Shown
          </th>
          {!bare && (
            <th scope="col" className="number">
              Should be
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {made.map(({ what, shown, expected }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: in the order it was done
          <tr key={i}>
            <th scope="row">{what}</th>
            <td className="number">{shown}</td>
            {!bare && <td className="number">{expected}</td>}
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
