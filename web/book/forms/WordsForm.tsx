import { BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import type { Written } from '../use-book.ts';
import type { FormOf } from './form.ts';

const WORDS = {
  remark: { fields: [], ask: 'Write a note or take a photo.' },
  part: {
    fields: [
      ['changed', 'What was changed'],
      ['why', 'Why'],
    ],
    ask: 'Say what was changed.',
  },
  fault: {
    fields: [
      ['saw', 'What was seen or heard'],
      ['was', 'What it was'],
      ['cure', 'What cured it'],
    ],
    ask: 'Say what was seen.',
  },
} as const;

/** A remark, a part that was changed, a fault with its cure. */
export function WordsForm({ kind, place, placeLabel, done }: FormOf & { kind: keyof typeof WORDS }) {
  const { fields, ask } = WORDS[kind];
  return (
    <EntryForm
      form={`${kind}:${place ?? ''}`}
      done={done}
      fields={({ of, set }) => (
        <>
          {fields.map(([name, label]) => (
            <BigField
              key={name}
              id={`${kind}-${name}`}
              label={label}
              words
              value={of(name)}
              onChange={(text) => set(name, text)}
            />
          ))}
        </>
      )}
      entries={({ of }, more) => {
        const words = (name: string, most = 2000) => of(name).trim().slice(0, most);
        const first = fields[0]?.[0];
        if (first ? words(first) === '' : more.note.trim() === '' && more.photos.length === 0) return ask;
        const where = { place, placeLabel, ...more };
        const made: Written =
          kind === 'part'
            ? { kind, changed: words('changed', 200), why: words('why'), ...where }
            : kind === 'fault'
              ? { kind, saw: words('saw'), was: words('was'), cure: words('cure'), ...where }
              : { kind, ...where };
        return [made];
      }}
    />
  );
}
