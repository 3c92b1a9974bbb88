import { useState } from 'react';
import { editText } from '../../../core/quantity/format.ts';
import type { EntryOf } from '../../../model/book/entry.ts';
import { useJob } from '../../state/job-context.tsx';
import { BigChoice } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import { TypedQuantity } from '../TypedQuantity.tsx';
import type { Fields, FormOf } from './form.ts';

/** Water put in or let out, by a meter or as it was counted. */
export function WaterForm({
  place,
  placeLabel,
  cause,
  litres,
  done,
}: FormOf & { cause: EntryOf<'water'>['cause']; litres: number | null }) {
  const { display } = useJob();
  const [why, setWhy] = useState(cause);
  const [by, setBy] = useState<EntryOf<'water'>['by']>('meter');
  const read = ({ of }: Fields) => ({
    litres: readTyped(of('litres'), 'volume', display, 'The amount'),
    meter: readTyped(of('meter'), 'volume', display, 'The meter'),
  });
  return (
    <EntryForm
      form={`water:${place ?? ''}:${cause}`}
      first={litres === null ? {} : { litres: editText(Math.round(litres) / 1000, 'volume', display) }}
      done={done}
      fields={(typed) => (
        <>
          {cause !== 'fill' && cause !== 'purge' && (
            <BigChoice
              label="What was done"
              value={why}
              options={[
                ['top-up', 'Topped up'],
                ['meter', 'Meter read'],
                ['drained', 'Let out'],
              ]}
              onChange={setWhy}
            />
          )}
          {why !== 'meter' && (
            <TypedQuantity
              id="water-litres"
              label={why === 'drained' ? 'Drained' : 'Added'}
              kind="volume"
              name="The amount"
              typed={typed}
              field="litres"
            />
          )}
          <TypedQuantity
            id="water-meter"
            label="Meter of the filling line afterwards, where there is one"
            kind="volume"
            name="The meter"
            typed={typed}
            field="meter"
          />
          {why === 'top-up' && (
            <BigChoice
              label="Known by"
              value={by}
              options={[
                ['meter', 'A meter'],
                ['feeder', 'Shots of the feeder'],
                ['guess', 'Guess'],
              ]}
              onChange={setBy}
            />
          )}
        </>
      )}
      entries={(typed, more) => {
        const { litres: put, meter } = read(typed);
        const wrong = problemOf(put) ?? problemOf(meter);
        if (wrong) return wrong;
        if (why === 'meter' && !isValue(meter)) return 'Write what the meter stands at.';
        if (why !== 'meter' && !isValue(put)) return 'Write how much it was.';
        const amount = why === 'meter' || !isValue(put) ? 0 : put.value * 1000 * (why === 'drained' ? -1 : 1);
        return [
          {
            kind: 'water',
            place,
            placeLabel,
            litres: amount,
            cause: why,
            meter: isValue(meter) ? meter.value * 1000 : null,
            by,
            ...more,
          },
        ];
      }}
    />
  );
}
