import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useParams } from 'react-router';
import { formatNumber } from '../../core/quantity/format.ts';
import { fileNameFor, writeJobFile } from '../../exchange/job-file.ts';
import type { ResultCell, ResultTable } from '../../exchange/result-cells.ts';
import { plainCell, resultsToCsv, resultTables, tableToCsv } from '../../exchange/results-table.ts';
import { download, downloadCsv } from '../parts/download.ts';
import { FigureButton } from '../parts/FigureButton.tsx';
import { PageSection, Sheet } from '../parts/Layout.tsx';
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
  const all = () => designed && downloadCsv(job.name, resultsToCsv(resultTables(designed.job, designed.design)));
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
        <TableSection key={table.id} table={table} onSave={() => downloadCsv(`${job.name} ${table.title}`, tableToCsv(table))} />
      ))}
      <History />
    </Sheet>
  );
}

function TableSection({ table, onSave }: { table: ResultTable; onSave: () => void }) {
  return (
    <PageSection title={table.title}>
      {table.rows.length === 0 ? (
        <Typography variant="body2">Nothing yet. Rooms with heat loads on a circuit fill this table.</Typography>
      ) : (
        <>
          <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={table.title}>
            <Box
              component="table"
              sx={{
                borderCollapse: 'collapse',
                width: '100%',
                '& th, & td': {
                  px: 1,
                  py: 0.7,
                  borderBottom: 1,
                  borderColor: 'divider',
                  whiteSpace: 'nowrap',
                  fontSize: '0.92rem',
                },
                '& th': { textAlign: 'left', verticalAlign: 'bottom', whiteSpace: 'normal' },
              }}
            >
              <thead>
                <tr>
                  {table.headings.map((heading, k) => (
                    <th scope="col" key={heading} style={isNumeric(table, k) ? { textAlign: 'right' } : undefined}>
                      {heading}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {table.rows.map((row, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: rows have no id and do not move
                  <tr key={i}>
                    {row.map((cell, k) => (
                      <td key={table.headings[k]} style={isNumeric(table, k) ? { textAlign: 'right' } : undefined}>
                        <Cell cell={cell} />
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </Box>
          </Box>
          <Button size="small" sx={{ mt: 1 }} onClick={onSave}>
            Save this table (CSV)
          </Button>
        </>
      )}
    </PageSection>
  );
}

/** Whether a column holds numbers: they stand at the right. */
const isNumeric = (table: ResultTable, column: number): boolean =>
  table.rows.some((row) => typeof plainCell(row[column] ?? null) === 'number');

function Cell({ cell }: { cell: ResultCell }) {
  if (cell === null) return '–';
  if (typeof cell === 'string') return cell;
  if (typeof cell === 'number') return formatNumber(cell, Math.abs(cell) < 100 ? 2 : 0);
  return <FigureButton figure={cell.figure} />;
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
