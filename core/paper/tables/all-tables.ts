import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import type { Table } from '../table.ts';
import {
  circuitsTable,
  emittersTable,
  findingsTable,
  pipesTable,
  plantTable,
  pumpsTable,
  roomsTable,
  solvedTable,
} from './design-tables.ts';
import { loopTables } from './loop-tables.ts';
import { keptRunsTable } from './run-tables.ts';
import { summerTables } from './summer-tables.ts';
import { wallTables } from './wall-tables.ts';

/** Everything a design says, as tables. */
export const resultTables = (job: Job, design: Design): Table[] => [
  circuitsTable(job, design),
  pipesTable(design),
  pumpsTable(design),
  solvedTable(design),
  emittersTable(job, design),
  ...loopTables(job, design),
  plantTable(job, design),
  ...summerTables(job, design).filter(({ rows }) => rows.length > 0),
  ...wallTables(job, design),
  ...(job.runs.length > 0 ? [keptRunsTable(job)] : []),
  roomsTable(job),
  findingsTable(design),
];
