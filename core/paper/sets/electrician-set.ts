import { sequenceOfOperation } from '../../control/sequence.ts';
import { say } from '../../quantity/format.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { callsTable } from '../tables/calls-table.ts';
import { wallTables } from '../tables/wall-tables.ts';

/** For the electrician: supplies, what to fit, wiring by terminal, how it works, and what runs when. */
export function electricianSet({ job, design, plant }: PaperInput): Paper {
  const tables = new Map(wallTables(job, design).map((table) => [table.id, table]));
  const table = (id: string): Block[] => {
    const found = tables.get(id);
    return found && found.rows.length > 0 ? [{ kind: 'table', table: found }] : [];
  };
  const steps = sequenceOfOperation(job, design, (value, kind) => say(value, kind, job.display));
  return {
    id: 'electrician',
    title: 'For the electrician',
    blocks: [
      { kind: 'chapter', title: 'Supplies and controls', wide: true },
      { kind: 'text', text: CAUTIONS.electric, tone: 'caution' },
      ...table('electrical'),
      ...table('controls'),
      { kind: 'chapter', title: 'Wiring by terminal', wide: true },
      ...table('wiring'),
      { kind: 'chapter', title: 'How it works' },
      { kind: 'list', items: steps, ordered: true },
      ...(plant
        ? [
            { kind: 'chapter', title: 'What runs when', wide: true } as const,
            { kind: 'table', table: callsTable(design, plant) } as const,
          ]
        : []),
    ],
  };
}
