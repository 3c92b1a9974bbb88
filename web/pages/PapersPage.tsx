import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useParams } from 'react-router';
import type { Table } from '../../core/paper/table.ts';
import { resultTables } from '../../core/paper/tables/all-tables.ts';
import { fileNameFor, writeJobFile } from '../../exchange/job-file.ts';
import { tablesToCsv, tableToCsv } from '../../exchange/table-csv.ts';
import { download, downloadCsv } from '../parts/download.ts';
import { PageSection, Sheet } from '../parts/Layout.tsx';
import { TableView } from '../parts/TableView.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { jobHistory, openRevision } from '../state/job-api.ts';
import { useEditing, useJob, useSessionState } from '../state/job-context.tsx';

/** What leaves the job: tables, the job file, and its history. */
export default function PapersPage() {
  const job = useJob();
  const designed = useDesigned();
  const tables = designed
    ? resultTables(designed.job, designed.design).filter((table) => table.id !== 'rooms' && table.id !== 'findings')
    : [];
  const all = () =>
    designed && downloadCsv(job.name, tablesToCsv(resultTables(designed.job, designed.design), designed.job.display));
  return (
    <Sheet
      wide
      title="Papers"
      lead="Results to take along, the job as a file, and what was changed when."
      actions={
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="outlined"
            onClick={() => download(fileNameFor(job, 'warm.json'), 'application/json', writeJobFile(job))}
          >
            Save the job file
          </Button>
          <Button variant="contained" onClick={all} disabled={!designed}>
            Save all tables (CSV)
          </Button>
        </Box>
      }
    >
      {tables.map((table) => (
        <TableSection
          key={table.id}
          table={table}
          onSave={() => downloadCsv(`${job.name} ${table.title}`, tableToCsv(table, job.display))}
        />
      ))}
      <History />
    </Sheet>
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

function History() {
  const { id = '' } = useParams();
  const { revision } = useSessionState();
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const history = useInfiniteQuery({
    queryKey: ['history', id, revision],
    queryFn: ({ pageParam }) => jobHistory(id, pageParam),
    initialPageParam: undefined as number | undefined,
    // Revisions are counted from one up without a gap.
    getNextPageParam: (last) => ((last.at(-1)?.revision ?? 1) > 1 ? last.at(-1)?.revision : undefined),
    placeholderData: (before) => before,
  });
  const bringBack = async (wanted: number) => {
    try {
      const old = await openRevision(id, wanted);
      edit(`Back to revision ${wanted}`, () => old);
      enqueueSnackbar(`The job is as it was in revision ${wanted}. Undo takes this back.`);
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  return (
    <PageSection title="History" lead="Every save is a revision; bringing one back is a change like any other.">
      {history.isError && <Typography role="alert">{history.error.message}</Typography>}
      {history.isPending && <Typography role="status">Fetching the history …</Typography>}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 360, overflowY: 'auto' }}>
        {history.data?.pages.flat().map((row) => (
          <Box
            component="li"
            key={row.revision}
            sx={{
              display: 'flex',
              gap: 2,
              alignItems: 'center',
              py: 0.6,
              borderBottom: 1,
              borderColor: 'divider',
            }}
          >
            <Typography sx={{ fontWeight: 700, minWidth: 40 }}>{row.revision}</Typography>
            <Typography variant="body2" sx={{ minWidth: 150 }}>
              {new Date(row.savedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
            </Typography>
            <Typography variant="body2" sx={{ flex: 1, overflowWrap: 'anywhere' }}>
              {row.summary}
            </Typography>
            <Button size="small" disabled={row.revision === revision} onClick={() => void bringBack(row.revision)}>
              {row.revision === revision ? 'This one' : 'Bring back'}
            </Button>
          </Box>
        ))}
        {history.hasNextPage && (
          <Button size="small" disabled={history.isFetchingNextPage} onClick={() => void history.fetchNextPage()}>
            Show earlier ones
          </Button>
        )}
      </Box>
    </PageSection>
  );
}
