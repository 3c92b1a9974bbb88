import Box from '@mui/material/Box';
import { useState } from 'react';
import { digestOf } from '../../../exchange/book/digest.ts';
import type { AnyEntry } from '../../../model/book/entry.ts';
import { BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { SignPad, type Stroke } from '../SignPad.tsx';
import type { FormOf } from './form.ts';

/** A signature under a step and the entries it stands over. */
export function SignForm({ of: step, placeLabel, place, signs, done }: FormOf & { of: string; signs: readonly AnyEntry[] }) {
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  return (
    <EntryForm
      form={`sign:${step}`}
      done={done}
      photos={false}
      fields={({ of, set }) => (
        <>
          <BigField id="sign-name" label="Name of who signs" words value={of('name')} onChange={(text) => set('name', text)} />
          <SignPad strokes={strokes} onChange={setStrokes} />
          <Box
            sx={{ mb: 1.5, color: 'text.secondary' }}
          >{`Signs ${signs.length} ${signs.length === 1 ? 'entry' : 'entries'} as they stand now. Who signs can take it back later; it then stays in the book as taken back.`}</Box>
        </>
      )}
      entries={async ({ of }, { note }) => {
        if (of('name').trim() === '') return 'Write the name of who signs.';
        return [
          {
            kind: 'signature',
            place,
            placeLabel,
            of: step,
            name: of('name').trim().slice(0, 80),
            strokes,
            signed: signs.slice(0, 2000).map(({ id }) => id),
            digest: await digestOf(signs),
            note,
          },
        ];
      }}
      button="Sign"
    />
  );
}
