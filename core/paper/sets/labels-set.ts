import type { Paper } from '../block.ts';
import { loopLabels, wallLabels } from '../labels.ts';
import type { PaperInput } from '../paper-input.ts';

/** Labels to tie on: circuits, pumps, valves and gauges with their working range, then every loop. */
export function labelsSet({ job, design, labels: size, address }: PaperInput): Paper {
  const labels = [...wallLabels(job, design, address), ...loopLabels(job, design, address)];
  return {
    id: 'labels',
    title: 'Labels to tie on',
    blocks:
      labels.length > 0
        ? [{ kind: 'labels', labels, size }]
        : [
            { kind: 'chapter', title: 'Labels' },
            { kind: 'text', text: 'There is nothing to label yet: rooms with heat loads on a circuit are needed first.' },
          ],
  };
}
