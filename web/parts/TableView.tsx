import Box from '@mui/material/Box';
import { type Cell, type Column, headingOf, isNumeric, shownCell, type Table } from '../../core/paper/table.ts';
import { useJobPart } from '../state/job-context.tsx';
import { FigureButton } from './FigureButton.tsx';

/** A table of results on the screen; pressing a computed figure shows its sum. */
export function TableView({ table }: { table: Table }) {
  const display = useJobPart((job) => job.display);
  const right = (k: number) => (isNumeric(table, k) ? { textAlign: 'right' as const } : undefined);
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={table.title}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          '& th, & td': { px: 1, py: 0.7, borderBottom: 1, borderColor: 'divider', fontSize: 'table', verticalAlign: 'top' },
          '& td': { whiteSpace: 'nowrap' },
          '& td.words': { whiteSpace: 'normal', minWidth: 220 },
          '& th': { textAlign: 'left', verticalAlign: 'bottom' },
        }}
      >
        <thead>
          <tr>
            {table.columns.map((column, k) => (
              <th scope="col" key={column.label} style={right(k)}>
                {headingOf(column, display)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no id and do not move
            <tr key={i}>
              {table.columns.map((column, k) => (
                <td key={column.label} style={right(k)} className={isLong(row[k] ?? null) ? 'words' : undefined}>
                  <CellView cell={row[k] ?? null} column={column} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

/** Words so long that they are broken over lines. */
const LONG = 40;
const isLong = (cell: Cell): boolean => typeof cell === 'string' && cell.length > LONG;

function CellView({ cell, column }: { cell: Cell; column: Column }) {
  const display = useJobPart((job) => job.display);
  return typeof cell === 'object' && cell !== null ? <FigureButton figure={cell} /> : shownCell(cell, column, display);
}
