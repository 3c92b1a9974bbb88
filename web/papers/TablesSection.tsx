import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { resultTables } from '../../core/paper/tables/all-tables.ts';
import { fileNameFor } from '../../exchange/job-file.ts';
import { tablesToCsv, tableToCsv } from '../../exchange/table-csv.ts';
import { download, downloadCsv } from '../parts/download.ts';
import { FoldedSection } from '../parts/Layout.tsx';
import { TableView } from '../parts/TableView.tsx';
import type { Designed } from '../state/design-context.tsx';

export const SPREADSHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Every table of the design, to read here or to take along. */
export function TablesSection({ designed: { job, design } }: { designed: Designed }) {
  const all = resultTables(job, design);
  const [find, setFind] = useState('');
  const wanted = find.trim().toLowerCase();
  const shown = all.filter(
    (table) => table.id !== 'rooms' && table.id !== 'findings' && (wanted === '' || table.title.toLowerCase().includes(wanted)),
  );
  const workbook = async () => {
    // What writes workbooks is large and comes when it is asked for.
    const { tablesToXlsx } = await import('../../exchange/table-xlsx.ts');
    const bytes = await tablesToXlsx(all, job.display, new Date());
    download(fileNameFor(job, 'xlsx'), SPREADSHEET, bytes as Uint8Array<ArrayBuffer>);
  };
  const empty = shown.filter(({ rows }) => rows.length === 0);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, mb: 2, flexWrap: 'wrap' }}>
        <Button variant="contained" onClick={() => void workbook()}>
          Save all tables (XLSX)
        </Button>
        <Button variant="outlined" onClick={() => downloadCsv(job.name, tablesToCsv(all, job.display))}>
          Save all tables (CSV)
        </Button>
        <TextField
          label="Find a table"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          sx={{ width: 240, ml: 'auto' }}
        />
      </Box>
      {shown
        .filter(({ rows }) => rows.length > 0)
        .map((table, i) => (
          <FoldedSection
            key={table.id}
            id={`tables/${table.id}`}
            open={i === 0}
            title={table.title}
            answer={`${table.rows.length} ${table.rows.length === 1 ? 'row' : 'rows'}`}
          >
            <TableView table={table} />
            <Button
              size="small"
              sx={{ mt: 1 }}
              onClick={() => downloadCsv(`${job.name} ${table.title}`, tableToCsv(table, job.display))}
            >
              Save this table (CSV)
            </Button>
          </FoldedSection>
        ))}
      {empty.length > 0 && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1.5 }}>
          {`Nothing yet in ${empty.map(({ title }) => title.toLowerCase()).join(', ')}: rooms with heat loads on a circuit fill them.`}
        </Typography>
      )}
    </>
  );
}
