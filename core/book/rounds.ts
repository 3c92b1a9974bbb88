import { canonical } from '../../model/book/canonical.ts';
import type { EntryOf, StateNote } from '../../model/book/entry.ts';
import type { Round } from '../commission/as-built.ts';
import { instrumentFor, readingError } from '../commission/instruments.ts';
import type { TakenReading } from '../commission/judge-readings.ts';
import { keyOf } from '../commission/reading-points.ts';
import { type Book, type BookItem, standing } from './book.ts';

/** Readings of one state, taken within so long of each other, ms, belong together: a plant in use moves on. */
const ONE_ROUND = 2 * 3600_000;

export interface BookRound extends Round {
  /** Key of each entry in it, and when the first and last were taken, ms. */
  from: number;
  to: number;
}

type ReadingItem = BookItem & { entry: EntryOf<'reading'> };

const takenReading = ({ entry }: ReadingItem, instruments: readonly EntryOf<'instrument'>[]): TakenReading => {
  const { id, quantity, value, instrument, place } = entry;
  return {
    id,
    key: keyOf(place ?? '', quantity),
    quantity,
    value,
    error: readingError(instrumentFor(quantity, instrument, instruments), value),
  };
};

/** The same state for the eyes of a plant: how long it had settled says nothing of what it was. */
const stateKey = ({ settledFor: _, ...rest }: StateNote): string => canonical(rest);

/**
 * The readings that stand, by the state they were taken in, the latest round first. Of several of one point in a round the latest counts.
 */
export function roundsOf(book: Book): BookRound[] {
  const instruments = standing(book, 'instrument').map(({ entry }) => entry);
  const rounds: (BookRound & { key: string; latest: Map<string, TakenReading> })[] = [];
  // The earliest first, so that the latest of a point wins.
  for (const item of standing(book, 'reading').toReversed()) {
    const key = stateKey(item.entry.state);
    let round = rounds.find((each) => each.key === key && item.time - each.to <= ONE_ROUND);
    if (!round) {
      round = { key, note: item.entry.state, readings: [], from: item.time, to: item.time, latest: new Map() };
      rounds.push(round);
    }
    round.to = Math.max(round.to, item.time);
    const reading = takenReading(item, instruments);
    round.latest.set(reading.key, reading);
  }
  return rounds
    .map(({ note, from, to, latest }) => ({ note, from, to, readings: [...latest.values()] }))
    .sort((a, b) => b.to - a.to);
}
