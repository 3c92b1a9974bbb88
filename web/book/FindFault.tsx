import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { standing } from '../../core/book/book.ts';
import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import { instrumentFor, readingError } from '../../core/commission/instruments.ts';
import { keyOf, readingPoints } from '../../core/commission/reading-points.ts';
import type { Design } from '../../core/design/design.ts';
import { type Evidence, type Measured, stateKey } from '../../core/diagnosis/evidence.ts';
import { nextWords, type Told, type ToldNext } from '../../core/diagnosis/told.ts';
import { CALL_FIRST } from '../../core/diagnosis/verdict.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useJob } from '../state/job-context.tsx';
import { Complaints } from './Complaints.tsx';
import { FaultFound } from './FaultFound.tsx';
import { FaultList } from './FaultList.tsx';
import { type FaultCase, useFaultCase } from './fault-case.ts';
import { ALL_AT_HAND, InstrumentsAtHand } from './InstrumentsAtHand.tsx';
import { NextReading } from './NextReading.tsx';
import { PracticeFault } from './PracticeFault.tsx';
import { useRoundState } from './round-state.ts';
import { SecondFault } from './SecondFault.tsx';
import { StateBar } from './StateBar.tsx';
import { useAssessed, useBook } from './use-book.ts';
import { useDiagnosis } from './use-diagnosis.ts';
import { usePlan } from './use-plan.ts';
import { WorkingOut } from './WorkingOut.tsx';

/** States of the plant that readings are taken from, the latest first: in each it is worked out with every fault. */
const MOST_STATES = 3;
/** Readings of so long before somebody complained count with those after, ms. */
const BEFORE = 12 * 3_600_000;

/** Which fault explains what is complained of and read, what to read next, and how it ends: as an entry of the book. */
export function FindFault() {
  const plan = usePlan();
  const { found } = useFaultCase();
  const [search, setSearch] = useSearchParams();
  if (!plan) return null;
  if (!plan.design.solved)
    return (
      <Typography sx={{ fontSize: 'body' }}>
        There is nothing to look into yet: the plant has no circuit with a load. Enter rooms and circuits first.
      </Typography>
    );
  if (search.has('practise')) return <PracticeFault leave={() => setSearch({ part: 'fault' })} />;
  return (
    <Box>
      <Typography variant="h1" sx={{ fontSize: 'reading', mb: 0.5 }}>
        Find the fault
      </Typography>
      <Typography sx={{ fontSize: 'body', color: 'text.secondary', mb: 2 }}>
        Say what is the matter, then read or look at what is asked for. The plant is worked out with every fault it can have; what
        fits is told with how sure it is.
      </Typography>
      <StateBar design={plan.design} />
      <Complaints design={plan.design} />
      <Looking design={plan.design} found={found} />
      {found.since === 0 && (
        <Button
          color="inherit"
          sx={{ mt: 2, minHeight: 48, fontSize: 'body' }}
          onClick={() => setSearch({ part: 'fault', practise: '1' })}
        >
          Practise on a hidden fault
        </Button>
      )}
    </Box>
  );
}

/** Readings of the book that belong to a case. */
function useMeasured(since: number): Measured[] {
  const { book } = useBook();
  const offsets = useAssessed()?.offsets;
  return useMemo(() => {
    const instruments = standing(book, 'instrument').map(({ entry }) => entry);
    if (since === 0) return [];
    const states = new Set<string>();
    const latest = [...standing(book, 'reading')].sort((a, b) => b.time - a.time);
    return latest.flatMap(({ entry, time }): Measured[] => {
      const { place, quantity, value, instrument, state } = entry;
      if (place === null || time < since - BEFORE || !state.running || state.mode !== 'heating') return [];
      const of = stateKey(state);
      if (!states.has(of) && states.size >= MOST_STATES) return [];
      states.add(of);
      return [
        {
          key: keyOf(place, quantity),
          // What a gauge is known to show too much or too little is taken off.
          value: quantity === 'pressure' ? value - (offsets?.[place] ?? 0) : value,
          error: readingError(instrumentFor(quantity, instrument, instruments), value),
          // The hours it stood so are no other state.
          state: { ...state, settledFor: null },
        },
      ];
    });
  }, [book, since, offsets]);
}

function Looking({ design, found }: { design: Design; found: FaultCase }) {
  const job = useJob();
  const { note } = useRoundState();
  const { said, seen, since, without, turns, minutes } = found;
  const { change } = useFaultCase();
  const readings = useMeasured(since);
  const [chosen, setChosen] = useState<string | null>(null);
  const evidence: Evidence = { readings, said, seen };
  const state = note.running ? { ...note, settledFor: null } : DESIGN_DAY;
  const asked = { state, quantities: ALL_AT_HAND.filter((each) => !without.includes(each)), turns, minutes };
  const worked = useDiagnosis(evidence, asked, since > 0);
  const points = useMemo(() => new Map(readingPoints(job, design).map((point) => [point.key, point])), [job, design]);
  if (since === 0) return null;
  if (worked.failed && !worked.stopped)
    return (
      <Box role="alert" sx={{ fontSize: 'body', my: 2 }}>
        It could not be worked out: {worked.failed}. Change an entry, or open the page again.
      </Box>
    );
  const told = worked.data;
  if (!told)
    return worked.fresh ? (
      <Box role="status" sx={{ fontSize: 'body', my: 2 }}>
        The plant of this job finds no state of its own even with nothing wrong. Look at the findings on its wall first.
      </Box>
    ) : (
      <WorkingOut of={worked} />
    );
  const next = told.next.find((each) => idOf(each) === chosen) ?? told.next[0];
  return (
    <Box aria-busy={!worked.fresh}>
      {!worked.fresh && (worked.progress !== null || worked.stopped) && <WorkingOut of={worked} />}
      <Box
        role="status"
        sx={{ my: 2, p: 2, bgcolor: 'background.paper', borderLeft: 8, borderColor: 'primary.main', borderRadius: 1 }}
      >
        <Box sx={{ fontSize: 'reading', fontWeight: 700 }}>{told.verdict.headline}</Box>
        {told.verdict.reasons.map((reason) => (
          <Box key={reason} sx={{ fontSize: 'body', mt: 0.6 }}>
            {reason}
          </Box>
        ))}
        <Box sx={{ fontSize: 'body', color: 'text.secondary', mt: 0.6 }}>
          {`${told.known} faults compared, by ${readings.length} ${readings.length === 1 ? 'reading' : 'readings'} of the book${seen.length > 0 ? ` and ${seen.length} ${seen.length === 1 ? 'look' : 'looks'}` : ''}.`}
        </Box>
      </Box>
      {told.verdict.callFirst.map((licensed) => (
        <Box
          key={licensed}
          sx={{ fontSize: 'body', fontWeight: 600, mb: 1.5, pl: 2, borderLeft: 4, borderColor: 'warning.main' }}
        >
          {CALL_FIRST[licensed]}
        </Box>
      ))}
      {next && (
        <NextReading key={idOf(next)} next={next} points={points} enough={told.verdict.enough} done={() => setChosen(null)} />
      )}
      <InstrumentsAtHand found={found} onChange={change} />
      <OtherReadings told={told} now={next} onChoose={setChosen} />
      <FaultList told={told} />
      {readings.length > 0 && <SecondFault key={JSON.stringify(evidence)} evidence={evidence} asked={asked} />}
      {told.verdict.rows.length > 0 && <Compared told={told} />}
      <FaultFound told={told} found={found} />
    </Box>
  );
}

function idOf(next: ToldNext): string {
  if (next.kind === 'look') return `${next.fault} ${next.look}`;
  if (next.kind === 'looks') return next.id;
  return `${next.kind === 'reading' ? next.key : next.id} ${next.calls === 'all' ? 'all' : next.calls.join(' ')}`;
}

/** What could be read or looked at instead. */
function OtherReadings({ told, now, onChoose }: { told: Told; now: ToldNext | undefined; onChoose: (id: string) => void }) {
  const { note } = useRoundState();
  const turned = (next: ToldNext): string =>
    'calls' in next && String(next.calls) !== String(note.calls) ? ', thermostats turned' : '';
  const others = told.next.filter((each) => each !== now).slice(0, 5);
  if (others.length === 0) return null;
  return (
    <Box component="section" aria-label="Instead" sx={{ mb: 3 }}>
      <Typography variant="h2" sx={{ fontSize: 'body', fontWeight: 700, mb: 0.5 }}>
        Or, the next best first
      </Typography>
      {others.map((each) => (
        <Button
          key={idOf(each)}
          variant="outlined"
          color="inherit"
          fullWidth
          onClick={() => onChoose(idOf(each))}
          sx={{
            minHeight: 48,
            mb: 0.8,
            justifyContent: 'space-between',
            textAlign: 'left',
            gap: 2,
            fontSize: 'body',
            textTransform: 'none',
          }}
        >
          <span>{`${nextWords(each)}${turned(each)}`}</span>
          <Box
            component="span"
            sx={{ whiteSpace: 'nowrap', color: 'text.secondary' }}
          >{`${Math.round(10 * each.minutes) / 10} min`}</Box>
        </Button>
      ))}
    </Box>
  );
}

/** Each reading beside what it should be, and what it would be with the likeliest fault. */
function Compared({ told }: { told: Told }) {
  return (
    <Box sx={{ mb: 3 }}>
      <PlainTable name="Read, expected, with this fault" caption="Read, expected, with this fault" minWidth={420}>
        <thead>
          <tr>
            <th scope="col">Where</th>
            <th scope="col" className="number">
              Read
            </th>
            <th scope="col" className="number">
              Expected
            </th>
            <th scope="col" className="number">
              With this fault
            </th>
          </tr>
        </thead>
        <tbody>
          {told.verdict.rows.map(({ where, what, read, expected, withFault }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a reading may be there twice, in two states
            <tr key={i}>
              <th scope="row">{`${where}, ${what.toLowerCase()}`}</th>
              <td className="number">{read}</td>
              <td className="number">{expected}</td>
              <td className="number">{withFault}</td>
            </tr>
          ))}
        </tbody>
      </PlainTable>
    </Box>
  );
}
