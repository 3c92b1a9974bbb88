import { z } from 'zod';
import { Id, quantity, text } from './schema-parts.ts';

/** Whether a thing is there already, is new, or comes later. */
export const PRESENCES = ['there', 'new', 'later'] as const;
export type Presence = (typeof PRESENCES)[number];

/** Most things said of, and most articles kept, in one job. */
const MOST_SAID = 2000;
const few = (record: Record<string, unknown>) => Object.keys(record).length <= MOST_SAID;

/** What is said of single things, by their place on the wall, `circuits/c1/pump`; all else follows its circuit or its source. */
export const PresenceSchema = z
  .record(
    z.string().regex(/^[A-Za-z0-9_/-]{1,200}$/, 'is no place; use letters, digits, - and _ between slashes'),
    z.enum(PRESENCES, `is none of ${PRESENCES.join(', ')}`),
  )
  .refine(few, `says it of more than ${MOST_SAID} things; say it of their circuits`);

/** An article of somebody's own catalogue: a thing and its size by the words of the takeoff, "Isolating ball valve|DN 20". */
const ArticleSchema = z.strictObject({
  id: Id,
  of: text(240),
  number: text(60),
  supplier: text(80),
  /** Of one piece, metre or foot, as the list counts it, in the currency of the quote; null while nobody gave it. */
  price: quantity('articles/*/price').nullable(),
});
export type Article = z.infer<typeof ArticleSchema>;
export const ArticlesSchema = z.array(ArticleSchema).max(MOST_SAID, `holds more than ${MOST_SAID} articles; leave some out`);

/** What a quote adds to the prices: the user's own figures. */
export const QuoteSchema = z.strictObject({
  currency: text(8),
  margin: quantity('quote/margin'),
  tax: quantity('quote/tax'),
});
