import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { FILE_KINDS, type FileKind } from '../../exchange/file-kinds.ts';
import type { Job } from '../../model/job.ts';
import { download } from '../parts/download.ts';
import { PageSection } from '../parts/Layout.tsx';
import { useSessionState } from '../state/job-context.tsx';
import { runLane } from '../worker/lanes.ts';
import { keptChoices } from './choices.ts';

const FILE_LIST = Object.entries(FILE_KINDS) as [FileKind, (typeof FILE_KINDS)[FileKind]][];

/** Files in open formats, for other programs. */
export function FilesSection({ job }: { job: Job }) {
  const { revision, saving } = useSessionState();
  const { enqueueSnackbar } = useSnackbar();
  const [making, setMaking] = useState<FileKind | null>(null);
  const save = async (kind: FileKind) => {
    setMaking(kind);
    try {
      const order = {
        ...keptChoices(job.display.system === 'us'),
        revision,
        changed: saving.state !== 'saved',
        made: new Date().toISOString(),
        address: null,
      };
      const files = await runLane.ask((work) => work.files(kind, job, order));
      if (files.length === 0)
        enqueueSnackbar('There is no solved plant yet: rooms with heat loads on a circuit are needed first.', {
          variant: 'warning',
        });
      for (const { name, type, text } of files) download(name, type, text);
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : String(error), { variant: 'error' });
    } finally {
      setMaking(null);
    }
  };
  return (
    <PageSection
      title="In open formats"
      lead="For other programs; what each holds is told in the documents that come with this one."
    >
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {FILE_LIST.map(([kind, { title, ending, says }]) => (
          <Box
            component="li"
            key={kind}
            sx={{ display: 'flex', gap: 2, alignItems: 'center', py: 1, borderBottom: 1, borderColor: 'divider' }}
          >
            <Box sx={{ flex: 1 }}>
              <Typography sx={{ fontWeight: 700 }}>{title}</Typography>
              <Typography variant="body2" color="text.secondary">
                {says}
              </Typography>
            </Box>
            <Button
              variant="outlined"
              disabled={making !== null}
              onClick={() => void save(kind)}
              aria-label={`Save: ${title}, ${ending}`}
              sx={{ minWidth: 150 }}
            >
              {`Save as ${ending}`}
            </Button>
          </Box>
        ))}
      </Box>
    </PageSection>
  );
}
