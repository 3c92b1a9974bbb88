import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pumpFigures } from './circuit-column.ts';
import { type Board, FLOW_BAR, HOUSE, PUMP_AT, RETURN_BAR, risersOf, straight, TAG } from './layout.ts';

/** A source that hangs among the circuits of a ring main: its water comes up from the first tee, and goes back hotter into the second. */
export function drawSourceColumn(job: Job, design: Design, id: string, left: number, { sheet, tag }: Board): void {
  const source = job.furtherSources.find((each) => each.id === id);
  if (!source) return;
  const component = `furtherSources/${id}`;
  const name = source.name || 'Further source';
  const { flow: up, back: down } = risersOf(left, 'right');
  const foot = HOUSE.top + HOUSE.height + 24;
  sheet.pipes.push(
    { id: `${component}/return`, role: 'return', points: straight([up, FLOW_BAR], [up, foot]) },
    { id: `${component}/flow`, role: 'flow', points: straight([down, foot], [down, RETURN_BAR]) },
  );
  sheet.symbols.push(
    {
      component,
      kind: 'source',
      at: [(up + down) / 2, HOUSE.top + 66],
      width: 72,
      height: 124,
      label: name,
      source: source.kind,
    },
    { component: `${component}/pump`, kind: 'pump', at: [up, PUMP_AT], width: 34, height: 34, label: `${name}: pump` },
  );
  const designed = design.furtherSources.find((each) => each.id === id);
  if (!designed) return;
  tag({
    component,
    at: [left + TAG.left + 10, HOUSE.top + 6],
    width: 94,
    tiedTo: [left + TAG.left + 2, HOUSE.top + 40],
    title: source.order === 'backup' ? 'Backup' : 'Beside it',
    word: null,
    figures: [{ id: designed.capacity.id }, { id: designed.flow.id }],
  });
  if (designed.pump)
    tag({
      component: `${component}/pump`,
      at: [left + TAG.left, PUMP_AT - 30],
      tiedTo: [up + 17, PUMP_AT],
      title: 'Pump',
      word: null,
      figures: pumpFigures(designed.pump),
    });
}
