import { wallDrawings } from '../../drawing/paper/wall-drawings.ts';
import { inWindow } from '../../drawing/paper/windows.ts';
import { slicesOf } from '../../drawing/slices.ts';
import { wallSheet } from '../../drawing/wall.ts';
import { openFindings } from '../../finding/finding.ts';
import { addedCircuits } from '../../plan/addition.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import { type Spare, spareOf } from '../../start/spare.ts';
import { takeoff } from '../../takeoff/takeoff.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { type Cell, column, type Table } from '../table.ts';
import { circuitsTable, pumpsTable } from '../tables/design-tables.ts';
import { loopTables } from '../tables/loop-tables.ts';
import { settingsTable } from '../tables/settings-table.ts';
import { takeoffTables } from '../tables/takeoff-tables.ts';
import { targetsTables } from '../tables/targets-table.ts';

/** A gap of the drawing left beside a column that stands alone, in sheet units. */
const BESIDE = 24;

/** What the plant that is there has left, before the addition and with it. */
const spareTables = ({ capacity, mains, head, vessel }: Spare): Table[] => {
  const table = (id: string, title: string, kind: 'power' | 'head' | 'volume', rows: Cell[][]): Table => ({
    id: `spare-${id}`,
    title,
    columns: [column('Of'), column('Before', kind), column('With the addition', kind)],
    rows,
  });
  return [
    table('heat', 'Heat to spare', 'power', [
      ['Output of the source', capacity.before, capacity.after],
      ['Load the mains could carry', mains.before, mains.after],
    ]),
    ...(head ? [table('head', 'Head to spare', 'head', [['The pump at full speed', head.before, head.after]])] : []),
    table('vessel', 'Expansion vessel', 'volume', [['Volume asked for', vessel.before, vessel.after]]),
  ];
};

/** The rows of a table that begin with one of these names; null where none does. */
function rowsOf(table: Table | undefined, names: ReadonlySet<string>): Table | null {
  if (!table) return null;
  const rows = table.rows.filter(([first]) => typeof first === 'string' && names.has(first));
  return rows.length > 0 ? { ...table, rows } : null;
}

/** For an addition to a plant that is there: what it has left, the column of the new zone, its parts, settings and readings alone. */
export function additionSet(input: PaperInput): Paper {
  const { job, design, prices, head, paper, book } = input;
  const added = addedCircuits(job);
  const title = 'For the addition';
  if (added.length === 0)
    return {
      id: 'addition',
      title,
      blocks: [
        { kind: 'chapter', title: 'Nothing is added' },
        { kind: 'text', text: 'This paper is for a plant that is there and gets a circuit more: mark what stands as existing.' },
      ],
    };
  const ids = new Set(added.map(({ id }) => id));
  const names = new Set(added.map(({ id, name }) => name || id));
  const spare = spareOf(job, design);
  const items = takeoff(job, design);
  const [toBuy] = takeoffTables(job, items, prices);
  const own = (tables: readonly Table[]): Block[] =>
    tables.flatMap((table) => {
      const kept = rowsOf(table, names);
      return kept ? [{ kind: 'table', table: kept } as const] : [];
    });
  const found = openFindings(design.findings).filter(({ component }) => ids.has(component?.split('/')[1] ?? ''));
  const blocks: Block[] = [
    { kind: 'chapter', title: [...names].join(', ') },
    { kind: 'text', text: `${CAUTIONS.gas} ${CAUTIONS.electric}`, tone: 'caution' },
    ...(spare ? spareTables(spare).map((table): Block => ({ kind: 'table', table })) : []),
    ...(found.length > 0
      ? [
          { kind: 'heading', title: 'Open findings' } as const,
          { kind: 'list', items: found.map((finding) => `${finding.title}. ${finding.why}`) } as const,
        ]
      : []),
    ...columnsOf(input, ids, head, paper),
    { kind: 'chapter', title: 'What to buy', wide: true },
    { kind: 'text', text: CAUTIONS.estimate, tone: 'caution' },
    ...(toBuy ? [{ kind: 'table', table: toBuy } as const] : []),
    { kind: 'chapter', title: 'Sizes, settings, and what it shall show', wide: true },
    ...own([circuitsTable(job, design), pumpsTable(design)]),
    ...own(loopTables(job, design).filter(({ id }) => id === 'loops')),
    ...own([settingsTable(job, design, true, book), ...targetsTables(job, design)]),
  ];
  return { id: 'addition', title, blocks };
}

/** The columns of the new circuits, each cut out of the wall as it is drawn with every zone calling. */
function columnsOf(
  { job, design }: PaperInput,
  ids: ReadonlySet<string>,
  head: PaperInput['head'],
  paper: PaperInput['paper'],
): Block[] {
  const sheet = wallSheet(job, design);
  const look = {
    design,
    state: design.solved?.state.converged ? design.solved.state : null,
    designDay: true,
    display: job.display,
  };
  return slicesOf(sheet)
    .filter(({ id }) => ids.has(id))
    .flatMap(({ left, right }) => {
      const window = { from: Math.max(0, left - BESIDE), to: Math.min(sheet.width, right + BESIDE) };
      return wallDrawings(inWindow(sheet, window).sheet, look, head, paper);
    })
    .map((drawing): Block => ({ kind: 'sheet', drawing }));
}
