import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Table } from '../../core/paper/table.ts';
import { resultTables } from '../../core/paper/tables/all-tables.ts';
import { fileNameFor } from '../../exchange/job-file.ts';
import { tablesToCsv, tableToCsv } from '../../exchange/table-csv.ts';
import { download, downloadCsv } from '../parts/download.ts';
import { PageSection } from '../parts/Layout.tsx';
import { TableView } from '../parts/TableView.tsx';
import type { Designed } from '../state/design-context.tsx';

export const SPREADSHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Every table of the design, to read here or to take along. */
export function TablesSection({ designed: { job, design } }: { designed: Designed }) {
  const all = resultTables(job, design);
  const shown = all.filter((table) => table.id !== 'rooms' && table.id !== 'findings');
  const workbook = async () => {
    // What writes workbooks is large and comes when it is asked for.
    const { tablesToXlsx } = await import('../../exchange/table-xlsx.ts');
    const bytes = await tablesToXlsx(all, job.display, new Date());
    download(fileNameFor(job, 'xlsx'), SPREADSHEET, bytes as Uint8Array<ArrayBuffer>);
  };
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, mb: 2 }}>
        <Button variant="contained" onClick={() => void workbook()}>
          Save all tables (XLSX)
        </Button>
        <Button variant="outlined" onClick={() => downloadCsv(job.name, tablesToCsv(all, job.display))}>
          Save all tables (CSV)
        </Button>
      </Box>
      {shown.map((table) => (
        <TableSection
          key={table.id}
          table={table}
          onSave={() => downloadCsv(`${job.name} ${table.title}`, tableToCsv(table, job.display))}
        />
      ))}
    </>
  );
}

function TableSection({ table, onSave }: { table: Table; onSave: () => void }) {
  return (
    <PageSection title={table.title}>
      {table.rows.length === 0 ? (
        <Typography variant="body2">Nothing yet. Rooms with heat loads on a circuit fill this table.</Typography>
      ) : (
        <>
          <TableView table={table} />
          <Button size="small" sx={{ mt: 1 }} onClick={onSave}>
            Save this table (CSV)
          </Button>
        </>
      )}
    </PageSection>
  );
}
