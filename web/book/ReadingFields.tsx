import Box from '@mui/material/Box';
import { standing } from '../../core/book/book.ts';
import { instrumentFor, readingError } from '../../core/commission/instruments.ts';
import { type Grade, gradeOf } from '../../core/commission/judge-readings.ts';
import type { ReadingPoint } from '../../core/commission/reading-points.ts';
import { kindOfReading, readingWords } from '../../core/commission/reading-words.ts';
import { say } from '../../core/quantity/format.ts';
import { type BookEntry, READING_QUANTITIES } from '../../model/book/entry.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { BigField } from './Big.tsx';
import { isValue, problemOf, readTyped, type Typed } from './read-typed.ts';
import { useRoundState } from './round-state.ts';
import { TwoGauges } from './TwoGauges.tsx';
import { useBook, useExpected, type Written } from './use-book.ts';

/** Colour of a grade: never the only sign of it, the words stand beside. */
export const gradeColour = (grade: Grade): string =>
  grade === 'out'
    ? 'error.main'
    : grade === 'doubtful'
      ? 'warning.main'
      : grade === 'as expected'
        ? 'secondary.main'
        : 'text.secondary';

const differenceKind = (kind: string) => (kind === 'temperature' ? 'temperatureDifference' : kind) as 'temperatureDifference';

/** The text of a field of a point, and its reading as an entry of the book. */
export interface TypedReading {
  point: ReadingPoint;
  typed: Typed;
  /** Beyond what such a reading can be. */
  problem: string | null;
}

/** What the texts of some fields come to. */
export function useTypedReadings(points: readonly ReadingPoint[], of: (field: string) => string): TypedReading[] {
  const { display } = useJob();
  return points.map((point) => {
    const typed = readTyped(of(point.key), kindOfReading(point), display, point.label);
    const { least, most, label } = READING_QUANTITIES[point.quantity];
    const kind = kindOfReading(point);
    const beyond = isValue(typed) && (typed.value < least || typed.value > most);
    const problem = beyond
      ? `${label} lies between ${say(least, kind, display)} and ${say(most, kind, display)}. Look at the number and its unit.`
      : problemOf(typed);
    return { point, typed, problem };
  });
}

/** Entries of what was typed; a reading taken in the same state shortly before is put right by the new one. */
export function useReadingEntries(): (
  readings: readonly TypedReading[],
  more?: { note?: string; photos?: string[] },
) => Written[] {
  const { note: state, since } = useRoundState();
  const { book } = useBook();
  return (readings, more = {}) => {
    const before = standing(book, 'reading').filter(({ time }) => time >= since - 1000);
    return readings.flatMap(({ point, typed, problem }, i): Written[] => {
      if (!isValue(typed) || problem) return [];
      const same = before.find(
        ({ entry }) => entry.place === point.place && entry.quantity === point.quantity && entry.state.running === state.running,
      );
      return [
        {
          kind: 'reading',
          place: point.place,
          placeLabel: point.where.slice(0, 200),
          quantity: point.quantity,
          value: typed.value,
          asTyped: { text: typed.text, unit: typed.unit },
          instrument:
            standing(book, 'instrument').find(({ entry }) => entry.quantity === point.quantity)?.entry.instrument ?? null,
          state,
          corrects: same?.entry.id ?? null,
          ...(i === 0 ? more : {}),
        } as Written & BookEntry,
      ];
    });
  };
}

/** Fields of some points, each with what is expected there now and what the typed value says. */
export function ReadingFields({
  readings,
  of,
  set,
  onEnter,
}: {
  readings: readonly TypedReading[];
  of: (field: string) => string;
  set: (field: string, text: string) => void;
  onEnter: () => void;
}) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const { note } = useRoundState();
  const { expected, working } = useExpected(note);
  const { book } = useBook();
  const instruments = standing(book, 'instrument').map(({ entry }) => entry);
  // Where several places are read at once, each says which it is.
  const several = new Set(readings.map(({ point }) => point.where)).size > 1;
  return (
    <Box>
      {readings.map(({ point, typed, problem }) => {
        const kind = kindOfReading(point);
        const shown = expected?.[point.key];
        const own = instruments.find((each) => each.quantity === point.quantity);
        const instrument = instrumentFor(point.quantity, own?.instrument ?? null, instruments);
        const value = isValue(typed) && !problem ? typed.value : null;
        const error = readingError(instrument, value ?? shown?.value ?? 0);
        const sigma = Math.hypot(shown?.sigma ?? 0, error);
        const off = value === null || !shown ? 0 : (value - shown.value) / sigma;
        const judged = {
          id: '',
          key: point.key,
          value: value ?? 0,
          expected: shown?.value ?? null,
          sigma,
          off,
          grade: shown ? gradeOf(off) : ('unknown' as const),
        };
        return (
          <Box key={point.key} sx={{ mb: 2 }}>
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
              <Box sx={{ fontSize: 'result', fontWeight: 700, fontStretch: '88%' }}>
                {shown ? say(shown.value, kind, display) : working ? '…' : '–'}
              </Box>
              <Box sx={{ color: 'text.secondary', fontSize: 'body' }}>
                {shown
                  ? `expected now, give or take ${say(2 * sigma, differenceKind(kind), display)}`
                  : 'nothing expected in this state'}
              </Box>
            </Box>
            <BigField
              id={`read-${point.key}`}
              label={several ? `${point.where}: ${point.label.charAt(0).toLowerCase()}${point.label.slice(1)}` : point.label}
              unit={unit(kind)}
              value={of(point.key)}
              onChange={(text) => set(point.key, text)}
              onEnter={onEnter}
              problem={problem}
            />
            {point.quantity === 'head' && <TwoGauges pump={point.place} onHead={(text) => set(point.key, text)} />}
            {value !== null && (
              <Box role="status" sx={{ mt: -0.8, fontSize: 'body', fontWeight: 600, color: gradeColour(judged.grade) }}>
                {readingWords(judged, { ...point, id: '', value, error }, display)}
              </Box>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
