import type { Article, Job } from '../../model/job.ts';
import { articleKey, type Item } from './item.ts';
import { quantityWords } from './quantity-words.ts';

/** A line of a takeoff with what somebody's own catalogue says of it. */
export interface PricedItem extends Item {
  article: Article | null;
  /** Price of all of the line; null where none is given. */
  sum: number | null;
}

/** What a list comes to. */
export interface Total {
  /** Of the lines with a price, with margin, without tax; and with it. */
  net: number;
  gross: number;
  margin: number;
  tax: number;
  /** Lines to buy that have no price. */
  unpriced: number;
}

/** The lines of a takeoff with article numbers and prices of one's own: of a piece, a metre or a foot, as they are counted. */
export function priced(items: readonly Item[], job: Pick<Job, 'articles' | 'display'>): PricedItem[] {
  const known = new Map(job.articles.map((article) => [article.of, article]));
  return items.map((item) => {
    const article = known.get(articleKey(item)) ?? null;
    const price = article?.price ?? null;
    return { ...item, article, sum: price === null ? null : price * quantityWords(item, job).number };
  });
}

/**
 * What is new comes to: the sum of the prices and the margin on it, and the tax on both.
 * @param items lines with their prices; what is there already, or comes later, is not counted
 */
export function totalOf(items: readonly PricedItem[], { quote }: Pick<Job, 'quote'>): Total {
  const toBuy = items.filter(({ presence }) => presence === 'new');
  const sum = toBuy.reduce((total, item) => total + (item.sum ?? 0), 0);
  const net = sum * (1 + quote.margin);
  return {
    net,
    gross: net * (1 + quote.tax),
    margin: sum * quote.margin,
    tax: net * quote.tax,
    unpriced: toBuy.filter((item) => item.sum === null).length,
  };
}
