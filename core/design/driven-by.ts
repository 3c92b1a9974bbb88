import type { PumpDesign } from './choose-pump.ts';
import type { Context } from './context.ts';

/** What the head of a pump is mostly spent on: the entry that drives its choice. */
export function drivenBy({ say }: Pick<Context, 'say'>, { head }: Pick<PumpDesign, 'head'>): string {
  const losses = head.sum.terms.filter((term) => term.kind === 'pressure');
  const whole = losses.reduce((sum, term) => sum + term.value, 0);
  const most = losses.reduce<(typeof losses)[number] | null>(
    (top, term) => (top === null || term.value > top.value ? term : top),
    null,
  );
  if (!most || whole <= 0) return '';
  return `${say(most.value / whole, 'fraction')} of its head goes to “${most.label.replace(/: pressure loss$/, '')}” (${say(most.value, 'pressure')}).`;
}
