import { useState } from 'react';
import { BigChoice, BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import type { FormOf } from './form.ts';

/** Skipping a step, with the reason: it stays in the book. */
export function SkipForm({ step, place, placeLabel, done }: FormOf & { step: string }) {
  const [outcome, setOutcome] = useState<'done' | 'skipped' | 'not-here'>('done');
  return (
    <EntryForm
      form={`step:${step}`}
      done={done}
      fields={({ of, set }) => (
        <>
          <BigChoice
            label="This step is"
            value={outcome}
            options={[
              ['done', 'Done'],
              ['skipped', 'Skipped'],
              ['not-here', 'Not on this plant'],
            ]}
            onChange={setOutcome}
          />
          {outcome !== 'done' && (
            <BigField id="step-why" label="Why" words value={of('why')} onChange={(text) => set('why', text)} />
          )}
        </>
      )}
      entries={({ of }, more) =>
        outcome !== 'done' && of('why').trim() === ''
          ? 'Say why: whoever comes next will ask.'
          : [
              {
                kind: 'step',
                place,
                placeLabel,
                step,
                outcome,
                why: outcome === 'done' ? '' : of('why').trim().slice(0, 2000),
                ...more,
              },
            ]
      }
    />
  );
}
