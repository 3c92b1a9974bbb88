import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link, useParams, useSearchParams } from 'react-router';
import { Entries } from '../book/Entries.tsx';
import { FindFault } from '../book/FindFault.tsx';
import { Rounds } from '../book/Rounds.tsx';
import { Sheets } from '../book/Sheets.tsx';
import { Today } from '../book/Today.tsx';
import { useBook } from '../book/use-book.ts';
import { canKeepProgram } from '../offline/program.ts';
import { sendSoon, serverIsAway } from '../offline/sender.ts';
import { useDesigned } from '../state/design-context.tsx';
import { Waiting } from './LostPage.tsx';

const PARTS = {
  today: { label: 'Today', page: Today },
  rounds: { label: 'Rounds', page: Rounds },
  fault: { label: 'Fault', page: FindFault },
  book: { label: 'Book', page: Entries },
  sheets: { label: 'Sheets', page: Sheets },
} as const;
type Part = keyof typeof PARTS;

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** What has not left this device, in one line; nothing where everything has. */
function StillHere() {
  const { waiting, trouble } = useBook();
  const { entries, photos, refused } = waiting;
  if (trouble) return <Line alert>{trouble}</Line>;
  if (entries + photos + refused === 0) return null;
  const parts = [
    entries > 0 ? count(entries, 'entry', 'entries') : '',
    photos > 0 ? count(photos, 'photo', 'photos') : '',
  ].filter(Boolean);
  return (
    <Line>
      {parts.length > 0 &&
        `${parts.join(' and ')} still on this device${serverIsAway() ? '; sent when the server is back' : ''}.`}
      {refused > 0 && ` ${count(refused, 'thing needs', 'things need')} you: see the book, Still here.`}
      {parts.length > 0 && (
        <Button color="inherit" sx={{ minHeight: 48 }} onClick={sendSoon}>
          Send now
        </Button>
      )}
    </Line>
  );
}

const Line = ({ children, alert = false }: { children: React.ReactNode; alert?: boolean }) => (
  <Box
    role={alert ? 'alert' : 'status'}
    sx={{
      display: 'flex',
      alignItems: 'center',
      flexWrap: 'wrap',
      gap: 1,
      px: 2,
      py: 0.5,
      minHeight: 48,
      bgcolor: '#f2c26a',
      color: '#2a211b',
      fontSize: 'body',
      fontWeight: 600,
      '@media print': { display: 'none' },
    }}
  >
    {children}
  </Box>
);

/** The site book of a job: what is next, the walk through the rooms, everything that was written, what is handed over. */
export default function BookPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const { ready } = useBook();
  const designed = useDesigned();
  const asked = search.get('part');
  const part: Part = asked !== null && asked in PARTS ? (asked as Part) : 'today';
  const Page = PARTS[part].page;
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', minHeight: { xs: 'calc(100vh - 110px)', md: 'calc(100vh - 56px)' } }}>
      <StillHere />
      {!canKeepProgram() && (
        <Line>
          This address is not https, so this browser keeps nothing for a cellar without signal. Ask for an https address of this
          server.
        </Line>
      )}
      <Box
        sx={{ flex: 1, width: '100%', maxWidth: part === 'sheets' ? 1100 : 720, mx: 'auto', px: 2, pt: 2, pb: { xs: 12, md: 4 } }}
      >
        {/* What was written needs no plant worked out to be read. */}
        {ready && (designed || part === 'book') ? <Page /> : <Waiting text="Opening the book …" />}
      </Box>
      <Box
        component="nav"
        aria-label="Parts of the book"
        sx={{
          position: 'sticky',
          bottom: 0,
          display: 'flex',
          bgcolor: 'wall.strip',
          zIndex: 6,
          pb: 'env(safe-area-inset-bottom)',
          '@media print': { display: 'none' },
        }}
      >
        {(Object.keys(PARTS) as Part[]).map((each) => (
          <Box
            key={each}
            component={Link}
            to={`/jobs/${id}/book${each === 'today' ? '' : `?part=${each}`}`}
            aria-current={each === part ? 'page' : undefined}
            sx={{
              flex: 1,
              minHeight: 64,
              display: 'flex',
              alignItems: 'center',
              justifyContent: 'center',
              fontSize: 'body',
              fontWeight: 700,
              fontStretch: '88%',
              textDecoration: 'none',
              color: each === part ? 'wall.stripText' : 'wall.stripMuted',
              borderTop: 5,
              borderColor: each === part ? 'wall.copper' : 'transparent',
              '&:focus-visible': { outlineColor: 'wall.copper', outlineOffset: -4 },
            }}
          >
            {PARTS[each].label}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
