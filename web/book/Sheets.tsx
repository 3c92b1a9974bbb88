import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { serviceDates } from '../../core/commission/service.ts';
import { asLeftTables } from '../../core/paper/tables/as-left-tables.ts';
import { download } from '../parts/download.ts';
import { TableView } from '../parts/TableView.tsx';
import { useJob } from '../state/job-context.tsx';
import { AsBuiltSection } from './AsBuiltSection.tsx';
import { archiveOf } from './archives.ts';
import { BigButton } from './Big.tsx';
import { NoDrillMap } from './Gates.tsx';
import { Proofs } from './Proofs.tsx';
import { useAssessed, useBook } from './use-book.ts';
import { usePlan } from './use-plan.ts';

/** What is handed over: as left, as built, the map of what lies under the floors, the archive. */
export function Sheets() {
  const plan = usePlan();
  const job = useJob();
  const { id = '' } = useParams();
  const { book, waiting } = useBook();
  const assessed = useAssessed();
  const tables = useMemo(() => (plan ? asLeftTables(job, plan.design, book, assessed) : []), [plan, job, book, assessed]);
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  if (!plan) return null;
  const save = async () => {
    setBusy(true);
    setTold(null);
    try {
      const { name, bytes, missing } = await archiveOf(id, job);
      download(name, 'application/zip', bytes);
      if (missing > 0)
        setTold(
          `${missing} ${missing === 1 ? 'photo is' : 'photos are'} not on this device and could not be fetched: the archive holds their entries without them.`,
        );
    } catch (error) {
      setTold(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  return (
    <Box>
      <Typography component="h1" variant="h1" sx={{ mb: 1 }}>
        Sheets
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 2, '@media print': { display: 'none' } }}>
        <BigButton variant="outlined" onClick={() => window.print()}>
          Print these
        </BigButton>
        <BigButton variant="outlined" component={Link} {...{ to: `/jobs/${id}/papers` }}>
          Owner’s pages and all papers
        </BigButton>
        <BigButton variant="outlined" disabled={busy} onClick={() => void save()}>
          {busy ? 'One moment …' : 'Save job, book and photos as an archive'}
        </BigButton>
      </Box>
      {told && (
        <Box role="alert" sx={{ mb: 2, fontSize: 'body' }}>
          {told}
        </Box>
      )}
      {waiting.entries + waiting.photos > 0 && (
        <Box sx={{ mb: 2, px: 1.5, py: 1, bgcolor: '#f2c26a', color: '#2a211b', borderRadius: 1 }}>
          Drawn from this device: {waiting.entries} entries and {waiting.photos} photos have not reached the server yet. What
          others wrote meanwhile may be missing here.
        </Box>
      )}
      <Section title="As built, beside as designed">
        <AsBuiltSection design={plan.design} />
      </Section>
      <Section title="Flow that is proved">
        <Proofs design={plan.design} />
      </Section>
      {tables.length === 0 && (
        <Typography sx={{ fontSize: 'body' }}>Nothing is written yet: the sheets fill as the book does.</Typography>
      )}
      {tables.map((table) => (
        <Section key={table.id} title={table.title}>
          <TableView table={table} />
        </Section>
      ))}
      <Section title="Under the floors: where not to drill">
        <NoDrillMap gates={plan.gates} />
      </Section>
      <Section title="Service">
        <Box component="ul" sx={{ pl: 2.5, m: 0, fontSize: 'body' }}>
          {serviceDates(job).map(({ id: service, what, every, first }) => (
            <li key={service}>
              {what}: {every}, {first}
            </li>
          ))}
        </Box>
        <Button component={Link} to={`/jobs/${id}/papers`} sx={{ minHeight: 48, ml: -1, '@media print': { display: 'none' } }}>
          As a calendar, on Papers
        </Button>
      </Section>
      <Typography color="text.secondary">
        Local codes, the makers’ instructions and licensed trades decide; these sheets approve nothing.
      </Typography>
    </Box>
  );
}

const Section = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <Box component="section" sx={{ mb: 3 }}>
    <Typography component="h2" variant="h2" sx={{ mb: 1 }}>
      {title}
    </Typography>
    {children}
  </Box>
);
