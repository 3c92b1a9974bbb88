import { type AnyEntry, type BookEntry, isKnown, READING_QUANTITIES, type StateNote } from '../../model/book/entry.ts';
import type { Display } from '../../model/job.ts';
import { keyOf } from '../commission/reading-points.ts';
import { kindOfReading } from '../commission/reading-words.ts';
import { formatNumber, say } from '../quantity/format.ts';

/** What a kind of entry is called. */
export const ENTRY_NAMES: Record<BookEntry['kind'], string> = {
  reading: 'Reading',
  setting: 'Setting',
  test: 'Pressure test',
  step: 'Step',
  signature: 'Signature',
  water: 'Water',
  instrument: 'Instrument',
  'as-built': 'As built',
  tuning: 'Curve',
  part: 'Part changed',
  fault: 'Fault',
  remark: 'Remark',
  withdraw: 'Withdrawn',
};

const CAUSES = { fill: 'filled', purge: 'purged', 'top-up': 'topped up', drained: 'drained', meter: 'meter read' } as const;
const OUTCOMES = { done: 'done', skipped: 'skipped', 'not-here': 'not on this plant' } as const;

/** State of the plant as one says it: "running, all calling, 3 °C outdoors". */
export function stateWords({ running, calls, outdoor, source, mode }: StateNote, display: Display): string {
  if (!running) return 'at rest';
  return [
    mode === 'cooling' ? 'cooling' : 'running',
    calls === 'all'
      ? 'all calling'
      : calls.length === 0
        ? 'nothing calling'
        : `${calls.length} ${calls.length === 1 ? 'zone' : 'zones'} calling`,
    ...(outdoor === null ? [] : [`${say(outdoor, 'temperature', display)} outdoors`]),
    ...(source === null ? [] : [`source ${say(source, 'temperature', display)}`]),
  ].join(', ');
}

/** What an entry says, in one line. */
export function entryLine(any: AnyEntry, display: Display): string {
  if (!isKnown(any)) return 'Written by a newer program. It is kept as it is; this program cannot show it.';
  const entry: BookEntry = any;
  const said = (value: number, kind: Parameters<typeof say>[1]) => say(value, kind, display);
  switch (entry.kind) {
    case 'reading': {
      const { quantity, value, place } = entry;
      return `${READING_QUANTITIES[quantity].label} ${said(value, kindOfReading({ key: keyOf(place ?? '', quantity), quantity }))}`;
    }
    case 'setting':
      return `${entry.what}: ${entry.after}${entry.before ? ` (was ${entry.before})` : ''}`;
    case 'test':
      return `${entry.medium === 'water' ? 'Water' : 'Air'}, ${said(entry.start.pressure, 'pressure')} to ${said(entry.end.pressure, 'pressure')}, ${said(entry.start.temperature, 'temperature')} to ${said(entry.end.temperature, 'temperature')}, ${Math.round((Date.parse(entry.end.at) - Date.parse(entry.start.at)) / 60_000)} min`;
    case 'step':
      return `${OUTCOMES[entry.outcome]}${entry.why ? `: ${entry.why}` : ''}`;
    case 'signature':
      return `Signed by ${entry.name}, over ${entry.signed.length} ${entry.signed.length === 1 ? 'entry' : 'entries'}`;
    case 'water': {
      const litres = said(Math.abs(entry.litres) / 1000, 'volume');
      const meter = entry.meter === null ? '' : `, meter at ${formatNumber(entry.meter, 1)} L`;
      return entry.cause === 'meter' ? `Meter read${meter}` : `${litres} ${CAUSES[entry.cause]}${meter}`;
    }
    case 'instrument':
      return `${entry.name}${entry.checkedOn ? `, checked on ${entry.checkedOn}` : ''}`;
    case 'as-built':
      return (
        [
          entry.route,
          entry.length === null ? '' : said(entry.length, 'length'),
          entry.noDrill.length > 0
            ? `${entry.noDrill.length} ${entry.noDrill.length === 1 ? 'place' : 'places'} not to drill`
            : '',
        ]
          .filter(Boolean)
          .join(', ') || 'Photo'
      );
    case 'tuning':
      return `Slope ${formatNumber(entry.slope, 2)}: room ${said(entry.room, 'temperature')} where ${said(entry.wanted, 'temperature')} is wanted, ${said(entry.outdoor, 'temperature')} outdoors`;
    case 'part':
      return `${entry.changed}${entry.why ? `: ${entry.why}` : ''}`;
    case 'fault':
      return [entry.saw, entry.was && `It was ${entry.was}`, entry.cure].filter(Boolean).join('. ');
    case 'remark':
      return entry.note || 'Photo';
    case 'withdraw':
      return `Takes back an entry: ${entry.why}`;
  }
}
