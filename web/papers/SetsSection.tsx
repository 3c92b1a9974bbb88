import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { zipSync } from 'fflate';
import { lazy, memo, Suspense, useCallback, useRef, useState } from 'react';
import { LABEL_SIZES } from '../../core/paper/block.ts';
import { PAPER_SETS, type PaperSetId, setsOf } from '../../core/paper/sets/set-list.ts';
import { fileNameFor } from '../../exchange/job-file.ts';
import type { PaperFile } from '../../exchange/pdf/make-papers.ts';
import type { Job } from '../../model/job.ts';
import { download } from '../parts/download.ts';
import { keepChoices, keptChoices, PAPER_LABELS, type PaperChoices, TINT_LABELS } from './choices.ts';
import { usePapers } from './usePapers.ts';

const PaperPreview = lazy(() => import('./PaperPreview.tsx'));

const bytesOf = (file: PaperFile) => file.bytes as Uint8Array<ArrayBuffer>;
const save = (file: PaperFile) => download(file.name, 'application/pdf', bytesOf(file));

/** The sets of papers, each for one reader: looked at before it is saved, or all of them at once. */
export function SetsSection({ job }: { job: Job }) {
  const [choices, setChoices] = useState(() => keptChoices(job.display.system === 'us'));
  const [shown, setShown] = useState<PaperFile | null>(null);
  const { make, making, cancel, warm } = usePapers(job, choices);
  const warmed = useRef(false);
  const choose = useCallback(
    (change: Partial<PaperChoices>) =>
      setChoices((before) => {
        const next = { ...before, ...change };
        keepChoices(next);
        return next;
      }),
    [],
  );
  const sets = setsOf(job);
  const busy = making !== null;
  const several = (making?.sets.length ?? 0) > 1;
  // A hand on its way to a paper is when its tools are fetched.
  const near = () => {
    if (warmed.current) return;
    warmed.current = true;
    warm();
  };
  const one = async (id: PaperSetId, then: (file: PaperFile) => void) => {
    const files = await make([id]);
    if (files?.[0]) then(files[0]);
  };
  const all = async () => {
    const files = await make(sets);
    if (!files) return;
    const archive = zipSync(Object.fromEntries(files.map((file) => [file.name, bytesOf(file)])), { level: 0 });
    download(fileNameFor({ name: `${job.name} papers` }, 'zip'), 'application/zip', archive as Uint8Array<ArrayBuffer>);
  };
  return (
    <>
      <Choices choices={choices} onChoose={choose} />
      <Box
        component="ul"
        onPointerEnter={near}
        onFocus={near}
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gridTemplateColumns: { md: '1fr 1fr' }, gap: 1.5 }}
      >
        {sets.map((id) => (
          <Box
            component="li"
            key={id}
            sx={{
              display: 'grid',
              gridTemplateColumns: 'auto minmax(0, 1fr)',
              gap: 2,
              p: 1.5,
              alignItems: 'center',
              bgcolor: 'background.paper',
              border: 1,
              borderColor: 'divider',
              borderRadius: 1,
            }}
          >
            <SheetSign id={id} />
            <Box sx={{ minWidth: 0 }}>
              <Typography variant="h2">{PAPER_SETS[id].title}</Typography>
              <Typography variant="body2" color="text.secondary">
                {PAPER_SETS[id].gist}
              </Typography>
              <Box sx={{ display: 'flex', gap: 1, mt: 0.8, alignItems: 'center' }}>
                <Button
                  variant="contained"
                  disabled={busy}
                  onClick={() => void one(id, setShown)}
                  aria-label={`Look at it: ${PAPER_SETS[id].title}`}
                >
                  Look at it
                </Button>
                <Button
                  variant="outlined"
                  disabled={busy}
                  onClick={() => void one(id, save)}
                  aria-label={`Save as PDF: ${PAPER_SETS[id].title}`}
                >
                  Save as PDF
                </Button>
                {making?.sets.length === 1 && making.sets[0] === id && (
                  <Typography variant="body2" role="status">
                    Making it …
                  </Typography>
                )}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mt: 2.5, minHeight: 44 }}>
        <Button variant="contained" size="large" disabled={busy} onClick={() => void all()}>
          Save all sets (ZIP)
        </Button>
        {making && (
          <>
            <LinearProgress
              variant={several ? 'determinate' : 'indeterminate'}
              value={(100 * making.done) / making.sets.length}
              aria-label="How far the papers are"
              sx={{ flex: 1, maxWidth: 380 }}
            />
            <Typography variant="body2" role="status">
              {several ? `${making.done} of ${making.sets.length} made` : ''}
            </Typography>
            <Button variant="outlined" onClick={cancel}>
              Cancel
            </Button>
          </>
        )}
      </Box>
      {shown && (
        <Suspense fallback={<Typography role="status">One moment …</Typography>}>
          <PaperPreview
            file={shown}
            title={PAPER_SETS[shown.id].title}
            onSave={() => save(shown)}
            onClose={() => setShown(null)}
          />
        </Suspense>
      )}
    </>
  );
}

/** Drawn anew only when something else is chosen, not whenever a paper is on its way. */
const Choices = memo(function Choices({
  choices,
  onChoose,
}: {
  choices: PaperChoices;
  onChoose: (change: Partial<PaperChoices>) => void;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={choices.paper}
        onChange={(_, paper) => paper && onChoose({ paper })}
        aria-label="Size of the paper"
      >
        {Object.entries(PAPER_LABELS).map(([value, label]) => (
          <ToggleButton key={value} value={value} sx={{ px: 2 }}>
            {label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={choices.tint}
        onChange={(_, tint) => tint && onChoose({ tint })}
        aria-label="Colour or grey"
      >
        {Object.entries(TINT_LABELS).map(([value, label]) => (
          <ToggleButton key={value} value={value} sx={{ px: 2 }}>
            {label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <TextField
        select
        label="Sheet of labels"
        value={choices.labels}
        onChange={(event) => onChoose({ labels: event.target.value as PaperChoices['labels'] })}
        sx={{ width: 290 }}
      >
        {Object.keys(LABEL_SIZES).map((size) => (
          <MenuItem key={size} value={size}>
            {size}
          </MenuItem>
        ))}
      </TextField>
      <FormControlLabel
        control={<Switch checked={choices.sums} onChange={(_, sums) => onChoose({ sums })} />}
        label="Every sum in the record"
      />
      <FormControlLabel
        control={<Switch checked={choices.prices} onChange={(_, prices) => onChoose({ prices })} />}
        label="Prices for the merchant"
      />
    </Box>
  );
});

/** What is on each set, as a small sheet. */
const SIGNS: Record<PaperSetId, string> = {
  wall: 'M10 20h12v8H10zM26 14v20M34 14v20M26 14h8M22 24h4M26 34h-10v-6',
  merchant: 'M11 15h4l4 16h13l3 -11H17M20 37h.1M30 37h.1',
  floor: 'M12 16h22v5H14v5h20v5H14v5h20',
  electrician: 'M26 12l-9 15h7l-3 13l10 -17h-7z',
  commissioner: 'M22 36a11 11 0 1 0 -.1 0M22 25l6 -6',
  record: 'M12 16h20M12 22h20M12 28h20M12 34h12',
  labels: 'M11 22l8 -7h14v14h-14zM20 22h.1M11 36l8 -5h14v8h-14z',
  addition: 'M22 14v24M10 26h24',
  owner: 'M11 26l11 -10l11 10v11H11zM19 37v-7h6v7',
};

const SheetSign = memo(function SheetSign({ id }: { id: PaperSetId }) {
  return (
    <Box component="svg" viewBox="0 0 44 52" width={46} height={54} aria-hidden sx={{ color: 'primary.main' }}>
      <path d="M3 2h28l10 10v38H3z" fill="none" stroke="currentColor" strokeWidth="2.4" strokeLinejoin="round" />
      <path d="M31 2v10h10" fill="none" stroke="currentColor" strokeWidth="2.4" strokeLinejoin="round" />
      <path d={SIGNS[id]} fill="none" stroke="currentColor" strokeWidth="2.2" strokeLinecap="round" strokeLinejoin="round" />
    </Box>
  );
});
