import { editText } from '../../../core/quantity/format.ts';
import { useJob } from '../../state/job-context.tsx';
import { BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import { TypedQuantity } from '../TypedQuantity.tsx';
import type { Fields, FormOf } from './form.ts';

/** Photo and route of what is about to disappear. */
export function LaidForm({ place, placeLabel, done, length }: FormOf & { length: number | null }) {
  const { display } = useJob();
  const lengthOf = ({ of }: Fields) => readTyped(of('length'), 'length', display, 'Length');
  return (
    <EntryForm
      form={`laid:${place}`}
      first={length === null ? {} : { length: editText(length, 'length', display) }}
      done={done}
      fields={(typed) => (
        <>
          <TypedQuantity
            id="laid-length"
            label="Length as laid, there and back"
            kind="length"
            name="Length"
            typed={typed}
            field="length"
          />
          <BigField
            id="laid-route"
            label="Where it runs"
            words
            lines={2}
            value={typed.of('route')}
            onChange={(text) => typed.set('route', text)}
          />
        </>
      )}
      entries={(typed, more) => {
        const laid = lengthOf(typed);
        if (problemOf(laid)) return problemOf(laid) as string;
        if (more.photos.length === 0)
          return 'Take a photo with both labels in it. It is the only map of this pipe once it is covered.';
        return [
          {
            kind: 'as-built',
            place,
            placeLabel,
            route: typed.of('route').slice(0, 2000),
            length: isValue(laid) ? laid.value : null,
            noDrill: [],
            ...more,
          },
        ];
      }}
      button="Labelled and photographed"
    />
  );
}
