import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pumpFigures } from './circuit-column.ts';
import { type Board, FLOW_BAR, type Layout, RETURN_BAR, straight } from './layout.ts';

/** Shortest section of a bar that has its flow written on it. */
const LABELLED = 100;

/** What hangs on the bars, from the left: the id of a circuit or of the cylinder, and its two risers. */
export interface Riser {
  id: string;
  flow: number;
  back: number;
}

/** The two bars of the distributor, in sections from riser to riser: each carries what the risers behind it take. */
export function drawBars(
  job: Job,
  design: Design,
  layout: Pick<Layout, 'headerX' | 'sharedPump'>,
  risers: readonly Riser[],
  { sheet, tag }: Board,
): void {
  const { headerX, sharedPump } = layout;
  risers.forEach(({ id, flow, back }, i) => {
    const from = risers[i - 1]?.flow ?? headerX;
    const to = risers[i - 1]?.back ?? headerX;
    sheet.pipes.push(
      { id: `bar/flow/${id}`, role: 'flow', points: straight([from, FLOW_BAR], [flow, FLOW_BAR]) },
      { id: `bar/return/${id}`, role: 'return', points: straight([back, RETURN_BAR], [to, RETURN_BAR]) },
    );
    if (i > 0 && flow - from > LABELLED)
      sheet.flows.push({ pipe: `bar/flow/${id}`, upright: false, at: [from + 48, FLOW_BAR - 8] });
  });
  if (sharedPump === null) return;
  sheet.symbols.push({
    component: 'distribution/pump',
    kind: 'pump',
    at: [sharedPump, job.distribution.pumpOn === 'return' ? RETURN_BAR : FLOW_BAR],
    width: 34,
    height: 34,
    label: 'Pump of all circuits',
    lying: true,
    ...(job.distribution.pumpOn === 'return' ? { backwards: true } : {}),
  });
  const pump = design.distribution?.pump;
  if (pump) {
    tag({
      component: 'distribution/pump',
      at: [sharedPump - 42, FLOW_BAR - 92],
      tiedTo: [sharedPump, FLOW_BAR - 17],
      title: 'One pump',
      word: null,
      figures: pumpFigures(pump),
    });
  }
  if (job.distribution.bypass !== null) {
    sheet.pipes.push({
      id: 'distribution/bypass',
      role: 'flow',
      points: straight([sharedPump + 34, FLOW_BAR], [sharedPump + 34, RETURN_BAR]),
    });
  }
}
