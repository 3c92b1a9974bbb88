import type { Display } from '../../../model/job.ts';
import { allPumps } from '../../design/all-pumps.ts';
import { combinationCount, fewCombinations } from '../../design/combinations.ts';
import type { Design } from '../../design/design.ts';
import { dutyFigure } from '../../drawing/figures/duty-figure.ts';
import { assumptionLedger } from '../../job/ledger.ts';
import { hasPhases } from '../../job/phases.ts';
import { say } from '../../quantity/format.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import type { Table } from '../table.ts';
import {
  circuitsTable,
  emittersTable,
  findingsTable,
  pipesTable,
  plantTable,
  pumpsTable,
  roomsTable,
  solvedTable,
} from '../tables/design-tables.ts';
import { ledgerTable, rulebookTable, sumsTable } from '../tables/record-tables.ts';
import { keptRunsTable } from '../tables/run-tables.ts';
import { summerTables } from '../tables/summer-tables.ts';
import { asLeftBlocks } from './as-left-blocks.ts';

/** The duty map of each pump. */
function dutyFigures(design: Design, plant: PaperInput['plant'], display: Display): Block[] {
  if (!plant) return [];
  const found = fewCombinations(plant);
  const all = combinationCount(plant.assembly.zones.length);
  const drawn = allPumps(design).flatMap((pump) => dutyFigure(pump, found, display) ?? []);
  return drawn.length === 0
    ? []
    : [
        { kind: 'chapter', title: 'Duty map' },
        {
          kind: 'text',
          text: `Each pump on its curve in ${found.length} of ${all} combinations of calls${found.length < all ? ': all, none, each alone, all but each' : ''}; a point is larger the more of them lie there.`,
        },
        { kind: 'figures', drawings: drawn },
      ];
}

/** For the record: what was decided, what followed, by which rules, what was found and let stand, what was guessed, what runs came to. */
export function recordSet({ job, design, plant, head, sums, book }: PaperInput): Paper {
  const tables = (...list: Table[]): Block[] =>
    list.filter(({ rows }) => rows.length > 0).map((table): Block => ({ kind: 'table', table }));
  const ledger = assumptionLedger(job);
  return {
    id: 'record',
    title: 'For the record',
    blocks: [
      { kind: 'chapter', title: 'The job' },
      {
        kind: 'facts',
        facts: [
          ['Job', job.name || 'Unnamed job'],
          ['Place', job.site.place || '–'],
          ['Coldest day', say(job.site.outdoorDesignTemperature, 'temperature', job.display)],
          ['Rulebook', head.rulebook],
          ['Load of the rooms', say(design.load.value, 'power', job.display)],
          ['Rooms, circuits', `${job.rooms.length}, ${job.circuits.length}`],
          ['Stages', hasPhases(job) ? 'some of it comes later or leaves' : 'all at once'],
        ],
      },
      ...(job.site.notes ? [{ kind: 'heading', title: 'Notes' } as const, { kind: 'text', text: job.site.notes } as const] : []),
      ...tables(plantTable(job, design)),
      { kind: 'chapter', title: 'The design', wide: true },
      ...tables(circuitsTable(job, design), pumpsTable(design), pipesTable(design), solvedTable(design)),
      ...dutyFigures(design, plant, job.display),
      { kind: 'chapter', title: 'Rooms and emitters', wide: true },
      ...tables(roomsTable(job), emittersTable(job, design)),
      ...(design.cooling?.source
        ? [{ kind: 'chapter', title: 'In summer', wide: true } as const, ...tables(...summerTables(job, design))]
        : []),
      { kind: 'chapter', title: 'What was found', wide: true },
      ...(design.findings.length > 0 ? tables(findingsTable(design)) : [{ kind: 'text', text: 'Nothing was found.' } as const]),
      ...(ledger.length > 0
        ? [{ kind: 'chapter', title: 'Assumptions', wide: true } as const, ...tables(ledgerTable(ledger))]
        : []),
      ...(job.runs.length > 0 ? [{ kind: 'chapter', title: 'Runs', wide: true } as const, ...tables(keptRunsTable(job))] : []),
      ...asLeftBlocks(job, design, book),
      { kind: 'chapter', title: 'Rules', wide: true },
      ...tables(rulebookTable(job)),
      ...(sums ? [{ kind: 'chapter', title: 'Sums', wide: true } as const, ...tables(sumsTable(design, job))] : []),
    ],
  };
}
