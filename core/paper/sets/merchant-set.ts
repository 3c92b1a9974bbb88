import { CAUTIONS } from '../../rules/cautions.ts';
import { takeoff } from '../../takeoff/takeoff.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { pumpsTable } from '../tables/design-tables.ts';
import { loopTables } from '../tables/loop-tables.ts';
import { takeoffTables, totalFacts } from '../tables/takeoff-tables.ts';

/** For the merchant: what to buy by thing and nominal size, what is there, what comes later, the coils, the pumps by duty. */
export function merchantSet({ job, design, prices }: PaperInput): Paper {
  const items = takeoff(job, design);
  const [toBuy, ...rest] = takeoffTables(job, items, prices);
  const coils = loopTables(job, design).filter(({ id, rows }) => id === 'coils' && rows.length > 0);
  const pumps = pumpsTable(design);
  return {
    id: 'merchant',
    title: prices ? 'For the merchant, with prices' : 'For the merchant',
    blocks: [
      { kind: 'chapter', title: 'What to buy', wide: true },
      { kind: 'text', text: CAUTIONS.estimate, tone: 'caution' },
      ...(toBuy ? [{ kind: 'table', table: toBuy } as const] : []),
      ...(prices
        ? [
            { kind: 'heading', title: 'What it comes to' } as const,
            { kind: 'facts', facts: totalFacts(job, items) } as const,
            {
              kind: 'text',
              text: 'Prices, margin and tax are the figures entered in this job; nobody has confirmed them.',
              tone: 'quiet',
            } as const,
          ]
        : []),
      ...(pumps.rows.length + coils.length > 0
        ? [{ kind: 'chapter', title: 'Pumps by duty, floor coils, and the rest', wide: true } as const]
        : []),
      ...[...(pumps.rows.length > 0 ? [pumps] : []), ...coils].map((table): Block => ({ kind: 'table', table })),
      ...rest.map((table): Block => ({ kind: 'table', table })),
    ],
  };
}
