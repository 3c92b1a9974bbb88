import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { ReadingPoint } from '../../core/commission/reading-points.ts';
import type { ToldNext } from '../../core/diagnosis/told.ts';
import { NotKept } from '../offline/outbox.ts';
import { BigButton } from './Big.tsx';
import { WhoField } from './EntryForm.tsx';
import { useFaultCase } from './fault-case.ts';
import { ReadingFields, useReadingEntries, useTypedReadings } from './ReadingFields.tsx';
import { useAddEntries } from './use-book.ts';
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
  const point = next.kind === 'reading' ? points.get(next.key) : undefined;
  return (
    <Box
      component="section"
      aria-label="Next"
      sx={{ my: 2, p: 2, border: 2, borderColor: 'primary.main', borderRadius: 1, bgcolor: 'background.paper' }}
    >
      <Typography variant="h2" sx={{ fontSize: 'body', fontWeight: 700, color: 'text.secondary' }}>
        {`${enough ? 'Little more is told by reading on. It could be' : next.kind === 'look' ? 'Look at this next' : 'Read this next'}, about ${next.minutes} min`}
      </Typography>
      {next.kind === 'look' ? <Look next={next} done={done} /> : point && <Read point={point} done={done} />}
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

function Read({ point, done }: { point: ReadingPoint; done: () => void }) {
  const { id = '' } = useParams();
  const typed = useTyped(`${id}:round`);
  const readings = useTypedReadings([point], typed.of);
  const entriesOf = useReadingEntries();
  const add = useAddEntries();
  const [trouble, setTrouble] = useState<string | null>(null);
  const keep = async () => {
    const entries = entriesOf(readings);
    if (entries.length === 0) {
      setTrouble(readings[0]?.problem ?? 'Write what it shows.');
      return;
    }
    try {
      await add(entries);
      typed.clear(point.key);
      done();
    } catch (error) {
      setTrouble(error instanceof NotKept ? error.message : String(error));
    }
  };
  return (
    <>
      <Box
        sx={{ fontSize: 'reading', fontWeight: 700, mt: 0.5 }}
      >{`${point.where}: ${point.label.charAt(0).toLowerCase()}${point.label.slice(1)}`}</Box>
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
