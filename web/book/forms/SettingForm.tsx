import { BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import type { FormOf } from './form.ts';

/** A setting as it was left; as designed where nothing else is typed. */
export function SettingForm({ place, placeLabel, what, to, done }: FormOf & { what: string; to: string }) {
  return (
    <EntryForm
      form={`set:${place}:${what}`}
      first={{ after: to }}
      done={done}
      fields={({ of, set }) => (
        <BigField id="after" label={`${what}, left at`} words value={of('after')} onChange={(text) => set('after', text)} />
      )}
      entries={({ of }, more) =>
        of('after').trim() === ''
          ? 'Say how it was left.'
          : [{ kind: 'setting', place, placeLabel, what, before: null, after: of('after').trim().slice(0, 200), ...more }]
      }
    />
  );
}
