import Box from '@mui/material/Box';
import { editText } from '../../../core/quantity/format.ts';
import { useJob } from '../../state/job-context.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import { TypedQuantity } from '../TypedQuantity.tsx';
import type { Fields, FormOf } from './form.ts';

/** A day's reading for the log of a weather curve. */
export function TuningForm({ place, placeLabel, slope, shift, done }: FormOf & { slope: number; shift: number }) {
  const { display } = useJob();
  const temperature = ({ of }: Fields, name: 'room' | 'outdoor' | 'wanted', label: string) =>
    readTyped(of(name), 'temperature', display, label);
  const read = (typed: Fields) => ({
    room: temperature(typed, 'room', 'The room'),
    outdoor: temperature(typed, 'outdoor', 'Outdoors'),
    wanted: temperature(typed, 'wanted', 'What is wanted'),
    slope: readTyped(typed.of('slope'), 'factor', display, 'The slope'),
  });
  return (
    <EntryForm
      form={`tune:${place}`}
      first={{ slope: String(Math.round(slope * 100) / 100), wanted: editText(20, 'temperature', display) }}
      done={done}
      fields={(typed) => (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 1.5 }}>
          <TypedQuantity id="tune-slope" label="Slope as set now" kind="factor" name="The slope" typed={typed} field="slope" />
          <TypedQuantity
            id="tune-wanted"
            label="Wanted in the room"
            kind="temperature"
            name="What is wanted"
            typed={typed}
            field="wanted"
          />
          <TypedQuantity
            id="tune-room"
            label="Room, mean of the last day"
            kind="temperature"
            name="The room"
            typed={typed}
            field="room"
          />
          <TypedQuantity
            id="tune-outdoor"
            label="Outdoors, mean of two days"
            kind="temperature"
            name="Outdoors"
            typed={typed}
            field="outdoor"
          />
        </Box>
      )}
      entries={(typed, more) => {
        const now = read(typed);
        for (const each of [now.slope, now.wanted, now.room, now.outdoor]) if (problemOf(each)) return problemOf(each) as string;
        if (!isValue(now.slope) || !isValue(now.wanted) || !isValue(now.room) || !isValue(now.outdoor))
          return 'Write all four: the slope, what is wanted, the room, and outdoors.';
        return [
          {
            kind: 'tuning',
            place,
            placeLabel,
            slope: now.slope.value,
            shift,
            room: now.room.value,
            wanted: now.wanted.value,
            outdoor: now.outdoor.value,
            ...more,
          },
        ];
      }}
      button="Keep, and say what comes next"
    />
  );
}
