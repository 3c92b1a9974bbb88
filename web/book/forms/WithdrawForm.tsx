import { BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';

/** Takes an entry back, with the reason; it stays in the book. */
export function WithdrawForm({ target, placeLabel, done }: { target: string; placeLabel: string; done: () => void }) {
  return (
    <EntryForm
      form={`withdraw:${target}`}
      done={done}
      photos={false}
      note={false}
      fields={({ of, set }) => (
        <BigField
          id="withdraw-why"
          label="Why it no longer holds"
          words
          value={of('why')}
          onChange={(text) => set('why', text)}
        />
      )}
      entries={({ of }) =>
        of('why').trim() === ''
          ? 'Say why. The entry stays in the book with it.'
          : [{ kind: 'withdraw', place: null, placeLabel, target, why: of('why').trim().slice(0, 2000) }]
      }
      button="Withdraw"
    />
  );
}
