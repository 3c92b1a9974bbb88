import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { ReadingQuantity } from '../../model/book/entry.ts';

/** Instruments, each with what it reads. */
const AT_HAND: readonly (readonly [label: string, quantities: readonly ReadingQuantity[]])[] = [
  ['A thermometer for pipes', ['supply', 'back']],
  ['A thermometer for rooms', ['air']],
  ['Meters of flow', ['flow']],
  ['Pressure gauges', ['pressure', 'head']],
  ['The display of the pumps', ['power']],
];

/** Everything that can be read with all of them. */
export const ALL_AT_HAND: readonly ReadingQuantity[] = AT_HAND.flatMap(([, quantities]) => quantities);

/** What there is to read with: nothing else is asked for. */
export function InstrumentsAtHand({
  without,
  onChange,
}: {
  without: readonly ReadingQuantity[];
  onChange: (without: ReadingQuantity[]) => void;
}) {
  return (
    <Box component="details" sx={{ mb: 2, fontSize: 'body', '& summary': { cursor: 'pointer', minHeight: 48 } }}>
      <Box component="summary" sx={{ fontWeight: 650 }}>
        {without.length === 0 ? 'Everything can be read' : 'Not everything can be read'}
      </Box>
      {AT_HAND.map(([label, quantities]) => {
        const there = !quantities.some((each) => without.includes(each));
        return (
          <FormControlLabel
            key={label}
            sx={{ display: 'flex', minHeight: 48 }}
            control={
              <Checkbox
                checked={there}
                onChange={() =>
                  onChange(there ? [...without, ...quantities] : without.filter((each) => !quantities.includes(each)))
                }
              />
            }
            label={label}
          />
        );
      })}
    </Box>
  );
}
