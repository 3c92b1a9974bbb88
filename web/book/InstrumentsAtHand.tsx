import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { type Costs, USUAL_MINUTES } from '../../core/diagnosis/reading-costs.ts';
import type { ReadingQuantity } from '../../model/book/entry.ts';
import { type FaultCase, MOST_MINUTES } from './fault-case.ts';

/** Instruments, each with what it reads. */
const AT_HAND: readonly (readonly [label: string, quantities: readonly ReadingQuantity[]])[] = [
  ['A thermometer for pipes', ['supply', 'back']],
  ['A thermometer for rooms', ['air']],
  ['Meters of flow', ['flow']],
  ['Pressure gauges', ['pressure']],
  ['A gauge across a pump', ['head']],
  ['The display of the pumps', ['power']],
];

/** Everything that can be read with all of them. */
export const ALL_AT_HAND: readonly ReadingQuantity[] = AT_HAND.flatMap(([, quantities]) => quantities);

/** What there is to read with, how long each takes here, and whether thermostats may be turned: nothing else is asked for. */
export function InstrumentsAtHand({ found, onChange }: { found: FaultCase; onChange: (to: Partial<FaultCase>) => void }) {
  const { without, turns, minutes } = found;
  const own = Object.keys(minutes).length > 0;
  const put = (keys: readonly (keyof Costs)[], value: number | null) => {
    const left = Object.entries(minutes).filter(([key]) => !keys.includes(key as keyof Costs));
    onChange({ minutes: Object.fromEntries([...left, ...(value === null ? [] : keys.map((key) => [key, value]))]) });
  };
  return (
    <Box component="details" sx={{ mb: 2, fontSize: 'body', '& summary': { cursor: 'pointer', minHeight: 48 } }}>
      <Box component="summary" sx={{ fontWeight: 650 }}>
        {`${without.length === 0 ? 'Everything can be read' : 'Not everything can be read'}${own ? ', in minutes of your own' : ''}${turns ? '; thermostats may be turned' : ''}`}
      </Box>
      {AT_HAND.map(([label, quantities]) => {
        const there = !quantities.some((each) => without.includes(each));
        return (
          <Box key={label} sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 56 }}>
            <FormControlLabel
              sx={{ flex: 1, mr: 0 }}
              control={
                <Checkbox
                  checked={there}
                  onChange={() =>
                    onChange({
                      without: there ? [...without, ...quantities] : without.filter((each) => !quantities.includes(each)),
                    })
                  }
                />
              }
              label={label}
            />
            <Minutes label={`${label}: minutes`} of={quantities} minutes={minutes} onChange={(value) => put(quantities, value)} />
          </Box>
        );
      })}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 56 }}>
        <FormControlLabel
          sx={{ flex: 1, mr: 0 }}
          control={<Checkbox checked={turns} onChange={() => onChange({ turns: !turns })} />}
          label="Thermostats may be turned for it; the water settles in"
        />
        <Minutes
          label="Until it has settled: minutes"
          of={['settle']}
          minutes={minutes}
          onChange={(value) => put(['settle'], value)}
        />
      </Box>
    </Box>
  );
}

/** Minutes of one kind of reading; the usual ones where nothing is written. */
function Minutes({
  label,
  of,
  minutes,
  onChange,
}: {
  label: string;
  of: readonly (keyof Costs)[];
  minutes: Partial<Costs>;
  onChange: (value: number | null) => void;
}) {
  const [first] = of;
  const [text, setText] = useState(() => String((first && minutes[first]) ?? ''));
  const value = Number(text.replace(',', '.'));
  const wrong = text.trim() !== '' && !(value >= 0 && value <= MOST_MINUTES);
  return (
    <TextField
      size="small"
      value={text}
      error={wrong}
      helperText={wrong ? `Give 0 to ${MOST_MINUTES} minutes.` : undefined}
      placeholder={String(first ? USUAL_MINUTES[first] : '')}
      onChange={({ target }) => {
        const next = target.value;
        setText(next);
        const number = Number(next.replace(',', '.'));
        if (next.trim() === '') onChange(null);
        else if (number >= 0 && number <= MOST_MINUTES) onChange(number);
      }}
      sx={{ width: 108 }}
      slotProps={{
        htmlInput: { 'aria-label': label, inputMode: 'decimal' },
        input: { endAdornment: <InputAdornment position="end">min</InputAdornment> },
      }}
    />
  );
}
