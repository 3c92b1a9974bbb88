import type { Block } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { asLeftTables } from '../tables/as-left-tables.ts';

/** What the site book holds, on pages of its own; nothing without a book. */
export function asLeftBlocks(job: PaperInput['job'], design: PaperInput['design'], book: PaperInput['book']): Block[] {
  const tables = book ? asLeftTables(job, design, book.book, book.assessed) : [];
  return tables.length === 0
    ? []
    : [{ kind: 'chapter', title: 'As left', wide: true }, ...tables.map((table): Block => ({ kind: 'table', table }))];
}
