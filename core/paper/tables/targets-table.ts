import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { gaugeNames } from '../../design/gauge-names.ts';
import { type Cell, type Column, column, type Table } from '../table.ts';

const BY_HAND: Column[] = [
  { label: 'Read', byHand: true },
  { label: 'By, when', byHand: true },
];
const EMPTY = ['', ''];

/**
 * What every gauge, thermometer and meter shall show on the design day with every zone calling, in the order of the walk: source, bars,
 * then each circuit. Readings of another day differ; they are for the same state or none.
 */
export function targetsTables(job: Job, design: Design): Table[] {
  const { solved, source } = design;
  if (!solved || !source || !solved.state.converged) return [];
  const pressures: Cell[][] = gaugeNames(job, design).flatMap(({ point, label, where }): Cell[][] => {
    const value = solved.state.gauges[point];
    return value === undefined || value === null ? [] : [[where ?? 'Plant', label, value, ...EMPTY]];
  });
  const own = job.source.name || 'Source';
  const temperatures: Cell[][] = [
    [own, 'Leaves it', solved.state.source.supply, ...EMPTY],
    [own, 'Comes back', solved.state.source.back, ...EMPTY],
    ...solved.circuits.flatMap(({ id, supply, back }): Cell[][] => {
      const name = job.circuits.find((circuit) => circuit.id === id)?.name ?? id;
      return [
        [name, 'Flow', supply, ...EMPTY],
        [name, 'Return', back, ...EMPTY],
      ];
    }),
  ];
  const flows: Cell[][] = [
    [own, 'Through it', solved.state.source.flow, ...EMPTY],
    ...solved.state.circuits.map(({ id, flow }): Cell[] => [
      job.circuits.find((circuit) => circuit.id === id)?.name ?? id,
      'To the emitters',
      flow,
      ...EMPTY,
    ]),
  ];
  return [
    {
      id: 'targets-pressure',
      title: 'Pressures, every zone calling',
      columns: [column('Where'), column('Gauge'), column('Shall show', 'pressure'), ...BY_HAND],
      rows: pressures,
      note: 'Above the atmosphere, cold filling pressure as set. A pump shows its head as the difference of the gauges before and behind it.',
    },
    {
      id: 'targets-temperature',
      title: 'Temperatures, every zone calling, on the design day',
      columns: [column('Where'), column('Water'), column('Shall show', 'temperature'), ...BY_HAND],
      rows: temperatures,
    },
    {
      id: 'targets-flow',
      title: 'Flows, every zone calling',
      columns: [column('Where'), column('Flow'), column('Shall show', 'volumeFlow'), ...BY_HAND],
      rows: flows,
    },
  ];
}
