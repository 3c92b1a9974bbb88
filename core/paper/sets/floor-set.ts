import type { LoopSetting } from '../../design/balancing.ts';
import { manifoldFigures } from '../../drawing/figures/manifold-figure.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import type { Block, Paper } from '../block.ts';
import { loopLabels } from '../labels.ts';
import type { PaperInput } from '../paper-input.ts';
import { asLeftTables } from '../tables/as-left-tables.ts';
import { floorsTable } from '../tables/floors-table.ts';
import { loopTables } from '../tables/loop-tables.ts';

/** For who lays the floors: what goes where, how long each loop is, what to cut from which coil, and a label for each. */
export function floorSet({ job, design, labels: size, address, book }: PaperInput): Paper {
  const inFloor = new Set(
    job.rooms.flatMap((room) => room.emitters.flatMap(({ kind, id }) => (kind === 'floor' ? [`${room.id}/${id}`] : []))),
  );
  const isFloor = ({ roomId, emitterId }: Pick<LoopSetting, 'roomId' | 'emitterId'>) => inFloor.has(`${roomId}/${emitterId}`);
  const tables = new Map(loopTables(job, design, isFloor).map((table) => [table.id, table]));
  const table = (id: string): Block[] => {
    const found = tables.get(id);
    return found && found.rows.length > 0 ? [{ kind: 'table', table: found }] : [];
  };
  const floors = floorsTable(job, design);
  const labels = loopLabels(job, design, address, isFloor);
  if (floors.rows.length === 0)
    return {
      id: 'floor',
      title: 'For the floor layer',
      blocks: [
        { kind: 'chapter', title: 'Floors' },
        { kind: 'text', text: 'No room of this job has a floor to lay.' },
      ],
    };
  return {
    id: 'floor',
    title: 'For the floor layer',
    blocks: [
      { kind: 'chapter', title: 'Floors and loops', wide: true },
      { kind: 'text', text: CAUTIONS.drill, tone: 'caution' },
      { kind: 'table', table: floors },
      ...table('loops'),
      { kind: 'chapter', title: 'Manifolds and coils' },
      ...table('manifolds'),
      ...manifoldFigures(job, design).map((drawing): Block => ({ kind: 'figure', drawing, says: '' })),
      ...table('coils'),
      { kind: 'heading', title: 'Before the floor is closed' },
      {
        kind: 'list',
        ordered: true,
        items: [
          'Every loop is one piece: no joint lies in a floor.',
          'The length of each loop is read off the marks on its pipe and written into the table above.',
          'The pipe stands under test pressure while the floor is laid, with somebody to look at the gauge.',
          'Each loop carries its label at both ends before it goes on the manifold.',
          'Photographs of every room, with a rule laid beside the pipe, go to whoever keeps the record.',
        ],
      },
      ...(book ? asLeftTables(job, design, book.book, null).filter(({ id }) => id === 'as-left-gates') : []).map(
        (gates): Block => ({ kind: 'table', table: gates }),
      ),
      { kind: 'labels', labels, size },
    ],
  };
}
