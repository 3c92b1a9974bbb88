import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useParams } from 'react-router';
import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import type { ReadingPoint } from '../../core/commission/reading-points.ts';
import { stateKey } from '../../core/diagnosis/evidence.ts';
import type { ToldNext } from '../../core/diagnosis/told.ts';
import type { StateNote } from '../../model/book/entry.ts';
import { NotKept } from '../offline/outbox.ts';
import { BigButton } from './Big.tsx';
import { WhoField } from './EntryForm.tsx';
import { useFaultCase } from './fault-case.ts';
import { ReadingFields, useReadingEntries, useTypedReadings } from './ReadingFields.tsx';
import { useRoundState } from './round-state.ts';
import { useAddEntries } from './use-book.ts';
import { usePlan } from './use-plan.ts';
import { useTyped } from './use-typed.ts';

/** What to read or look at next, large enough for a cellar: a field for a reading, two buttons for a look. */
export function NextReading({
  next,
  points,
  enough,
  done,
}: {
  next: ToldNext;
  points: ReadonlyMap<string, ReadingPoint>;
  /** Reading on tells little more. */
  enough: boolean;
  done: () => void;
}) {
  const keys = next.kind === 'reading' ? [next.key] : next.kind === 'round' ? next.keys : [];
  const read = keys.flatMap((key) => points.get(key) ?? []);
  const { note } = useRoundState();
  const stands =
    !('calls' in next) || stateKey({ ...DESIGN_DAY, calls: next.calls }) === stateKey({ ...DESIGN_DAY, calls: note.calls });
  return (
    <Box
      component="section"
      aria-label="Next"
      sx={{ my: 2, p: 2, border: 2, borderColor: 'primary.main', borderRadius: 1, bgcolor: 'background.paper' }}
    >
      <Typography variant="h2" sx={{ fontSize: 'body', fontWeight: 700, color: 'text.secondary' }}>
        {`${enough ? 'Little more is told by reading on. It could be' : next.kind === 'look' || next.kind === 'looks' ? 'Look at this next' : 'Read this next'}, about ${Math.round(10 * next.minutes) / 10} min`}
      </Typography>
      {next.kind === 'look' ? (
        <Look next={next} done={done} />
      ) : next.kind === 'looks' ? (
        <Looks next={next} done={done} />
      ) : (
        read.length > 0 &&
        (stands ? (
          <Read points={read} title={titleOf(next)} done={done} />
        ) : (
          <>
            <Box sx={{ fontSize: 'reading', fontWeight: 700, mt: 0.5 }}>{titleOf(next)}</Box>
            <AnotherState calls={next.calls} />
          </>
        ))
      )}
    </Box>
  );
}

function Look({ next, done }: { next: ToldNext & { kind: 'look' }; done: () => void }) {
  const { found, change } = useFaultCase();
  const put = (so: boolean) => {
    change({ seen: [...found.seen, { fault: next.fault, look: next.look, so }] });
    done();
  };
  return (
    <>
      <Box sx={{ fontSize: 'reading', fontWeight: 700, mt: 0.5 }}>{next.ask}</Box>
      <Box sx={{ fontSize: 'body', color: 'text.secondary', mb: 1.5 }}>{next.of}.</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <BigButton onClick={() => put(true)}>{next.seen}</BigButton>
        <Button variant="outlined" color="inherit" sx={{ minHeight: 56, fontSize: 'body' }} onClick={() => put(false)}>
          It is not so
        </Button>
      </Box>
    </>
  );
}

/** The same look at every loop of a manifold: those are ticked that show it. */
function Looks({ next, done }: { next: ToldNext & { kind: 'looks' }; done: () => void }) {
  const { found, change } = useFaultCase();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const put = () => {
    const made = next.at.map(({ fault }) => ({ fault, look: next.look, so: ticked.includes(fault) }));
    change({ seen: [...found.seen, ...made] });
    done();
  };
  return (
    <>
      <Box sx={{ fontSize: 'reading', fontWeight: 700, mt: 0.5 }}>{next.ask}</Box>
      <Box sx={{ fontSize: 'body', color: 'text.secondary', mb: 1 }}>
        {`${next.where}: go along it and tick every loop that shows it.`}
      </Box>
      {next.at.map(({ fault, where }) => (
        <FormControlLabel
          key={fault}
          sx={{ display: 'flex', minHeight: 48 }}
          control={
            <Checkbox
              checked={ticked.includes(fault)}
              onChange={() =>
                setTicked((before) => (before.includes(fault) ? before.filter((each) => each !== fault) : [...before, fault]))
              }
            />
          }
          label={where}
        />
      ))}
      <BigButton onClick={put}>
        {ticked.length === 0 ? 'None of them' : `${next.seen}: ${ticked.length} of ${next.at.length}`}
      </BigButton>
    </>
  );
}

const titleOf = (next: ToldNext & { where: string; what: string }): string =>
  `${next.where}: ${next.what.charAt(0).toLowerCase()}${next.what.slice(1)}`;

/** What the thermostats have to be turned to first, and the word that they are. */
function AnotherState({ calls }: { calls: StateNote['calls'] }) {
  const { note, say } = useRoundState();
  const zones = usePlan()?.design.solved?.zones ?? [];
  const names = calls === 'all' ? [] : calls.map((id) => zones.find((zone) => zone.id === id)?.label ?? id);
  return (
    <Box sx={{ fontSize: 'body', mt: 1 }}>
      <Box sx={{ mb: 1 }}>
        {names.length === 0
          ? 'First turn every thermostat up, and wait until it has settled.'
          : `First let ${names.length === 1 ? 'only this zone call' : 'only these zones call'}: ${names.join(', ')}. Turn the others down, and wait until it has settled.`}
      </Box>
      <BigButton onClick={() => say({ ...note, calls, running: true })}>It stands so now</BigButton>
    </Box>
  );
}

function Read({ points, title, done }: { points: ReadingPoint[]; title: string; done: () => void }) {
  const { id = '' } = useParams();
  const typed = useTyped(`${id}:round`);
  const readings = useTypedReadings(points, typed.of);
  const entriesOf = useReadingEntries();
  const add = useAddEntries();
  const [trouble, setTrouble] = useState<string | null>(null);
  const keep = async () => {
    const entries = entriesOf(readings);
    if (entries.length === 0) {
      setTrouble(readings.find(({ problem }) => problem)?.problem ?? 'Write what it shows.');
      return;
    }
    try {
      await add(entries);
      for (const { key } of points) typed.clear(key);
      done();
    } catch (error) {
      setTrouble(error instanceof NotKept ? error.message : String(error));
    }
  };
  return (
    <>
      <Box sx={{ fontSize: 'reading', fontWeight: 700, mt: 0.5 }}>{title}</Box>
      <WhoField />
      <ReadingFields readings={readings} of={typed.of} set={typed.set} onEnter={() => void keep()} />
      {trouble && (
        <Box role="alert" sx={{ color: 'error.main', fontSize: 'body', mb: 1 }}>
          {trouble}
        </Box>
      )}
      <BigButton onClick={() => void keep()}>Keep in the book</BigButton>
    </>
  );
}
