import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useMemo } from 'react';
import type { Design } from '../../core/design/design.ts';
import { openFindings } from '../../core/finding/finding.ts';
import type { PlantDraft } from '../../core/job/draft-plant.ts';
import type { Job } from '../../model/job.ts';
import { Reading } from '../parts/Layout.tsx';
import { SEVERITY_WORDS, SeverityMark } from '../parts/Severity.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';

type Drafted = PlantDraft & { design: Design };

/** Findings of a draft that are shown; the wall has them all. */
const SHOWN = 3;

/** Whole plants for the rooms, one for each way of piping them; the one taken can be taken back. */
export function DraftDialog({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const { drafts, failed } = useDrafts(job);
  const shared = useMemo(() => inAll(drafts ?? []), [drafts]);
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>Layouts for the same rooms</DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 2 }}>
          {drafts?.length === 0
            ? 'No room has a heat load yet. Enter loads on the Rooms page first.'
            : 'The same rooms, piped after seven schools. Source, pumps and pipes that are fixed stay as they are; everything can be changed afterwards.'}
        </Typography>
        {drafts === null && (
          <Typography role="status">
            {failed ? 'The drafts could not be worked out. Close this and try again.' : 'Working out seven plants …'}
          </Typography>
        )}
        <Box sx={{ display: 'grid', gridTemplateColumns: { md: '1fr 1fr' }, gap: 2 }}>
          {drafts?.map((draft) => (
            <DraftCard
              key={draft.arrangement}
              draft={draft}
              shared={shared}
              onTake={() => {
                edit(`Plant: ${draft.title}`, () => draft.job);
                enqueueSnackbar(`${draft.title}. Ctrl+Z undoes it.`);
                onClose();
              }}
            />
          ))}
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  );
}

/** The drafts with their designs, worked out off the page's own thread; null until they are there. */
function useDrafts(job: Job): { drafts: Drafted[] | null; failed: boolean } {
  const { data, failed } = useWork<Drafted[]>('drafts', [job], (work) => work.drafts(job));
  return { drafts: data, failed: failed !== null };
}

/** Findings that every draft has: they say nothing about the choice. */
function inAll(drafts: readonly Drafted[]): Set<string> {
  const [first, ...others] = drafts.map((draft) => new Set(draft.design.findings.map((finding) => finding.id)));
  return new Set([...(first ?? [])].filter((id) => others.every((other) => other.has(id))));
}

function DraftCard({ draft, shared, onTake }: { draft: Drafted; shared: ReadonlySet<string>; onTake: () => void }) {
  const { design } = draft;
  const { say } = useDisplay();
  const found = openFindings(design.findings);
  const own = found.filter((finding) => !shared.has(finding.id));
  const pumps = draft.job.circuits.length + (draft.job.separation.kind === 'none' ? 0 : 1);
  return (
    <Box
      component="section"
      aria-label={draft.title}
      sx={{
        p: 2,
        border: 1,
        borderTop: 6,
        borderColor: 'divider',
        borderTopColor: 'wall.copper',
        borderRadius: 1,
        display: 'flex',
        flexDirection: 'column',
      }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start' }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {draft.title}
        </Typography>
        <Button variant="contained" onClick={onTake} aria-label={`Use ${draft.title}`}>
          Use this layout
        </Button>
      </Box>
      <Typography variant="body2" sx={{ mt: 0.5, mb: 1.5 }}>
        {draft.school}
      </Typography>

      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 1, mb: 1.2 }}>
        <Reading label="Pumps">{`${pumps} ${pumps === 1 ? 'pump' : 'pumps'}, ${say(design.pumpPower?.value ?? 0, 'electricPower')}`}</Reading>
        <Reading label="Source">
          {`${say(draft.job.source.flowTemperature, 'temperature')} / ${say(design.source?.returnTemperature.value ?? 0, 'temperature')}`}
        </Reading>
        <Reading label="Source flow">{say(design.source?.volumeFlow.value ?? 0, 'volumeFlow')}</Reading>
        <Reading label={draft.job.separation.kind === 'buffer' ? 'Buffer' : 'Tank needed'}>
          {draft.job.separation.kind === 'buffer'
            ? say(design.buffer?.tank?.volume.value ?? 0, 'volume')
            : (design.buffer?.needed.value ?? 0) > 0
              ? say(design.buffer?.needed.value ?? 0, 'volume')
              : 'none'}
        </Reading>
      </Box>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 0.5 }}>
        {own.slice(0, SHOWN).map((finding) => (
          <Box component="li" key={finding.id} sx={{ display: 'flex', gap: 1, fontSize: 'table' }}>
            <SeverityMark severity={finding.severity} size={16} />
            <span>
              <b>{SEVERITY_WORDS[finding.severity]}:</b> {finding.title}
            </span>
          </Box>
        ))}
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {found.length === 0
          ? 'Nothing found.'
          : [
              own.length === 0 ? 'Nothing of its own' : own.length > SHOWN ? `and ${own.length - SHOWN} more of its own` : '',
              own.length < found.length ? `${found.length - own.length} that all share` : '',
            ]
              .filter((words) => words !== '')
              .join(', ')}
      </Typography>
    </Box>
  );
}
