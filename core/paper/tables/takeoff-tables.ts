import type { Job, Presence } from '../../../model/job.ts';
import { formatMoney, formatNumber } from '../../quantity/format.ts';
import type { ItemChange } from '../../takeoff/compare.ts';
import { ITEM_GROUPS, type Item } from '../../takeoff/item.ts';
import { type PricedItem, priced, totalOf } from '../../takeoff/priced.ts';
import { quantityWords } from '../../takeoff/quantity-words.ts';
import { type Cell, type Column, column, type Table } from '../table.ts';

/** What stands over the lines of each presence. */
const PRESENCE_TITLES: Record<Presence, string> = {
  new: 'New: to buy',
  there: 'There already',
  later: 'Later: not bought now',
};

/** The lines of one presence. @param prices whether price and sum stand behind each */
function presenceTable(job: Job, items: readonly PricedItem[], presence: Presence, prices: boolean): Table {
  const own = items.filter((item) => item.presence === presence);
  const numbered = own.some(({ article }) => article !== null && (article.number !== '' || article.supplier !== ''));
  const money = job.quote.currency;
  const columns: Column[] = [
    column('Kind'),
    column('What'),
    column('Size'),
    column('Number'),
    column('Unit'),
    column('Note'),
    ...(numbered ? [column('Article'), column('Supplier')] : []),
    ...(prices
      ? [
          { label: 'Price', unit: money },
          { label: 'Sum', unit: money },
        ]
      : []),
  ];
  const rows = own.map((item): Cell[] => {
    const { number, unit } = quantityWords(item, job);
    const price = item.article?.price ?? null;
    return [
      ITEM_GROUPS[item.group],
      item.what,
      item.size,
      number,
      unit,
      [item.estimated ? 'estimated' : '', item.note].filter(Boolean).join('; '),
      ...(numbered ? [item.article?.number ?? '', item.article?.supplier ?? ''] : []),
      ...(prices ? [price, item.sum === null ? null : Math.round(item.sum * 100) / 100] : []),
    ];
  });
  return { id: `takeoff-${presence}`, title: PRESENCE_TITLES[presence], columns, rows };
}

/** A takeoff as tables: new, there already, later. */
export function takeoffTables(job: Job, items: readonly Item[], prices: boolean): Table[] {
  const lines = priced(items, job);
  return (['new', 'there', 'later'] as const)
    .map((presence) => presenceTable(job, lines, presence, prices && presence === 'new'))
    .filter(({ id, rows }) => id === 'takeoff-new' || rows.length > 0);
}

/** What the list comes to, line by line, and what it leaves out. */
export function totalFacts(job: Job, items: readonly Item[]): [string, string][] {
  const { net, gross, margin, tax, unpriced } = totalOf(priced(items, job), job);
  const money = (value: number) => `${formatMoney(value)} ${job.quote.currency}`.trim();
  const percent = (share: number) => `${formatNumber(100 * share, 1)} %`;
  return [
    ['Prices', money(net - margin)],
    [`Margin, ${percent(job.quote.margin)}`, money(margin)],
    ['Net', money(net)],
    [`Tax, ${percent(job.quote.tax)}`, money(tax)],
    ['Sum', money(gross)],
    ['Lines without a price', unpriced === 0 ? 'none' : `${unpriced}: not in the sum`],
  ];
}

/** How two takeoffs differ. */
export const changesTable = (job: Job, changes: readonly ItemChange[]): Table => ({
  id: 'takeoff-changes',
  title: 'Parts: more and fewer',
  columns: [column('Kind'), column('What'), column('Size'), column('Before'), column('After'), column('More'), column('Unit')],
  rows: changes.map((change): Cell[] => {
    const of = (quantity: number) => quantityWords({ quantity, unit: change.unit }, job);
    const [before, after] = [of(change.before), of(change.after)];
    return [
      ITEM_GROUPS[change.group],
      change.what,
      change.size,
      before.number,
      after.number,
      `${after.number >= before.number ? '+' : '−'}${Math.abs(after.number - before.number)}`,
      after.unit,
    ];
  }),
});
