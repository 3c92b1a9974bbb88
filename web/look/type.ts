/**
 * Seven sizes of type, in rem of 16 px. Nothing on a page has another; the wall has sizes of its own in its drawing units, so that
 * fitted to a window no word is under 11 px.
 */
export const TYPE = {
  /** 12: unit, hint, tick. */
  unit: '0.75rem',
  /** 13: label. */
  label: '0.8125rem',
  /** 14: table, body of panels. */
  table: '0.875rem',
  /** 16: body, field. */
  body: '1rem',
  /** 20: second heading, reading. */
  reading: '1.25rem',
  /** 26: heading of a page, result of a sum. */
  result: '1.625rem',
  /** 36: figures of the book, read at arm's length. */
  book: '2.25rem',
} as const;
export type TypeSize = keyof typeof TYPE;

export const TYPE_USES: Record<TypeSize, string> = {
  unit: 'Units, hints, ticks of charts',
  label: 'Labels of fields and readings',
  table: 'Tables, text of panels',
  body: 'Text and what is typed',
  reading: 'Second headings, readings',
  result: 'Heading of a page, result of a sum',
  book: 'Figures of the site book',
};
