import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import type { FindingChange, RevisionChanges } from '../../core/paper/compare/revisions.ts';
import { changesTable } from '../../core/paper/tables/takeoff-tables.ts';
import type { Job } from '../../model/job.ts';
import { PageSection } from '../parts/Layout.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { SEVERITY_WORDS, SeverityMark } from '../parts/Severity.tsx';
import { TableView } from '../parts/TableView.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { openRevision } from '../state/job-api.ts';
import { useJob } from '../state/job-context.tsx';
import { Wall } from '../wall/Wall.tsx';
import { useWork } from '../worker/use-work.ts';

/** A revision beside the job as it stands: in words, in parts, and on the wall. */
export default function CompareDialog({ revision, onClose }: { revision: number; onClose: () => void }) {
  const { id = '' } = useParams();
  const job = useJob();
  const old = useQuery({
    queryKey: ['revision', id, revision],
    queryFn: () => openRevision(id, revision),
    // A revision is never another.
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <Dialog open onClose={onClose} maxWidth="xl" fullWidth>
      <DialogTitle>{`Revision ${revision}, and the job as it stands`}</DialogTitle>
      <DialogContent sx={{ bgcolor: 'background.default' }}>
        {old.isError && <Typography role="alert">{old.error.message}</Typography>}
        {old.isPending && <Typography role="status">Fetching the revision …</Typography>}
        {old.data && <Compared before={old.data} after={job} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function Compared({ before, after }: { before: Job; after: Job }) {
  const { data, failed } = useWork<RevisionChanges>('compare', [before, after], (work) => work.compare(before, after));
  if (failed) return <Typography role="alert">{failed}</Typography>;
  if (!data) return <Typography role="status">Designing both …</Typography>;
  const { entries, design, gone, come, parts } = data;
  if (entries.length === 0) return <Typography sx={{ py: 2 }}>Nothing was entered otherwise.</Typography>;
  return (
    <>
      <Changes title="Entered otherwise" changes={entries.map((each) => ({ ...each, key: each.place }))} />
      {design.length > 0 ? (
        <>
          <Changes title="What follows" changes={design.map((each) => ({ ...each, key: each.title }))} />
          <MarkedWall components={design.flatMap(({ component }) => component ?? [])} />
        </>
      ) : (
        <PageSection title="What follows">
          <Typography>Sizes, pumps and settings are the same.</Typography>
        </PageSection>
      )}
      {(gone.length > 0 || come.length > 0) && (
        <PageSection title="Findings">
          <Findings title="Found now" findings={come} />
          <Findings title="No longer found" findings={gone} />
        </PageSection>
      )}
      {parts.length > 0 && (
        <PageSection title="What is to buy, more and fewer">
          <TableView table={changesTable(after, parts)} />
        </PageSection>
      )}
    </>
  );
}

function Changes({
  title,
  changes,
}: {
  title: string;
  changes: { key: string; title: string; before: string; after: string }[];
}) {
  return (
    <PageSection title={title}>
      <PlainTable name={title}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Before</th>
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((change) => (
            <tr key={change.key}>
              <th scope="row">{change.title}</th>
              <td style={{ overflowWrap: 'anywhere' }}>{change.before}</td>
              <td style={{ overflowWrap: 'anywhere', fontWeight: 650 }}>{change.after}</td>
            </tr>
          ))}
        </tbody>
      </PlainTable>
    </PageSection>
  );
}

function Findings({ title, findings }: { title: string; findings: readonly FindingChange[] }) {
  if (findings.length === 0) return null;
  return (
    <>
      <Typography variant="h3">{title}</Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mb: 1.5 }}>
        {findings.map(({ severity, title: text }) => (
          <Box component="li" key={text} sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 0.4 }}>
            <SeverityMark severity={severity} />
            <span>
              <strong>{SEVERITY_WORDS[severity]}:</strong> {text}
            </span>
          </Box>
        ))}
      </Box>
    </>
  );
}

/** The wall as it stands, with what is otherwise outlined in copper dashes. */
function MarkedWall({ components }: { components: readonly string[] }) {
  const designed = useDesigned();
  const marked = useMemo(() => new Set(components), [components]);
  if (!designed || marked.size === 0) return null;
  const { state } = designed.design.solved ?? {};
  return (
    <PageSection title="On the wall" lead="What is otherwise now is outlined in copper dashes.">
      <Box sx={{ height: 420, display: 'flex' }}>
        <Wall
          sheet={designed.sheet}
          design={designed.design}
          state={state?.converged ? state : null}
          designDay
          picked={null}
          onPick={() => {}}
          tools={false}
          leastZoom={0.5}
          marked={marked}
        />
      </Box>
    </PageSection>
  );
}
