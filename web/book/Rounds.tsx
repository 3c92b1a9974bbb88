import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { standing } from '../../core/book/book.ts';
import { walkOf } from '../../core/book/round-order.ts';
import { NotKept } from '../offline/outbox.ts';
import { useJob } from '../state/job-context.tsx';
import { BigButton } from './Big.tsx';
import { useHeldPhotos } from './held-photos.ts';
import { TakePhotos } from './Photos.tsx';
import { ReadingFields, useReadingEntries, useTypedReadings } from './ReadingFields.tsx';
import { useRoundState } from './round-state.ts';
import { StateBar } from './StateBar.tsx';
import { useAddEntries, useBook, useWrites } from './use-book.ts';
import { usePlan } from './use-plan.ts';
import { useTyped } from './use-typed.ts';

/** The walk through the plant: one place at a time, what is expected, what is read, on to the next. */
export function Rounds() {
  const plan = usePlan();
  const job = useJob();
  const stops = useMemo(() => (plan ? walkOf(job, plan.design) : []), [job, plan]);
  const [search, setSearch] = useSearchParams();
  if (!plan) return null;
  if (stops.length === 0)
    return (
      <Typography sx={{ fontSize: 'body' }}>
        There is nothing to read yet: the plant has no circuit with a load. Enter rooms and circuits first.
      </Typography>
    );
  const wanted = stops.findIndex(({ place }) => place === search.get('at-stop'));
  const at = Math.max(wanted, 0);
  const go = (to: number) =>
    setSearch({ part: 'rounds', 'at-stop': stops[(to + stops.length) % stops.length]?.place ?? '' }, { replace: true });
  return (
    <Box>
      <StateBar design={plan.design} />
      <StopCard key={stops[at]?.place} stops={stops} at={at} go={go} />
    </Box>
  );
}

function StopCard({ stops, at, go }: { stops: ReturnType<typeof walkOf>; at: number; go: (to: number) => void }) {
  const { id = '' } = useParams();
  const stop = stops[at] as (typeof stops)[number];
  const typed = useTyped(`${id}:round`);
  const readings = useTypedReadings(stop.points, typed.of);
  const entriesOf = useReadingEntries();
  const add = useAddEntries();
  const writes = useWrites();
  const { since } = useRoundState();
  const { book } = useBook();
  const [photos, setPhotos] = useHeldPhotos(`round:${stop.place}`);
  const [trouble, setTrouble] = useState<string | null>(null);
  const wrong = readings.some(({ problem }) => problem !== null);
  const readHere = new Set(
    standing(book, 'reading')
      .filter(({ time }) => since > 0 && time >= since - 1000)
      .map(({ entry }) => entry.place),
  );
  const done = stops.filter(({ points }) => points.some(({ place }) => readHere.has(place))).length;
  const next = async () => {
    if (wrong) return;
    const entries = entriesOf(readings, { photos: photos.map((photo) => photo.id) });
    const alone = entries.length === 0 && photos.length > 0;
    try {
      if (entries.length > 0 || alone)
        await add(
          alone
            ? [{ kind: 'remark', place: stop.place, placeLabel: stop.where, photos: photos.map((photo) => photo.id) }]
            : entries,
          photos,
        );
      typed.clear(...stop.points.map(({ key }) => key));
      go(at + 1);
    } catch (error) {
      setTrouble(error instanceof NotKept ? error.message : String(error));
    }
  };
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, mb: 0.5, color: 'text.secondary', fontSize: 'body' }}>
        <span>{stop.storey}</span>
        <span>·</span>
        <span>{`${at + 1} of ${stops.length}, ${done} read in this round`}</span>
      </Box>
      <Typography variant="h1" component="h1" sx={{ fontSize: 'book', lineHeight: 1.1 }}>
        {stop.where}
      </Typography>
      <Typography sx={{ fontSize: 'body', mb: 2 }} color="text.secondary">
        {stop.what}
        {stop.points.some(({ place }) => readHere.has(place)) ? ' · read in this round' : ''}
      </Typography>
      <ReadingFields readings={readings} of={typed.of} set={typed.set} onEnter={() => void next()} />
      {writes && <TakePhotos taken={photos} onTaken={setPhotos} />}
      {trouble && (
        <Box role="alert" sx={{ color: 'error.main', fontSize: 'body', mb: 1 }}>
          {trouble}
        </Box>
      )}
      {/* Where the thumb is. */}
      <Box
        sx={{
          position: 'sticky',
          bottom: { xs: 76, md: 12 },
          display: 'flex',
          gap: 1,
          py: 1,
          bgcolor: 'background.default',
        }}
      >
        <BigButton variant="outlined" onClick={() => go(at - 1)} aria-label="Back to the place before">
          Back
        </BigButton>
        <BigButton sx={{ flex: 1 }} disabled={!writes || wrong} onClick={() => void next()}>
          {readings.some(({ typed: each }) => each !== null) || photos.length > 0 ? 'Keep, next' : 'Next'}
        </BigButton>
      </Box>
      <Box component="details" sx={{ mt: 2 }}>
        <Box
          component="summary"
          sx={{ minHeight: 48, display: 'flex', alignItems: 'center', cursor: 'pointer', fontSize: 'body' }}
        >
          All places
        </Box>
        {stops.map(({ place, where, what, points }, i) => (
          <Button
            key={place}
            onClick={() => go(i)}
            color={i === at ? 'primary' : 'inherit'}
            sx={{
              display: 'flex',
              justifyContent: 'flex-start',
              minHeight: 48,
              width: '100%',
              textAlign: 'left',
              fontSize: 'body',
            }}
          >
            {points.some((each) => readHere.has(each.place)) ? '✓ ' : ''}
            {where}, {what}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
