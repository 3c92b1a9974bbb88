import Box from '@mui/material/Box';
import { useState } from 'react';
import type { CoverUp } from '../../core/commission/plan/build-steps.ts';
import { judgeTest, type TestTarget } from '../../core/commission/pressure-test.ts';
import { keyOf } from '../../core/commission/reading-points.ts';
import { kindOfReading } from '../../core/commission/reading-words.ts';
import { editText, say } from '../../core/quantity/format.ts';
import { digestOf } from '../../exchange/book/digest.ts';
import { type AnyEntry, type EntryOf, READING_QUANTITIES, type ReadingQuantity } from '../../model/book/entry.ts';
import { localTime } from '../offline/uuid.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { BigChoice, BigField } from './Big.tsx';
import { EntryForm } from './EntryForm.tsx';
import { isValue, problemOf, readTyped } from './read-typed.ts';
import { SignPad, type Stroke } from './SignPad.tsx';
import type { Written } from './use-book.ts';
import type { useTyped } from './use-typed.ts';

type Fields = ReturnType<typeof useTyped>;
interface Common {
  place: string | null;
  placeLabel: string;
  done: () => void;
}

/** A setting as it was left; as designed where nothing else is typed. */
export function SettingForm({ place, placeLabel, what, to, done }: Common & { what: string; to: string }) {
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

/** A pressure test: begun, then read again at its end; what it says stands there before it is kept. */
export function TestForm({ gate, target, done, placeLabel }: Omit<Common, 'place'> & { gate: CoverUp; target: TestTarget }) {
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
              <Box sx={{ color: 'warning.main', fontSize: '1.05rem', mb: 1.5 }}>
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
                  fontSize: '1.1rem',
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
        typed.clear('minutes');
        return [{ kind: 'test', place: gate.id, placeLabel, ...made.test, ...more }];
      }}
    />
  );
}

/** Photo and route of what is about to disappear. */
export function LaidForm({ place, placeLabel, done, length }: Common & { length: number | null }) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const lengthOf = ({ of }: Fields) => readTyped(of('length'), 'length', display, 'Length');
  return (
    <EntryForm
      form={`laid:${place}`}
      first={length === null ? {} : { length: editText(length, 'length', display) }}
      done={done}
      fields={(typed) => (
        <>
          <BigField
            id="laid-length"
            label="Length as laid, there and back"
            unit={unit('length')}
            value={typed.of('length')}
            onChange={(text) => typed.set('length', text)}
            problem={problemOf(lengthOf(typed))}
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

/** A signature under a step and the entries it stands over. */
export function SignForm({ of: step, placeLabel, place, signs, done }: Common & { of: string; signs: readonly AnyEntry[] }) {
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  return (
    <EntryForm
      form={`sign:${step}`}
      done={done}
      photos={false}
      fields={({ of, set }) => (
        <>
          <BigField id="sign-name" label="Name of who signs" words value={of('name')} onChange={(text) => set('name', text)} />
          <SignPad strokes={strokes} onChange={setStrokes} />
          <Box
            sx={{ mb: 1.5, color: 'text.secondary' }}
          >{`Signs ${signs.length} ${signs.length === 1 ? 'entry' : 'entries'} as they stand now. Who signs can take it back later; it then stays in the book as taken back.`}</Box>
        </>
      )}
      entries={async ({ of }, { note }) => {
        if (of('name').trim() === '') return 'Write the name of who signs.';
        return [
          {
            kind: 'signature',
            place,
            placeLabel,
            of: step,
            name: of('name').trim().slice(0, 80),
            strokes,
            signed: signs.slice(0, 2000).map(({ id }) => id),
            digest: await digestOf(signs),
            note,
          },
        ];
      }}
      button="Sign"
    />
  );
}

/** Water put in or let out, by a meter or as it was counted. */
export function WaterForm({
  place,
  placeLabel,
  cause,
  litres,
  done,
}: Common & { cause: EntryOf<'water'>['cause']; litres: number | null }) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const [why, setWhy] = useState(cause);
  const [by, setBy] = useState<EntryOf<'water'>['by']>('meter');
  const read = ({ of }: Fields) => ({
    litres: readTyped(of('litres'), 'volume', display, 'The amount'),
    meter: readTyped(of('meter'), 'volume', display, 'The meter'),
  });
  return (
    <EntryForm
      form={`water:${place ?? ''}:${cause}`}
      first={litres === null ? {} : { litres: editText(Math.round(litres) / 1000, 'volume', display) }}
      done={done}
      fields={(typed) => (
        <>
          {cause !== 'fill' && cause !== 'purge' && (
            <BigChoice
              label="What was done"
              value={why}
              options={[
                ['top-up', 'Topped up'],
                ['meter', 'Meter read'],
                ['drained', 'Let out'],
              ]}
              onChange={setWhy}
            />
          )}
          {why !== 'meter' && (
            <BigField
              id="water-litres"
              label={why === 'drained' ? 'Let out' : 'Put in'}
              unit={unit('volume')}
              value={typed.of('litres')}
              onChange={(text) => typed.set('litres', text)}
              problem={problemOf(read(typed).litres)}
            />
          )}
          <BigField
            id="water-meter"
            label="Meter of the filling line afterwards, where there is one"
            unit={unit('volume')}
            value={typed.of('meter')}
            onChange={(text) => typed.set('meter', text)}
            problem={problemOf(read(typed).meter)}
          />
          {why === 'top-up' && (
            <BigChoice
              label="Known by"
              value={by}
              options={[
                ['meter', 'A meter'],
                ['feeder', 'Shots of the feeder'],
                ['guess', 'Guess'],
              ]}
              onChange={setBy}
            />
          )}
        </>
      )}
      entries={(typed, more) => {
        const { litres: put, meter } = read(typed);
        const wrong = problemOf(put) ?? problemOf(meter);
        if (wrong) return wrong;
        if (why === 'meter' && !isValue(meter)) return 'Write what the meter stands at.';
        if (why !== 'meter' && !isValue(put)) return 'Write how much it was.';
        const amount = why === 'meter' || !isValue(put) ? 0 : put.value * 1000 * (why === 'drained' ? -1 : 1);
        return [
          {
            kind: 'water',
            place,
            placeLabel,
            litres: amount,
            cause: why,
            meter: isValue(meter) ? meter.value * 1000 : null,
            by,
            ...more,
          },
        ];
      }}
    />
  );
}

/** A day's reading for the log of a weather curve. */
export function TuningForm({ place, placeLabel, slope, shift, done }: Common & { slope: number; shift: number }) {
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
export function WordsForm({ kind, place, placeLabel, done }: Common & { kind: keyof typeof WORDS }) {
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

/** Skipping a step, with the reason: it stays in the book. */
export function SkipForm({ step, place, placeLabel, done }: Common & { step: string }) {
  const [outcome, setOutcome] = useState<'done' | 'skipped' | 'not-here'>('done');
  return (
    <EntryForm
      form={`step:${step}`}
      done={done}
      fields={({ of, set }) => (
        <>
          <BigChoice
            label="This step is"
            value={outcome}
            options={[
              ['done', 'Done'],
              ['skipped', 'Skipped'],
              ['not-here', 'Not on this plant'],
            ]}
            onChange={setOutcome}
          />
          {outcome !== 'done' && (
            <BigField id="step-why" label="Why" words value={of('why')} onChange={(text) => set('why', text)} />
          )}
        </>
      )}
      entries={({ of }, more) =>
        outcome !== 'done' && of('why').trim() === ''
          ? 'Say why: whoever comes next will ask.'
          : [
              {
                kind: 'step',
                place,
                placeLabel,
                step,
                outcome,
                why: outcome === 'done' ? '' : of('why').trim().slice(0, 2000),
                ...more,
              },
            ]
      }
    />
  );
}

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
      button="Take it back"
    />
  );
}

/** Puts a reading right: another value in its place, in the state it was taken in; the first stays in the book. */
export function CorrectForm({ reading, done }: { reading: EntryOf<'reading'>; done: () => void }) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const { quantity, place, placeLabel, instrument, state, id } = reading;
  const kind = kindOfReading({ key: keyOf(place ?? '', quantity), quantity });
  const read = ({ of }: Fields) => readTyped(of('after'), kind, display, READING_QUANTITIES[quantity].label);
  return (
    <EntryForm
      form={`correct:${id}`}
      done={done}
      photos={false}
      fields={(typed) => (
        <BigField
          id={`correct-${id}`}
          label={`${READING_QUANTITIES[quantity].label}, right`}
          unit={unit(kind)}
          value={typed.of('after')}
          onChange={(text) => typed.set('after', text)}
          problem={problemOf(read(typed))}
        />
      )}
      entries={(typed, { note }) => {
        const value = read(typed);
        if (!isValue(value)) return problemOf(value) ?? 'Write the right value.';
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
      button="Put it right"
    />
  );
}

/** An instrument and how wrong its readings are: they count by it. */
export function InstrumentForm({ done }: { done: () => void }) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const [quantity, setQuantity] = useState<ReadingQuantity>('back');
  const kind = READING_QUANTITIES[quantity].kind;
  const differs = kind === 'temperature' ? 'temperatureDifference' : kind;
  const read = ({ of }: Fields) => readTyped(of('after'), differs, display, 'Its error');
  return (
    <EntryForm
      form="instrument"
      done={done}
      photos={false}
      fields={(typed) => (
        <>
          <BigField
            id="instrument-name"
            label="What it is, with its number"
            words
            value={typed.of('name')}
            onChange={(text) => typed.set('name', text)}
          />
          <BigChoice
            label="It reads"
            value={quantity}
            options={(['supply', 'back', 'air', 'flow', 'pressure', 'head', 'power'] as const).map(
              (each) => [each, READING_QUANTITIES[each].label] as const,
            )}
            onChange={setQuantity}
          />
          <BigField
            id="instrument-error"
            label="Wrong by, two times in three"
            unit={unit(differs)}
            value={typed.of('after')}
            onChange={(text) => typed.set('after', text)}
            problem={problemOf(read(typed))}
          />
        </>
      )}
      entries={(typed, { note }) => {
        const error = read(typed);
        if (typed.of('name').trim() === '') return 'Say which instrument it is.';
        if (!isValue(error) || error.value < 0) return problemOf(error) ?? 'Write how wrong it may be; its sheet says it.';
        const name = typed.of('name').trim().slice(0, 200);
        return [
          {
            kind: 'instrument',
            place: null,
            placeLabel: name,
            instrument: `${name.slice(0, 40)} ${quantity}`,
            name,
            quantity,
            error: error.value,
            share: 0,
            checkedOn: localTime().slice(0, 10),
            note,
          },
        ];
      }}
    />
  );
}
