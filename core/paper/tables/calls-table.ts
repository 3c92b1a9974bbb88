import { type CallRow, callsTable as rowsOf } from '../../control/calls-table.ts';
import type { Design } from '../../design/design.ts';
import type { Plant } from '../../design/operate.ts';
import { type Cell, column, type Table } from '../table.ts';

const resting = ({ heat }: CallRow): boolean => heat <= 1;

/** What opens, runs and fires in the telling states of the calls, each solved. */
export function callsTable(design: Design, plant: Plant): Table {
  const names = new Map([...design.circuits.map(({ id, name }): [string, string] => [id, name]), ['hotWater', 'Cylinder']]);
  return {
    id: 'calls',
    title: 'Calls: what runs when',
    columns: [
      column('Calls'),
      column('Runs'),
      column('Output', 'power'),
      column('Flow through it', 'volumeFlow'),
      column('Sends', 'temperature'),
      column('Return', 'temperature'),
      column('Pumps', 'electricPower'),
    ],
    rows: rowsOf(plant).map((row): Cell[] => [
      row.label,
      row.running.map((each) => names.get(each) ?? each).join(', ') || 'nothing',
      ...(row.converged
        ? [
            Math.max(row.heat, 0),
            Math.max(row.flow, 0),
            resting(row) ? null : row.supply,
            resting(row) ? null : row.back,
            row.power,
          ]
        : [null, null, null, null, null]),
    ]),
  };
}
