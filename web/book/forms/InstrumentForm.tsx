import { useState } from 'react';
import { READING_QUANTITIES, type ReadingQuantity } from '../../../model/book/entry.ts';
import { localTime } from '../../offline/uuid.ts';
import { useJob } from '../../state/job-context.tsx';
import { BigChoice, BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import { TypedQuantity } from '../TypedQuantity.tsx';
import type { Fields } from './form.ts';

/** An instrument and how wrong its readings are: they count by it. */
export function InstrumentForm({ done }: { done: () => void }) {
  const { display } = useJob();
  const [quantity, setQuantity] = useState<ReadingQuantity>('back');
  const kind = READING_QUANTITIES[quantity].kind;
  const differs = kind === 'temperature' ? 'temperatureDifference' : kind;
  const read = ({ of }: Fields) => readTyped(of('after'), differs, display, 'Its error');
  return (
    <EntryForm
      form="instrument"
      done={done}
      photos={false}
      fields={(typed) => (
        <>
          <BigField
            id="instrument-name"
            label="What it is, with its number"
            words
            value={typed.of('name')}
            onChange={(text) => typed.set('name', text)}
          />
          <BigChoice
            label="It reads"
            value={quantity}
            options={(['supply', 'back', 'air', 'flow', 'pressure', 'head', 'power'] as const).map(
              (each) => [each, READING_QUANTITIES[each].label] as const,
            )}
            onChange={setQuantity}
          />
          <TypedQuantity
            id="instrument-error"
            label="Wrong by, two times in three"
            kind={differs}
            name="Its error"
            typed={typed}
            field="after"
          />
        </>
      )}
      entries={(typed, { note }) => {
        const error = read(typed);
        if (typed.of('name').trim() === '') return 'Say which instrument it is.';
        if (!isValue(error) || error.value < 0) return problemOf(error) ?? 'Write how wrong it may be; its sheet says it.';
        const name = typed.of('name').trim().slice(0, 200);
        return [
          {
            kind: 'instrument',
            place: null,
            placeLabel: name,
            instrument: `${name.slice(0, 40)} ${quantity}`,
            name,
            quantity,
            error: error.value,
            share: 0,
            checkedOn: localTime().slice(0, 10),
            note,
          },
        ];
      }}
    />
  );
}
