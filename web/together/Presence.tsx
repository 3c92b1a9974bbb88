import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { STEPS } from '../parts/steps.ts';
import { usePresence } from './usePresence.ts';

/** Most that are shown one by one. */
const MOST_SHOWN = 3;
const initialsOf = (name: string): string =>
  name
    .split(/\s+/)
    .slice(0, 2)
    .map((word) => [...word][0] ?? '')
    .join('')
    .toUpperCase();
const pageName = (path: string): string => STEPS.find((step) => step.path === path)?.label ?? path;

/** Who else is in the job, by initials; nothing while nobody is. */
export function Presence({ job }: { job: string }) {
  const others = usePresence(job);
  if (others.length === 0) return null;
  return (
    <Box
      component="ul"
      aria-label="Also in this job"
      sx={{ listStyle: 'none', display: 'flex', m: 0, p: 0, gap: 0.4, alignItems: 'center', order: { xs: -1, md: 0 } }}
    >
      {others.slice(0, MOST_SHOWN).map(({ person, name, page }) => (
        <Tooltip key={person} title={`${name} is here too, on ${pageName(page)}`}>
          <Box
            component="li"
            aria-label={`${name}, on ${pageName(page)}`}
            sx={{
              minWidth: 30,
              height: 26,
              px: 0.7,
              display: 'grid',
              placeItems: 'center',
              fontSize: 'label',
              fontWeight: 750,
              fontStretch: '88%',
              color: '#2a211b',
              bgcolor: 'wall.copper',
              // Like a tag on a pipe.
              borderRadius: '3px 9px 9px 3px',
            }}
          >
            {initialsOf(name)}
          </Box>
        </Tooltip>
      ))}
      {others.length > MOST_SHOWN && <Box component="li">+{others.length - MOST_SHOWN}</Box>}
    </Box>
  );
}
