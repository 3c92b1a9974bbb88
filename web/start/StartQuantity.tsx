import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { inUnits } from '../../core/quantity/in-units.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { unitFor } from '../../core/quantity/units.ts';
import { boundsProblem, FIELDS, type FieldPlace } from '../../model/fields.ts';
import type { Display } from '../../model/job.ts';

/** What is typed for a number of a job that is not there yet, and the number in SI; null while it is none. */
export interface Typed {
  text: string;
  value: number | null;
  problem: string | null;
}

/** Reads what is typed for a field of a job. @param empty whether nothing is an answer too */
export function readTyped(text: string, place: FieldPlace, display: Display, empty = true): Typed {
  if (text.trim() === '') return { text, value: null, problem: empty ? null : 'is needed' };
  const field = FIELDS[place];
  const read = readInJobUnits(text, field.kind, display);
  if (!read.ok) return { text, value: null, problem: read.reason };
  const problem = boundsProblem(field, read.value) ?? null;
  return { text, value: problem ? null : read.value, problem: problem && inUnits(problem, display) };
}

interface Props {
  label: string;
  place: FieldPlace;
  display: Display;
  text: string;
  onText: (text: string) => void;
  placeholder?: string;
  /** It was just asked for. */
  autoFocus?: boolean;
}

/** A number with its unit in the field; what is wrong with it is said once it is left. */
export function StartQuantity({ label, place, display, text, onText, placeholder, autoFocus = false }: Props) {
  const [left, setLeft] = useState(true);
  const { problem } = readTyped(text, place, display);
  return (
    <TextField
      autoFocus={autoFocus}
      label={label}
      value={text}
      placeholder={placeholder}
      error={left && problem !== null}
      helperText={left && problem !== null ? `This ${problem}.` : undefined}
      onFocus={() => setLeft(false)}
      onBlur={() => setLeft(true)}
      onChange={(event) => onText(event.target.value)}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { autoComplete: 'off' },
        input: { endAdornment: <InputAdornment position="end">{unitFor(FIELDS[place].kind, display)}</InputAdornment> },
      }}
    />
  );
}
