import { gathered, type Item } from './item.ts';

/** A line that two takeoffs differ in: so many more, or fewer, of what is to be bought. */
export interface ItemChange extends Item {
  before: number;
  after: number;
}

const keyOf = ({ group, what, size, unit }: Item): string => [group, what, size, unit].join('\n');

/** Differences smaller than this are rounding, in pieces or m. */
const SAME = 1e-6;

/**
 * What one takeoff has to buy that another has not, and the other way round: what is new for an added zone.
 * @returns the lines whose quantity differs, in the order of the groups
 */
export function compareItems(before: readonly Item[], after: readonly Item[]): ItemChange[] {
  const isNew = ({ presence }: Item) => presence === 'new';
  const was = new Map(gathered(before.filter(isNew)).map((item) => [keyOf(item), item]));
  const is = new Map(gathered(after.filter(isNew)).map((item) => [keyOf(item), item]));
  return gathered([...is.values(), ...[...was].filter(([key]) => !is.has(key)).map(([, item]) => item)]).flatMap((item) => {
    const [from, to] = [was.get(keyOf(item))?.quantity ?? 0, is.get(keyOf(item))?.quantity ?? 0];
    return Math.abs(from - to) < SAME ? [] : [{ ...item, quantity: to - from, before: from, after: to }];
  });
}
