import { describe, expect, it } from 'vitest';
import type { Drawing } from '../../core/drawing/paper/drawing.ts';
import type { Block } from '../../core/paper/block.ts';
import { PAPER_SET_IDS } from '../../core/paper/sets/set-list.ts';
import { headingOf, shownCell } from '../../core/paper/table.ts';
import { saysOther } from '../../core/quantity/one-system.fixture.ts';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import type { Display, Job } from '../../model/job.ts';
import { inputOf, paperOf } from './make-papers.ts';

const drawn = ({ placed }: Drawing): string[] =>
  placed.flatMap(({ groups }) =>
    groups.flatMap(({ marks }) =>
      marks.flatMap((mark) => (mark.kind === 'text' ? [mark.runs.map(({ text }) => text).join(''), mark.whole ?? ''] : [])),
    ),
  );

/** Everything a block says, as it is written. */
function saidBy(block: Block, display: Display): string[] {
  switch (block.kind) {
    case 'chapter':
    case 'heading':
      return [block.title];
    case 'text':
      return [block.text];
    case 'list':
      return block.items;
    case 'facts':
      return block.facts.map(([label, text]) => `${label}: ${text}`);
    case 'table':
      return [
        block.table.title,
        block.table.note ?? '',
        ...block.table.columns.map((column) => headingOf(column, display)),
        ...block.table.rows.flatMap((row) => block.table.columns.map((column, k) => shownCell(row[k] ?? null, column, display))),
      ];
    case 'sheet':
    case 'figure':
      return drawn(block.drawing);
    case 'figures':
      return block.drawings.flatMap(drawn);
    case 'labels':
      return block.labels.flatMap(({ title, lines }) => [title, ...lines]);
  }
}

function papersOf(job: Job): [place: string, text: string][] {
  const input = inputOf(job, {
    paper: 'A4',
    sums: true,
    prices: true,
    labels: 'A4, 3 × 8 of 70 × 37 mm',
    revision: 1,
    changed: false,
    made: '2026-11-30T10:00:00.000Z',
    address: null,
  });
  return PAPER_SET_IDS.flatMap((id) =>
    paperOf(id, input).blocks.flatMap((block) =>
      saidBy(block, job.display).map((text): [string, string] => [`${id}, ${block.kind}`, text]),
    ),
  );
}

describe('papers are written in one system of units', () => {
  it.each(['us', 'metric'] as const)(
    '%s: no paper of any plant says a unit of the other',
    (system) => {
      const strange = ALL_PLANTS.flatMap(([name, plant]) =>
        papersOf({ ...plant, display: { system, units: {} } })
          .filter(([, text]) => saysOther(system, text))
          .map(([place, text]) => `${name}, ${place}: ${text}`),
      );
      expect(strange).toEqual([]);
    },
    600_000,
  );
});
