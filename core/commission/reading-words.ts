import { READING_QUANTITIES } from '../../model/book/entry.ts';
import type { Display } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { say } from '../quantity/format.ts';
import type { Judged, SharedCause, TakenReading } from './judge-readings.ts';

/** Kind in which a difference of a quantity is said. */
const differenceKind = (kind: QuantityKind): QuantityKind => (kind === 'temperature' ? 'temperatureDifference' : kind);

/** Kind in which a reading is shown: meters at manifolds have a unit of their own. */
export const kindOfReading = ({ key, quantity }: Pick<TakenReading, 'key' | 'quantity'>): QuantityKind =>
  quantity === 'flow' && key.startsWith('rooms/') ? 'meterFlow' : READING_QUANTITIES[quantity].kind;

/** What to look at first where a reading is out: common practice. */
const LOOK_AT: Record<TakenReading['quantity'], { below: string; above: string }> = {
  supply: { below: 'what mixes or sends it', above: 'what mixes or sends it' },
  back: { below: 'the lockshield or meter, and for air: too little passes', above: 'the lockshield or meter: too much passes' },
  flow: { below: 'the valve, the strainer, air', above: 'the setting of its valve' },
  pressure: {
    below: 'the filling, and the height of this gauge',
    above: 'the filling, the vessel, and the height of this gauge',
  },
  head: { below: 'the speed of the pump, and air in it', above: 'what is shut behind it: flow is short' },
  power: { below: 'the speed of the pump; one that moves air takes little', above: 'the speed of the pump' },
  air: { below: 'what the room gets', above: 'what the room gets' },
  glycol: { below: 'what was filled', above: 'what was filled' },
};

/** What a reading says, as a sentence a colleague would say. */
export function readingWords(judged: Judged, reading: TakenReading, display: Display): string {
  const kind = kindOfReading(reading);
  if (judged.expected === null) return 'Nothing is expected here in this state. The reading is kept.';
  const expected = say(judged.expected, kind, display);
  const band = say(2 * judged.sigma, differenceKind(kind), display);
  if (judged.grade === 'as expected') return `As expected: ${expected}, give or take ${band}.`;
  const below = judged.value < judged.expected;
  const beyond = say(Math.abs(judged.value - judged.expected) - 2 * judged.sigma, differenceKind(kind), display);
  const gap = /^0\s/.test(beyond) ? 'A little' : beyond;
  const look = LOOK_AT[reading.quantity][below ? 'below' : 'above'];
  const how = judged.grade === 'doubtful' ? 'Read it once more' : 'Look at';
  return judged.grade === 'doubtful'
    ? `${gap} ${below ? 'below' : 'above'} what is likely (${expected}, give or take ${band}). ${how}; if it stays, look at ${look}.`
    : `${gap} ${below ? 'below' : 'above'} what is likely (${expected}, give or take ${band}). ${how} ${look}.`;
}

/** What all readings of a state say together. */
export function causeWords({ what, label, amount }: SharedCause, display: Display): string {
  const kind: QuantityKind = what === 'fill' ? 'pressure' : 'temperatureDifference';
  if (what === 'source' || what === 'mixed' || what === 'fill') {
    const much = say(Math.abs(amount), kind, display);
    return `${label} is ${much} ${amount < 0 ? 'lower' : 'higher'} than ${what === 'fill' ? 'planned' : 'asked'}. That moves every reading behind it, so it is taken off them.`;
  }
  const percent = Math.round(Math.abs(amount - 1) * 100);
  return `${label} is about ${percent} % ${amount < 1 ? 'less' : 'more'} than drawn. That moves every reading behind it, so it is taken off them.`;
}
