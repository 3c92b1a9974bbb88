import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link as RouterLink, useLocation } from 'react-router';
import { FINDING_GROUPS, type FindingKind } from '../../core/finding/catalogue.ts';

/** Kinds of finding that have all the words looked for, by their groups. */
function groupsWith(words: readonly string[]): { label: string; kinds: [string, FindingKind][] }[] {
  return FINDING_GROUPS.map(({ label, kinds }) => ({
    label,
    kinds: Object.entries<FindingKind>(kinds).filter(([id, { title, why, source }]) => {
      const text = `${id} ${label} ${title} ${why} ${source}`.toLowerCase();
      return words.every((word) => text.includes(word));
    }),
  })).filter(({ kinds }) => kinds.length > 0);
}

/** A page of the manual: everything the review looks for, why, and where each rule comes from. */
export default function FindingKindsPage() {
  const { hash } = useLocation();
  const [wanted, setWanted] = useState('');
  const groups = groupsWith(wanted.trim().toLowerCase().split(/\s+/).filter(Boolean));
  const count = groups.reduce((sum, { kinds }) => sum + kinds.length, 0);
  const asked = decodeURIComponent(hash.slice(1));
  useEffect(() => {
    document.getElementById(asked)?.scrollIntoView({ block: 'center' });
  }, [asked]);
  return (
    <Box component="main" sx={{ maxWidth: 860, mx: 'auto', px: { xs: 2, sm: 3 }, py: 4 }}>
      <Link component={RouterLink} to="/" variant="body2">
        Jobs
      </Link>
      <Typography variant="h1" sx={{ mt: 1, mb: 1 }}>
        What the review looks for
      </Typography>
      <Typography sx={{ mb: 3, maxWidth: 640 }}>
        Every job is looked through for these, at each change. A finding names its place, the values it saw, and what cures it; it
        can be let stand with a reason. None of it is an approval: local codes, the makers and licensed trades decide.
      </Typography>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <TextField
          label="Look for"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          sx={{ width: { xs: '100%', sm: 320 } }}
        />
        <Typography variant="body2" role="status">
          {count === 0 ? 'No rule has these words.' : `${count} rules`}
        </Typography>
      </Box>
      {groups.map(({ label, kinds }) => (
        <Box key={label} component="section" aria-label={label} sx={{ mt: 4 }}>
          <Typography variant="h2" sx={{ pb: 1, px: 1.2, mx: -1.2, borderBottom: 2, borderColor: 'text.primary' }}>
            {label}
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {kinds.map(([id, { title, why, source }]) => (
              <Box
                component="li"
                key={id}
                id={id}
                sx={{
                  py: 1.2,
                  px: 1.2,
                  mx: -1.2,
                  display: 'grid',
                  gridTemplateColumns: { sm: '1fr 1.6fr' },
                  columnGap: 3,
                  borderBottom: 1,
                  borderColor: 'divider',
                  bgcolor: id === asked ? 'action.selected' : undefined,
                }}
              >
                <Typography variant="h3" component="h3">
                  {title}
                </Typography>
                <div>
                  <Typography variant="body2">{why}</Typography>
                  <Typography variant="body2" color="text.secondary">
                    {source}
                  </Typography>
                </div>
              </Box>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
