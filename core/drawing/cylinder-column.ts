import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { pumpFigures } from './circuit-column.ts';
import { type Board, FLOW_BAR, HOUSE, PUMP_AT, RETURN_BAR, risersOf, straight, TAG } from './layout.ts';

/** The cylinder at the end of the bars: its charging pump and risers, its coil, and what it keeps. */
export function drawCylinder(job: Job, design: Design, left: number, { sheet, tag }: Board): void {
  if (!job.hotWater) return;
  const { flow, back } = risersOf(left, 'right');
  const foot = HOUSE.top + HOUSE.height + 24;
  const valved = !pipingOf(job).branch('hotWater').pump;
  sheet.pipes.push(
    { id: 'hotWater/flow', role: 'flow', points: straight([flow, FLOW_BAR], [flow, foot]) },
    { id: 'hotWater/return', role: 'return', points: straight([back, foot], [back, RETURN_BAR]) },
  );
  sheet.symbols.push(
    {
      component: 'hotWater',
      kind: 'cylinder',
      at: [(flow + back) / 2, HOUSE.top + 64],
      width: 64,
      height: 124,
      label: 'Hot-water cylinder',
    },
    job.hotWater.diverter && valved
      ? {
          component: 'hotWater/pump',
          kind: 'mixing-valve',
          at: [flow, FLOW_BAR - 40],
          width: 34,
          height: 34,
          label: 'Diverting valve: heating or hot water',
          mirrored: true,
        }
      : {
          component: 'hotWater/pump',
          kind: valved ? 'zone-valve' : 'pump',
          at: [flow, PUMP_AT],
          width: valved ? 26 : 34,
          height: 34,
          label: valved ? 'Hot water: zone valve' : 'Charging pump',
        },
  );
  const { hotWater } = design;
  if (!hotWater) return;
  sheet.flows.push({ pipe: 'hotWater/flow', upright: true, at: [flow - 10, 350] });
  tag({
    component: 'hotWater',
    at: [left + TAG.left + 10, HOUSE.top + 6],
    width: 94,
    tiedTo: [left + TAG.left + 2, HOUSE.top + 40],
    title: 'Hot water',
    word: null,
    figures: [{ id: hotWater.store.id }, { id: hotWater.volume.id }],
  });
  if (hotWater.pump) {
    tag({
      component: 'hotWater/pump',
      at: [left + TAG.left, PUMP_AT - 30],
      tiedTo: [flow + 17, PUMP_AT],
      title: 'Charging',
      word: null,
      figures: pumpFigures(hotWater.pump),
    });
  }
}
