import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import type { ReadingMeans } from '../../core/book/assess.ts';
import type { Book, BookItem } from '../../core/book/book.ts';
import { ENTRY_NAMES, entryLine, stateWords } from '../../core/book/entry-line.ts';
import { placeIsThere } from '../../core/book/place-there.ts';
import { type BookEntry, isKnown } from '../../model/book/entry.ts';
import type { EntryRow } from '../offline/book-database.ts';
import { useJob } from '../state/job-context.tsx';
import { momentWords } from '../state/moment-words.ts';
import { CorrectForm } from './forms/CorrectForm.tsx';
import { InstrumentForm } from './forms/InstrumentForm.tsx';
import { WaterForm } from './forms/WaterForm.tsx';
import { WithdrawForm } from './forms/WithdrawForm.tsx';
import { WordsForm } from './forms/WordsForm.tsx';
import { BookPhoto } from './Photos.tsx';
import { gradeColour } from './ReadingFields.tsx';
import { Strokes } from './SignPad.tsx';
import { useAssessed, useBook, useWrites } from './use-book.ts';

/** So many are drawn at first, and more as the end comes into sight. */
const AT_ONCE = 15;

type Filter = 'all' | 'odd' | 'photo' | 'unsent' | BookEntry['kind'];
const FILTERS: readonly (readonly [Filter, string])[] = [
  ['all', 'All'],
  ['odd', 'Odd'],
  ['photo', 'With photos'],
  ['reading', 'Readings'],
  ['test', 'Tests'],
  ['water', 'Water'],
  ['signature', 'Signatures'],
  ['fault', 'Faults'],
  ['unsent', 'Still here'],
];

/** Everything, the latest first; corrections folded under what they correct. */
export function Entries() {
  const { book, rows } = useBook();
  const assessed = useAssessed();
  const [filter, setFilter] = useState<Filter>('all');
  const [adding, setAdding] = useState<'remark' | 'water' | 'part' | 'fault' | 'instrument' | null>(null);
  const writes = useWrites();
  const shown = useMemo(
    () =>
      book.items.filter((item) => {
        if (item.replacedBy !== null) return false;
        const { entry } = item;
        if (filter === 'all') return true;
        if (filter === 'photo') return entry.photos.length > 0;
        if (filter === 'unsent') return rows.get(entry.id)?.sending !== 'sent';
        if (filter === 'odd') return ['out', 'doubtful'].includes(assessed?.readings[entry.id]?.grade ?? '');
        return entry.kind === filter;
      }),
    [book, rows, filter, assessed],
  );
  const [count, setCount] = useState(AT_ONCE);
  const end = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const at = end.current;
    if (!at) return;
    const observer = new IntersectionObserver(([entry]) => entry?.isIntersecting && setCount((before) => before + AT_ONCE), {
      rootMargin: '600px',
    });
    observer.observe(at);
    return () => observer.disconnect();
  }, []);
  const at = { place: null, placeLabel: 'Plant', done: () => setAdding(null) };
  return (
    <Box>
      <Typography component="h1" variant="h1" sx={{ mb: 1.5 }}>
        The book
      </Typography>
      {writes && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 2 }}>
          {(
            [
              ['remark', 'Note or photo'],
              ['water', 'Water'],
              ['fault', 'Fault'],
              ['part', 'Part changed'],
              ['instrument', 'Instrument'],
            ] as const
          ).map(([kind, label]) => (
            <Button
              key={kind}
              variant={adding === kind ? 'contained' : 'outlined'}
              sx={{ minHeight: 48, fontSize: 'body' }}
              onClick={() => setAdding(adding === kind ? null : kind)}
            >
              {label}
            </Button>
          ))}
        </Box>
      )}
      {adding && (
        <Box sx={{ mb: 2.5, p: 2, border: 2, borderColor: 'primary.main', borderRadius: 1, bgcolor: 'background.paper' }}>
          {adding === 'water' ? (
            <WaterForm {...at} cause="top-up" litres={null} />
          ) : adding === 'instrument' ? (
            <InstrumentForm done={at.done} />
          ) : (
            <WordsForm {...at} kind={adding} />
          )}
        </Box>
      )}
      <Box role="group" aria-label="Which entries" sx={{ display: 'flex', gap: 0.8, overflowX: 'auto', pb: 1, mb: 1 }}>
        {FILTERS.map(([key, label]) => (
          <Button
            key={key}
            aria-pressed={filter === key}
            variant={filter === key ? 'contained' : 'text'}
            color={filter === key ? 'secondary' : 'inherit'}
            onClick={() => {
              setFilter(key);
              setCount(AT_ONCE);
            }}
            sx={{ minHeight: 48, flexShrink: 0, fontSize: 'body' }}
          >
            {label}
          </Button>
        ))}
      </Box>
      {shown.length === 0 && (
        <Typography sx={{ fontSize: 'body' }}>
          {filter === 'all'
            ? 'Nothing is written yet. Start with the next step on Today, or walk the rooms on Rounds.'
            : 'None of these.'}
        </Typography>
      )}
      {shown.slice(0, count).map((item) => (
        <EntryCard
          key={item.entry.id}
          item={item}
          book={book}
          row={rows.get(item.entry.id)}
          means={assessed?.readings[item.entry.id]}
          writes={writes}
        />
      ))}
      <div ref={end} />
      {shown.length > count && (
        <Button sx={{ minHeight: 48 }} onClick={() => setCount(count + AT_ONCE)}>
          {count} of {shown.length}: show more
        </Button>
      )}
    </Box>
  );
}

interface CardProps {
  item: BookItem;
  book: Book;
  row: EntryRow | undefined;
  means: ReadingMeans | undefined;
  writes: boolean;
}

/** Whether a card would look the same: a book is made anew with each entry, its entries are not. */
const looksSame = (a: CardProps, b: CardProps): boolean =>
  a.item.entry === b.item.entry &&
  a.item.time === b.item.time &&
  a.item.withdrawn === b.item.withdrawn &&
  a.item.contested === b.item.contested &&
  a.item.replaces.join() === b.item.replaces.join() &&
  a.row?.sending === b.row?.sending &&
  a.row?.problem === b.row?.problem &&
  a.means?.words === b.means?.words &&
  a.writes === b.writes;

const EntryCard = memo(function EntryCard({ item, book, row, means, writes }: CardProps) {
  const { entry, time, clockOff, replaces, withdrawn, contested } = item;
  const job = useJob();
  const { display } = job;
  const [taking, setTaking] = useState(false);
  const [correcting, setCorrecting] = useState(false);
  const [before, setBefore] = useState(false);
  const known = isKnown(entry) ? entry : null;
  return (
    <Box
      component="article"
      sx={{
        mb: 1.2,
        p: 1.5,
        bgcolor: 'background.paper',
        border: 1,
        borderLeft: 5,
        borderColor: 'divider',
        borderLeftColor: means ? gradeColour(means.grade) : 'divider',
        borderRadius: 1,
      }}
    >
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start' }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ fontSize: 'table', color: 'text.secondary' }}>
            {[known ? ENTRY_NAMES[known.kind] : 'Newer', entry.placeLabel].filter(Boolean).join(' · ')}
          </Box>
          <Box
            sx={{
              fontSize: 'reading',
              fontWeight: 700,
              fontStretch: '90%',
              overflowWrap: 'anywhere',
              textDecoration: withdrawn === null ? 'none' : 'line-through',
            }}
          >
            {entryLine(entry, display)}
          </Box>
          {means && <Box sx={{ fontSize: 'body', color: gradeColour(means.grade), fontWeight: 600 }}>{means.words}</Box>}
          {known?.kind === 'reading' && <Box sx={{ color: 'text.secondary' }}>{stateWords(known.state, display)}</Box>}
          {entry.note && known?.kind !== 'remark' && <Box sx={{ overflowWrap: 'anywhere' }}>{entry.note}</Box>}
          {known?.kind === 'signature' && known.strokes.length > 0 && <Strokes strokes={known.strokes} />}
          {!placeIsThere(job, entry.place) && (
            <Box sx={{ color: 'text.secondary' }}>This part is no longer in the design; what was written of it stays.</Box>
          )}
          {withdrawn !== null && <Box sx={{ color: 'error.main' }}>Withdrawn: {withdrawn}</Box>}
          {contested && <Box sx={{ color: 'warning.main' }}>Corrected twice, on two devices; the newest counts.</Box>}
          <Box sx={{ fontSize: 'table', color: 'text.secondary', mt: 0.3 }}>
            {entry.who}, {momentWords(time)}
            {clockOff !== 0 && `; this device’s clock was wrong by ${offWords(clockOff)}`}
          </Box>
          {row?.sending === 'waiting' && (
            <Box
              sx={{
                display: 'inline-block',
                bgcolor: '#f2c26a',
                color: '#2a211b',
                px: 0.8,
                borderRadius: 0.5,
                fontSize: 'table',
              }}
            >
              still on this device
            </Box>
          )}
          {row?.sending === 'refused' && (
            <Box role="alert" sx={{ color: 'error.main' }}>
              The server did not take it. {row.problem} It stays on this device.
            </Box>
          )}
        </Box>
        {entry.photos.slice(0, 1).map((photo) => (
          <BookPhoto key={photo} id={photo} alt={`Photo of ${entry.placeLabel || 'the plant'}`} />
        ))}
      </Box>
      {entry.photos.length > 1 && (
        <Box sx={{ display: 'flex', gap: 0.8, mt: 1, flexWrap: 'wrap' }}>
          {entry.photos.slice(1).map((photo) => (
            <BookPhoto key={photo} id={photo} alt={`Photo of ${entry.placeLabel || 'the plant'}`} size={64} />
          ))}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {replaces.length > 0 && (
          <Button sx={{ minHeight: 48 }} aria-expanded={before} onClick={() => setBefore(!before)}>
            {replaces.length === 1 ? 'What it was before' : `What it was before, ${replaces.length} times`}
          </Button>
        )}
        {writes && withdrawn === null && known?.kind === 'reading' && (
          <Button sx={{ minHeight: 48 }} color="inherit" aria-expanded={correcting} onClick={() => setCorrecting(!correcting)}>
            Correct …
          </Button>
        )}
        {writes && withdrawn === null && known && known.kind !== 'withdraw' && (
          <Button sx={{ minHeight: 48 }} color="inherit" aria-expanded={taking} onClick={() => setTaking(!taking)}>
            Withdraw …
          </Button>
        )}
      </Box>
      {before &&
        replaces.map((id) => {
          const old = book.byId.get(id);
          return old ? (
            <Box key={id} sx={{ pl: 1.5, color: 'text.secondary' }}>
              {entryLine(old.entry, display)}, {old.entry.who}, {momentWords(old.time)}
            </Box>
          ) : null;
        })}
      {correcting && known?.kind === 'reading' && <CorrectForm reading={known} done={() => setCorrecting(false)} />}
      {taking && <WithdrawForm target={entry.id} placeLabel={entry.placeLabel} done={() => setTaking(false)} />}
    </Box>
  );
}, looksSame);

const DAY = 86_400_000;
function offWords(off: number): string {
  const size = Math.abs(off);
  if (size >= 365 * DAY) return `${Math.round(size / (365 * DAY))} years`;
  if (size >= 2 * DAY) return `${Math.round(size / DAY)} days`;
  return size >= 7_200_000 ? `${Math.round(size / 3_600_000)} hours` : `${Math.round(size / 60_000)} minutes`;
}
