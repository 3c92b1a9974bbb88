import Box from '@mui/material/Box';
import { editText } from '../../../core/quantity/format.ts';
import { useDisplay } from '../../state/display.ts';
import { useJob } from '../../state/job-context.tsx';
import { BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import type { Fields, FormOf } from './form.ts';

/** A day's reading for the log of a weather curve. */
export function TuningForm({ place, placeLabel, slope, shift, done }: FormOf & { slope: number; shift: number }) {
  const { display } = useJob();
  const { unit } = useDisplay();
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
      fields={(typed) => {
        const now = read(typed);
        return (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 1.5 }}>
            <BigField
              id="tune-slope"
              label="Slope as set now"
              value={typed.of('slope')}
              onChange={(text) => typed.set('slope', text)}
              problem={problemOf(now.slope)}
            />
            <BigField
              id="tune-wanted"
              label="Wanted in the room"
              unit={unit('temperature')}
              value={typed.of('wanted')}
              onChange={(text) => typed.set('wanted', text)}
              problem={problemOf(now.wanted)}
            />
            <BigField
              id="tune-room"
              label="Room, mean of the last day"
              unit={unit('temperature')}
              value={typed.of('room')}
              onChange={(text) => typed.set('room', text)}
              problem={problemOf(now.room)}
            />
            <BigField
              id="tune-outdoor"
              label="Outdoors, mean of two days"
              unit={unit('temperature')}
              value={typed.of('outdoor')}
              onChange={(text) => typed.set('outdoor', text)}
              problem={problemOf(now.outdoor)}
            />
          </Box>
        );
      }}
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
