import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { AssumptionOdds } from '../../core/commission/ledger-odds.ts';
import { placeName } from '../../core/design/place-name.ts';
import type { LedgerEntry } from '../../core/job/ledger.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { boundsProblem, fieldAt } from '../../model/fields.ts';
import type { Job, MaterialId } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import { type Place, valueAt } from '../../model/place.ts';
import { useRounds } from '../book/use-book.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';
import { pumpChoices, sizeChoices } from './choices.ts';

/** What is only assumed, what hangs on each guess, and what settles it. */
export function Ledger() {
  const job = useJob();
  const { put } = useEditing();
  const { data: entries } = useWork<LedgerEntry[]>('ledger', [job], (work) => work.ledger(job));
  const rounds = useRounds();
  const read = rounds.some(({ note, readings }) => note.running && readings.length > 0);
  const { data: odds } = useWork('odds', [job, rounds], (work) => work.odds(job, rounds), {
    enabled: read && job.assumptions.length > 0,
  });
  const take = (id: string) =>
    put('Removed an assumption', [{ at: 'assumptions', value: job.assumptions.filter((each) => each.id !== id) }]);
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {job.assumptions.length === 0 && <Typography variant="body2">Nothing is marked as assumed.</Typography>}
      {job.assumptions.map(({ id }) => {
        const entry = entries?.find((each) => each.id === id);
        return entry ? (
          <Entry key={id} entry={entry} odds={(read && odds?.find((each) => each.id === id)) || null} onTake={() => take(id)} />
        ) : (
          <Typography key={id} role="status" variant="body2">
            {entries === null
              ? 'Working out the alternatives …'
              : 'This line could not be worked out. Your entries are kept; undo the last step.'}
          </Typography>
        );
      })}
      <NewAssumption />
    </Box>
  );
}

function Entry({ entry, odds, onTake }: { entry: LedgerEntry; odds: AssumptionOdds | null; onTake: () => void }) {
  return (
    <Box
      component="section"
      aria-label={entry.name}
      sx={{ border: 1, borderColor: 'divider', borderLeft: 6, borderLeftColor: 'wall.mend', borderRadius: 1, p: 1.8 }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h3" sx={{ flex: 1, minWidth: 200 }}>
          {entry.name}
        </Typography>
        <Typography variant="body2">
          taken as <strong>{entry.taken}</strong>
        </Typography>
        <Button size="small" onClick={onTake} aria-label={`${entry.name}: settled, take it out`}>
          Settled
        </Button>
      </Box>
      {entry.problem && (
        <Typography variant="body2" sx={{ color: 'error.main' }}>
          {entry.problem}
        </Typography>
      )}
      {entry.alternatives.map((alternative) => {
        const nothing = [...alternative.choices, ...alternative.consequences, ...alternative.findings].length === 0;
        return (
          <Box key={alternative.label} sx={{ mt: 1 }}>
            <Typography variant="body2" sx={{ fontWeight: 700 }}>
              If it is {alternative.label}
              {nothing && ': nothing changes that matters'}
            </Typography>
            <Lines title="If known now: chosen instead" lines={alternative.choices} />
            <Lines title="If built as assumed" lines={alternative.consequences} />
            <Lines title="New findings" lines={alternative.findings} />
          </Box>
        );
      })}
      {odds && (
        <Typography variant="body2" sx={{ mt: 1.2, fontWeight: 650 }}>
          {`By ${odds.readings} readings of the site book: ${odds.odds.map(({ label, odds: chance }, i) => `${Math.round(100 * chance)} in a hundred ${label}${i === 0 ? ', as taken' : ''}`).join('; ')}.`}
        </Typography>
      )}
      {entry.settling.length > 0 && (
        <Box sx={{ mt: 1.2, pt: 1, borderTop: 1, borderColor: 'divider' }}>
          <Typography variant="body2" sx={{ fontWeight: 700 }}>
            Confirmed by
          </Typography>
          {entry.settling.map(({ kind, how, pass }) => (
            <Typography key={how} variant="body2" sx={{ mt: 0.4 }}>
              {kind === 'look' ? 'A look: ' : 'A reading: '}
              {how} <em>{pass}</em>
            </Typography>
          ))}
        </Box>
      )}
    </Box>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Box sx={{ mt: 0.4 }}>
      <Typography variant="body2" color="text.secondary">
        {title}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.4 }}>
        {lines.map((line) => (
          <Typography key={line} component="li" variant="body2">
            {line}
          </Typography>
        ))}
      </Box>
    </Box>
  );
}

/** Places of a job that are often guessed. */
const guessable = (job: Job): Place[] => [
  ...job.circuits.flatMap(({ id, sections }) =>
    [
      'run/size',
      'run/length',
      'worstRun/size',
      'worstRun/length',
      'pump',
      ...sections.flatMap((section) => [`sections/${section.id}/size`, `sections/${section.id}/length`]),
    ].map((end) => `circuits/${id}/${end}`),
  ),
  'source/run/size',
  'source/run/length',
];

function NewAssumption() {
  const job = useJob();
  const { put } = useEditing();
  const [place, setPlace] = useState('');
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const field = fieldAt(place);
  const options = optionsAt(job, place);
  const add = () => {
    const value = field ? readInJobUnits(text, field.kind, job.display) : null;
    if (field && value && !value.ok) return setProblem(`This ${value.reason}.`);
    if (field && value?.ok) {
      const outside = boundsProblem(field, value.value);
      if (outside) return setProblem(`This ${inUnits(outside, job.display)}.`);
    }
    const alternative = value?.ok ? value.value : text;
    const known = job.assumptions.find((each) => each.place === place);
    put('Marked as assumed', [
      {
        at: 'assumptions',
        value: known
          ? job.assumptions.map((each) =>
              each === known ? { ...each, alternatives: [...each.alternatives, alternative].slice(0, 6) } : each,
            )
          : [...job.assumptions, { id: nextId('a', job.assumptions), place, alternatives: [alternative] }],
      },
    ]);
    setText('');
    setProblem(null);
  };
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '2fr 1.4fr auto' }, gap: 1.5, alignItems: 'start' }}>
      <TextField
        select
        label="Field"
        value={place}
        onChange={(event) => {
          setPlace(event.target.value);
          setText('');
          setProblem(null);
        }}
        slotProps={{ inputLabel: { shrink: true } }}
      >
        {guessable(job).map((each) => (
          <MenuItem key={each} value={each}>
            {placeName(job, each)}
          </MenuItem>
        ))}
      </TextField>
      {options ? (
        <TextField
          select
          label="Could also be"
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        >
          {options.map((option) => (
            <MenuItem key={option.value} value={option.value}>
              {option.label}
            </MenuItem>
          ))}
        </TextField>
      ) : (
        <TextField
          label="Could also be"
          value={text}
          error={problem !== null}
          helperText={problem}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      )}
      <Button variant="outlined" onClick={add} disabled={place === '' || text.trim() === ''} sx={{ minHeight: 44 }}>
        Mark as assumed
      </Button>
    </Box>
  );
}

/** What a place that holds a choice may hold instead; null where a number is typed. */
function optionsAt(job: Job, place: Place): { value: string; label: string }[] | null {
  const now = valueAt(job, place);
  if (place.endsWith('/size')) {
    const material = valueAt(job, place.replace(/size$/, 'material')) as MaterialId;
    return sizeChoices(material, undefined).filter((option) => option.value !== 'auto' && option.value !== now);
  }
  if (place.endsWith('/pump'))
    return pumpChoices(job, undefined).filter((option) => option.value !== 'auto' && option.value !== now);
  return null;
}
