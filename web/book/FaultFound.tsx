import Box from '@mui/material/Box';
import { useState } from 'react';
import type { Told } from '../../core/diagnosis/told.ts';
import { COMPLAINTS } from '../../core/fault/words.ts';
import { useJob } from '../state/job-context.tsx';
import { BigButton, BigField } from './Big.tsx';
import { EntryForm } from './EntryForm.tsx';
import { type FaultCase, useFaultCase } from './fault-case.ts';

/** How it ends: what was seen, what it was, what cured it and what proves it, as an entry of the book. */
export function FaultFound({ told, found }: { told: Told; found: FaultCase }) {
  const job = useJob();
  const { end } = useFaultCase();
  const [open, setOpen] = useState(false);
  const [first] = told.faults;
  const [cause] = first?.causes ?? [];
  const proof = told.verdict.rows[0];
  const name = (of: string | null): string =>
    of === null ? '' : `: ${job.rooms.find(({ id }) => id === of)?.name ?? job.circuits.find(({ id }) => id === of)?.name ?? of}`;
  const saw = [
    ...found.said.filter(({ so }) => so).map(({ complaint, of }) => `${COMPLAINTS[complaint].label}${name(of)}`),
    ...told.verdict.rows.map(
      ({ where, what, read, expected }) => `${where}, ${what.toLowerCase()}: ${read} instead of ${expected}`,
    ),
  ];
  if (!open)
    return (
      <BigButton variant="outlined" color="inherit" fullWidth onClick={() => setOpen(true)}>
        It is found: write it down
      </BigButton>
    );
  const words = (text: string) => text.trim().slice(0, 2000);
  return (
    <Box component="section" aria-label="It is found" sx={{ p: 2, border: 2, borderColor: 'primary.main', borderRadius: 1 }}>
      <EntryForm
        form="fault-found"
        first={{
          saw: saw.join('; '),
          was: [first?.label, cause?.label].filter(Boolean).join('. '),
          cure: cause?.cure ?? '',
          proof: proof ? `${proof.where}, ${proof.what.toLowerCase()}: ${proof.expected} after it` : '',
        }}
        fields={({ of, set }) => (
          <>
            {(
              [
                ['saw', 'What was seen or heard'],
                ['was', 'What it was'],
                ['cure', 'What cured it'],
                ['proof', 'The reading that proves it, as it was after the cure'],
              ] as const
            ).map(([field, label]) => (
              <BigField
                key={field}
                id={`found-${field}`}
                label={label}
                words
                lines={3}
                value={of(field)}
                onChange={(text) => set(field, text)}
              />
            ))}
          </>
        )}
        entries={({ of }, { note, photos }) => {
          if (words(of('was')) === '') return 'Say what it was.';
          if (words(of('proof')) === '') return 'Say which reading proves it: read it once more after the cure.';
          return [
            {
              kind: 'fault',
              place: first?.place ?? null,
              placeLabel: (first?.label ?? 'Plant').slice(0, 200),
              saw: words(of('saw')),
              was: words(of('was')),
              cure: words(of('cure')),
              note: [words(of('proof')), note].filter(Boolean).join('. ').slice(0, 2000),
              photos,
            },
          ];
        }}
        done={() => {
          setOpen(false);
          end();
        }}
      />
    </Box>
  );
}
