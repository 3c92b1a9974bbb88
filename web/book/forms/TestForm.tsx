import Box from '@mui/material/Box';
import { useState } from 'react';
import type { CoverUp } from '../../../core/commission/plan/build-steps.ts';
import { judgeTest, type TestTarget } from '../../../core/commission/pressure-test.ts';
import { say } from '../../../core/quantity/format.ts';
import type { EntryOf } from '../../../model/book/entry.ts';
import { localTime } from '../../offline/uuid.ts';
import { useDisplay } from '../../state/display.ts';
import { useJob } from '../../state/job-context.tsx';
import { BigChoice, BigField } from '../Big.tsx';
import { EntryForm } from '../EntryForm.tsx';
import { isValue, problemOf, readTyped } from '../read-typed.ts';
import type { Fields, FormOf } from './form.ts';

/** A pressure test: begun, then read again at its end; what it says stands there before it is kept. */
export function TestForm({ gate, target, done, placeLabel }: Omit<FormOf, 'place'> & { gate: CoverUp; target: TestTarget }) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const [medium, setMedium] = useState<'water' | 'air'>('water');
  const read = ({ of }: Fields) => ({
    start: readTyped(of('start'), 'pressure', display, 'Pressure at the start'),
    startT: readTyped(of('startT'), 'temperature', display, 'Temperature at the start'),
    end: readTyped(of('end'), 'pressure', display, 'Pressure at the end'),
    endT: readTyped(of('endT'), 'temperature', display, 'Temperature at the end'),
  });
  const field = (typed: Fields, name: 'start' | 'startT' | 'end' | 'endT', label: string, kind: 'pressure' | 'temperature') => (
    <BigField
      id={`test-${name}`}
      label={label}
      unit={unit(kind)}
      value={typed.of(name)}
      onChange={(text) => {
        typed.set(name, text);
        if (name === 'start' && !typed.of('startAt')) typed.set('startAt', localTime());
      }}
      problem={problemOf(read(typed)[name])}
    />
  );
  const testOf = (
    typed: Fields,
  ): { test: Pick<EntryOf<'test'>, 'start' | 'end' | 'medium' | 'pipe'>; minutes: number } | string => {
    const { start, startT, end, endT } = read(typed);
    if (!isValue(start) || !isValue(startT))
      return 'Write pressure and temperature at the start. They stay here while the test runs.';
    if (!isValue(end) || !isValue(endT)) return 'Write pressure and temperature at the end, when its time is over.';
    const from = typed.of('startAt') || localTime();
    const minutes = readTyped(typed.of('minutes'), 'duration', display, 'It was held for');
    const held = isValue(minutes) ? minutes.value / 60 : (Date.now() - Date.parse(from)) / 60_000;
    const began = isValue(minutes) ? localTime(new Date(Date.now() - minutes.value * 1000)) : from;
    return {
      test: {
        medium,
        pipe: gate.pipe,
        start: { pressure: start.value, temperature: startT.value, at: began },
        end: { pressure: end.value, temperature: endT.value, at: localTime() },
      },
      minutes: held,
    };
  };
  return (
    <EntryForm
      form={`test:${gate.id}`}
      done={done}
      fields={(typed) => {
        const made = testOf(typed);
        const verdict =
          typeof made === 'string'
            ? null
            : judgeTest({ ...made.test, minutes: made.minutes }, target, (pressure) => say(pressure, 'pressure', display));
        return (
          <>
            <BigChoice
              label="Filled with"
              value={medium}
              options={[
                ['water', 'Water'],
                ['air', 'Air'],
              ]}
              onChange={setMedium}
            />
            {medium === 'air' && (
              <Box sx={{ color: 'warning.main', fontSize: 'body', mb: 1.5 }}>
                Air under pressure stores energy: only as the local rules ask, nobody near, and never above{' '}
                {say(5e4, 'pressure', display)} without them.
              </Box>
            )}
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
              {field(typed, 'start', 'Start', 'pressure')}
              {field(typed, 'startT', 'Pipe, at the start', 'temperature')}
              {field(typed, 'end', 'End', 'pressure')}
              {field(typed, 'endT', 'Pipe, at the end', 'temperature')}
            </Box>
            <BigField
              id="test-minutes"
              label={
                typed.of('startAt')
                  ? `Held for (begun ${typed.of('startAt').slice(11, 16)} here; empty counts from then)`
                  : 'Held for'
              }
              unit={unit('duration')}
              value={typed.of('minutes')}
              onChange={(text) => typed.set('minutes', text)}
              problem={problemOf(readTyped(typed.of('minutes'), 'duration', display, 'It was held for'))}
            />
            {verdict && (
              <Box
                role="status"
                sx={{
                  fontSize: 'body',
                  fontWeight: 600,
                  mb: 1.5,
                  color:
                    verdict.verdict === 'tight' ? 'secondary.main' : verdict.verdict === 'leaks' ? 'error.main' : 'warning.main',
                }}
              >
                {verdict.words}
              </Box>
            )}
          </>
        );
      }}
      entries={(typed, more) => {
        const made = testOf(typed);
        if (typeof made === 'string') return made;
        return [{ kind: 'test', place: gate.id, placeLabel, ...made.test, ...more }];
      }}
    />
  );
}
