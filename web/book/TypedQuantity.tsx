import type { QuantityKind } from '../../model/quantities.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { BigField } from './Big.tsx';
import { problemOf, readTyped } from './read-typed.ts';
import type { useTyped } from './use-typed.ts';

/** A large field for a quantity of a form, in the units of the job; what cannot be read is told below it. */
export function TypedQuantity({
  typed,
  field,
  kind,
  label,
  name = label,
  id,
}: {
  typed: Pick<ReturnType<typeof useTyped>, 'of' | 'set'>;
  field: string;
  kind: QuantityKind;
  label: string;
  /** What the quantity is called in a sentence, where that is not its label. */
  name?: string;
  id: string;
}) {
  const { display } = useJob();
  const { unit } = useDisplay();
  return (
    <BigField
      id={id}
      label={label}
      unit={unit(kind)}
      value={typed.of(field)}
      onChange={(text) => typed.set(field, text)}
      problem={problemOf(readTyped(typed.of(field), kind, display, name))}
    />
  );
}
