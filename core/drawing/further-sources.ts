import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pumpFigures } from './circuit-column.ts';
import { type Board, besideFirst, type Layout, SOURCE_SIZE } from './layout.ts';

/** Sources beside the first, on the same primary pipes, each with a pump of its own and its plates where it has some. */
export function drawFurtherSources(job: Job, design: Design, layout: Layout, { sheet, tag }: Board): void {
  const { source: first, top, bottom } = layout;
  besideFirst(job).forEach((source, i) => {
    const middle = layout.further[i] as number;
    const next = layout.further[i + 1] ?? first.middle;
    const component = `furtherSources/${source.id}`;
    sheet.symbols.push({
      component,
      kind: 'source',
      at: [middle, (first.top + first.bottom) / 2],
      ...SOURCE_SIZE,
      label: source.name || 'Further source',
      source: source.kind,
    });
    sheet.pipes.push(
      {
        id: `${component}/flow`,
        role: 'flow',
        points: [
          [middle, first.top],
          [middle, top],
          [next, top],
        ],
      },
      {
        id: `${component}/return`,
        role: 'return',
        points: [
          [next, bottom],
          [middle, bottom],
          [middle, first.bottom],
        ],
      },
    );
    sheet.symbols.push({
      component: `${component}/pump`,
      kind: 'pump',
      at: [middle + 44, top],
      width: 30,
      height: 30,
      label: `${source.name || 'Further source'}: pump`,
      lying: true,
    });
    if (source.approach !== null) {
      sheet.symbols.push({
        component: `${component}/plates`,
        kind: 'plates',
        at: [middle + 92, top],
        width: 26,
        height: 34,
        label: `${source.name || 'Further source'}: plate exchanger`,
      });
    }
    const designed = design.furtherSources.find((each) => each.id === source.id);
    if (!designed) return;
    tag({
      component,
      at: [middle - 51, first.top - 176],
      width: 112,
      tiedTo: [middle - 20, first.top],
      title: source.order === 'backup' ? 'Backup' : 'Beside it',
      word: null,
      figures: [{ id: designed.capacity.id }, { id: designed.flow.id }],
    });
    if (designed.pump) {
      tag({
        component: `${component}/pump`,
        at: [middle - 20, top - 70],
        width: 96,
        tiedTo: [middle + 44, top - 15],
        title: 'Pump',
        word: null,
        figures: pumpFigures(designed.pump),
      });
    }
  });
}
