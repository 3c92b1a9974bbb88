import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useSearchParams } from 'react-router';
import { fileNameFor, writeJobFile } from '../../exchange/job-file.ts';
import { GuestsSection } from '../firm/GuestsSection.tsx';
import { FilesSection } from '../papers/FilesSection.tsx';
import { History } from '../papers/History.tsx';
import { PartsSection } from '../papers/PartsSection.tsx';
import { SetsSection } from '../papers/SetsSection.tsx';
import { TablesSection } from '../papers/TablesSection.tsx';
import { download } from '../parts/download.ts';
import { Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useJob } from '../state/job-context.tsx';
import { useMay, useWho } from '../state/who.ts';

/** What the page shows, each under a word of the address. */
const PARTS = { sets: 'Papers', parts: 'Parts', tables: 'Tables', files: 'Files', history: 'History', guests: 'Guests' } as const;
type Part = keyof typeof PARTS;
const isPart = (text: string | null): text is Part => text !== null && Object.hasOwn(PARTS, text);

/** What leaves the job: papers for each reader, tables, the job file, and its history. */
export default function PapersPage() {
  const job = useJob();
  const designed = useDesigned();
  const [search, setSearch] = useSearchParams();
  // Links for guests are a firm's.
  const links = useMay('read link');
  const isFirm = useWho().state === 'in';
  const asked = search.get('part');
  const part: Part = isPart(asked) ? asked : 'sets';
  const waiting = (
    <Typography role="status" sx={{ py: 4 }}>
      Working out the plant …
    </Typography>
  );
  return (
    <Sheet
      wide
      title="Papers"
      lead="What leaves the job, for whoever needs it: the wall, the floor layer, the electrician, the owner."
      actions={
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={part}
            onChange={(_, next: Part | null) => next && setSearch(next === 'sets' ? {} : { part: next }, { replace: true })}
            aria-label="What is shown"
          >
            {Object.entries(PARTS)
              .filter(([value]) => value !== 'guests' || (isFirm && links))
              .map(([value, label]) => (
                <ToggleButton key={value} value={value} sx={{ px: 2 }}>
                  {label}
                </ToggleButton>
              ))}
          </ToggleButtonGroup>
          <Button
            variant="outlined"
            onClick={() => download(fileNameFor(job, 'warm.json'), 'application/json', writeJobFile(job))}
          >
            Save the job file
          </Button>
        </Box>
      }
    >
      {part === 'sets' && (designed ? <SetsSection job={designed.job} /> : waiting)}
      {part === 'parts' && (designed ? <PartsSection job={designed.job} /> : waiting)}
      {part === 'tables' && (designed ? <TablesSection designed={designed} /> : waiting)}
      {part === 'files' && (designed ? <FilesSection job={designed.job} /> : waiting)}
      {part === 'history' && <History />}
      {part === 'guests' && isFirm && <GuestsSection />}
      <LeadOn page="papers" />
    </Sheet>
  );
}
