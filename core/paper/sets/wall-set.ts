import { coldSheet } from '../../drawing/cold-wall.ts';
import { wallDrawings } from '../../drawing/paper/wall-drawings.ts';
import { wallSheet } from '../../drawing/wall.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { loopTables } from '../tables/loop-tables.ts';
import { settingsTable } from '../tables/settings-table.ts';

/** The sheets of the wall, as it is drawn on the screen with every zone calling. */
export const wallSheets = ({ job, design, head, paper }: PaperInput) =>
  wallDrawings(
    wallSheet(job, design),
    {
      design,
      state: design.solved?.state.converged ? design.solved.state : null,
      designDay: true,
      display: job.display,
    },
    head,
    paper,
  );

/** The same with cold water in it; none for a plant that only heats. */
const summerSheets = ({ job, design, head, paper }: PaperInput) => {
  const state = design.cooling?.state;
  if (!state?.converged) return [];
  const sheet = coldSheet(job, design) ?? wallSheet(job, design);
  return wallDrawings(sheet, { design, state, designDay: false, display: job.display }, head, paper);
};

/** For the wall of the plant room: the drawing, what is set to what, and a sheet to write down how it was left. */
export function wallSet(input: PaperInput): Paper {
  const { job, design } = input;
  const loops = loopTables(job, design).filter(({ id, rows }) => id === 'loops' && rows.length > 0);
  const blocks: Block[] = [
    ...[...wallSheets(input), ...summerSheets(input)].map((drawing): Block => ({ kind: 'sheet', drawing })),
    { kind: 'chapter', title: 'Settings, as left' },
    { kind: 'text', text: `${CAUTIONS.pressure} ${CAUTIONS.electric}`, tone: 'caution' },
    { kind: 'text', text: `${CAUTIONS.gas} ${CAUTIONS.drinking}` },
    { kind: 'table', table: settingsTable(job, design, true, input.book) },
    ...(loops.length > 0
      ? [{ kind: 'chapter', title: 'Loops', wide: true } as const, ...loops.map((table): Block => ({ kind: 'table', table }))]
      : []),
  ];
  return { id: 'wall', title: 'For the plant-room wall', blocks };
}
