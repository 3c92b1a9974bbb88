import { keyOf } from '../../../core/commission/reading-points.ts';
import { kindOfReading } from '../../../core/commission/reading-words.ts';
import { type EntryOf, READING_QUANTITIES } from '../../../model/book/entry.ts';
import { useJob } from '../../state/job-context.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import { TypedQuantity } from '../TypedQuantity.tsx';
import type { Fields } from './form.ts';

/** Puts a reading right: another value in its place, in the state it was taken in; the first stays in the book. */
export function CorrectForm({ reading, done }: { reading: EntryOf<'reading'>; done: () => void }) {
  const { display } = useJob();
  const { quantity, place, placeLabel, instrument, state, id } = reading;
  const kind = kindOfReading({ key: keyOf(place ?? '', quantity), quantity });
  const read = ({ of }: Fields) => readTyped(of('after'), kind, display, READING_QUANTITIES[quantity].label);
  return (
    <EntryForm
      form={`correct:${id}`}
      done={done}
      photos={false}
      fields={(typed) => (
        <TypedQuantity
          id={`correct-${id}`}
          label={`${READING_QUANTITIES[quantity].label}, corrected`}
          kind={kind}
          name={READING_QUANTITIES[quantity].label}
          typed={typed}
          field="after"
        />
      )}
      entries={(typed, { note }) => {
        const value = read(typed);
        if (!isValue(value)) return problemOf(value) ?? 'Write the correct value.';
        return [
          {
            kind: 'reading',
            place,
            placeLabel,
            quantity,
            value: value.value,
            asTyped: { text: value.text, unit: value.unit },
            instrument,
            state,
            corrects: id,
            note,
          },
        ];
      }}
      button="Correct"
    />
  );
}
