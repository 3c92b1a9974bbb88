import IconButton from '@mui/material/IconButton';
import InputAdornment from '@mui/material/InputAdornment';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { editText } from '../../core/quantity/format.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { boundsProblem, fieldAt } from '../../model/fields.ts';
import { applyEdits, type JobEdit, keepUnread, type Place, valueAt } from '../../model/place.ts';
import { selectAll } from '../look/select-all.ts';
import { manualOfField } from '../manual/links.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

interface QuantityFieldProps {
  place: Place;
  label: string;
  /** What an empty field means: nothing decided (`null`), or chosen by the program (`auto`). Without it a value is needed. */
  empty?: null | 'auto';
  /** The value the program chose, shown while the field is empty. */
  automatic?: string;
  help?: string;
  /** What a number counts where its kind has no unit of its own. */
  counted?: string;
}

/** What a field for a number of the job shows and takes, whatever it looks like. */
export function useQuantityText(place: Place, empty: null | 'auto' | undefined) {
  const job = useJob();
  const { edit } = useEditing();
  const field = fieldAt(place);
  if (!field) throw new Error(`no field at ${place}`);
  const value = valueAt(job, place);
  const unread = job.unread.find((entry) => entry.place === place)?.text;
  const shown = unread ?? (typeof value === 'number' ? editText(value, field.kind, job.display) : '');
  const [typed, setTyped] = useState<string | null>(null);
  const [left, setLeft] = useState(true);
  // An undo or a remedy changes the value under the cursor: show it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a change of value or units resets the text
  useEffect(() => {
    if (left) setTyped(null);
  }, [value, unread, job.display]);

  const take = (text: string) => {
    setTyped(text);
    const name = `${field.label[0]?.toUpperCase()}${field.label.slice(1)}`;
    edit(
      name,
      (current) => {
        const wanted = text.trim().toLowerCase();
        if (empty !== undefined && (wanted === '' || wanted === 'auto'))
          return applyEdits(current, [{ at: place, value: empty }]);
        const read = readInJobUnits(text, field.kind, current.display);
        if (!read.ok || boundsProblem(field, read.value)) return keepUnread(current, place, text.trim() === '' ? ' ' : text);
        return applyEdits(current, [{ at: place, value: read.value }]);
      },
      place,
    );
  };
  const read = unread === undefined ? undefined : readInJobUnits(unread, field.kind, job.display);
  const outside = read?.ok ? boundsProblem(field, read.value) : undefined;
  const problem = read === undefined ? undefined : read.ok ? outside && inUnits(outside, job.display) : read.reason;
  return {
    field,
    text: typed ?? shown,
    /** Said once the field is left. */
    problem: left ? problem : undefined,
    take,
    enter: () => setLeft(false),
    leave: () => {
      setLeft(true);
      setTyped(null);
    },
  };
}

/**
 * A field for one number of the job. Takes units and sums ("12*0.7 kW"); the plant answers at every key. What cannot
 * be read stays in the job as typed, with the reason below it.
 */
export function QuantityField({ place, label, empty, automatic, help, counted = '' }: QuantityFieldProps) {
  const { unit, words: say } = useDisplay();
  const { field, text, problem, take, enter, leave } = useQuantityText(place, empty);
  const inUnit = unit(field.kind) || counted;
  return (
    <TextField
      label={inUnit === '' ? label : `${label} (${inUnit})`}
      value={text}
      error={problem !== undefined}
      helperText={problem !== undefined ? `This ${problem}.` : help && say(help)}
      placeholder={empty === 'auto' ? (automatic ?? 'auto') : automatic}
      onFocus={(event) => {
        enter();
        selectAll(event);
      }}
      onBlur={leave}
      onChange={(event) => take(event.target.value)}
      slotProps={{
        htmlInput: { inputMode: 'text', autoComplete: 'off', 'data-place': place },
        inputLabel: { shrink: true },
        input: { endAdornment: <AboutField place={place} /> },
      }}
    />
  );
}

/**
 * Leads to what the manual says of a field. It is seen while the field is pointed at or has the focus; by keys Ctrl+/ does the same, so
 * that it is no stop of its own.
 */
function AboutField({ place }: { place: Place }) {
  return (
    <InputAdornment position="end" sx={{ ml: 0 }}>
      <IconButton
        component={RouterLink}
        to={manualOfField(place)}
        tabIndex={-1}
        size="small"
        aria-label="About this field"
        title="About this field (Ctrl+/)"
        sx={{
          width: 24,
          height: 24,
          mr: -0.8,
          fontSize: 'label',
          fontWeight: 700,
          color: 'text.secondary',
          opacity: 0,
          '.MuiInputBase-root:hover &, .MuiInputBase-root:focus-within &': { opacity: 1 },
        }}
      >
        ?
      </IconButton>
    </InputAdornment>
  );
}

interface ChoiceFieldProps {
  place: Place;
  label: string;
  options: readonly { value: string; label: string }[];
  help?: string;
  /** Whether the empty choice means that nothing is decided. */
  none?: boolean;
  /** What else changes with a choice. */
  with?: (value: string) => JobEdit[];
}

/** A field for one choice of the job. */
export function ChoiceField({ place, label, options, help, none = false, with: more }: ChoiceFieldProps) {
  const job = useJob();
  const { put } = useEditing();
  const { words } = useDisplay();
  const value = String(valueAt(job, place) ?? '');
  const known = options.some((option) => option.value === value);
  return (
    <TextField
      select
      label={label}
      value={value}
      helperText={help && words(help)}
      onChange={({ target }) =>
        put(label, [{ at: place, value: none && target.value === '' ? null : target.value }, ...(more?.(target.value) ?? [])])
      }
      slotProps={{ inputLabel: { shrink: true }, ...(none ? { select: { displayEmpty: true } } : {}) }}
    >
      {!known && <MenuItem value={value}>{value} (unknown)</MenuItem>}
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {words(option.label)}
        </MenuItem>
      ))}
    </TextField>
  );
}

interface WordFieldProps {
  place: Place;
  label: string;
  lines?: number;
  most?: number;
}

/** A field for words of the job. */
export function WordField({ place, label, lines = 1, most = 120 }: WordFieldProps) {
  const job = useJob();
  const { put } = useEditing();
  return (
    <TextField
      label={label}
      value={String(valueAt(job, place) ?? '')}
      multiline={lines > 1}
      minRows={lines > 1 ? lines : undefined}
      onChange={(event) => put(label, [{ at: place, value: event.target.value }], place)}
      slotProps={{ htmlInput: { maxLength: most, 'data-place': place }, inputLabel: { shrink: true } }}
    />
  );
}
