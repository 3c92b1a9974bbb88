import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link as RouterLink, useLocation, useNavigate, useParams } from 'react-router';
import { inUnits } from '../../core/quantity/in-units.ts';
import type { Display } from '../../model/job.ts';
import { Segments } from '../look/parts/Segments.tsx';
import { MADE, Made } from '../manual/MadePage.tsx';
import { MANUAL_PAGES } from '../manual/pages.ts';
import { usePageTitle } from '../parts/page-title.ts';
import { Brand, Strip } from '../parts/Strip.tsx';
import { keepSystem, keptSystem } from '../start/kept-answers.ts';

/** The manual: short pages in the order of the work, and what the program itself says of its rules, parts and fields. */
export default function ManualPage() {
  const { page = 'start' } = useParams();
  const navigate = useNavigate();
  const [system, setSystem] = useState(keptSystem);
  const display: Display = { system, units: {} };
  const written = MANUAL_PAGES.find(({ id }) => id === page);
  const made = MADE.find(({ id }) => id === page);
  usePageTitle(`Manual: ${written?.title ?? made?.title ?? 'Start a job'}`);
  const { hash } = useLocation();
  // A link to one line of a page leads there; any other to the top.
  useEffect(() => {
    const line = page && hash ? document.getElementById(decodeURIComponent(hash.slice(1))) : null;
    if (line) line.scrollIntoView({ block: 'center' });
    else scrollTo(0, 0);
  }, [page, hash]);
  const entry = (id: string, title: string) => (
    <Box component="li" key={id}>
      <Link
        component={RouterLink}
        to={`/manual/${id}`}
        aria-current={page === id ? 'page' : undefined}
        underline="hover"
        sx={{
          display: 'block',
          px: 1.5,
          py: 0.8,
          minHeight: { xs: 44, md: 32 },
          color: 'text.primary',
          fontWeight: page === id ? 750 : 500,
          borderLeft: 3,
          borderColor: page === id ? 'wall.copperLine' : 'transparent',
        }}
      >
        {title}
      </Link>
    </Box>
  );
  return (
    <>
      <Strip>
        <Brand />
      </Strip>
      <Box
        sx={{
          maxWidth: 1240,
          mx: 'auto',
          px: { xs: 2, md: 3 },
          py: 3,
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { md: '230px minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <Box component="nav" aria-label="Manual" sx={{ position: { md: 'sticky' }, top: 72 }}>
          <Box sx={{ px: 1.5, mb: 1.5 }}>
            <Segments
              label="Units"
              value={system}
              options={[
                { value: 'metric', label: 'Metric' },
                { value: 'us', label: 'US' },
              ]}
              onChange={(next) => {
                keepSystem(next);
                setSystem(next);
              }}
            />
          </Box>
          {/* On a narrow screen the list is one control, and the page begins at once. */}
          <Box
            component="select"
            aria-label="Page of the manual"
            value={page}
            onChange={(event) => navigate(`/manual/${event.target.value}`)}
            sx={{
              display: { xs: 'block', md: 'none' },
              width: '100%',
              minHeight: 48,
              px: 1,
              font: 'inherit',
              color: 'inherit',
              bgcolor: 'background.paper',
              border: 1,
              borderColor: 'wall.edge',
              borderRadius: 1,
            }}
          >
            {[...MANUAL_PAGES, ...MADE].map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </Box>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: { xs: 'none', md: 'block' } }}>
            {MANUAL_PAGES.map(({ id, title }) => entry(id, title))}
            <Box component="li" sx={{ borderTop: 1, borderColor: 'divider', my: 1 }} />
            {MADE.map(({ id, title }) => entry(id, title))}
          </Box>
        </Box>
        <Box component="main">
          <Typography variant="h1" sx={{ mb: 2 }}>
            {written?.title ?? made?.title ?? 'No such page'}
          </Typography>
          {written?.paragraphs.map((text) => (
            <Typography key={text} sx={{ mb: 1.5, maxWidth: 720 }}>
              {inUnits(text, display)}
            </Typography>
          ))}
          {written?.picture && (
            <Box component="figure" sx={{ m: 0, mt: 2 }}>
              <Box
                component="img"
                src={written.picture.file}
                alt={written.picture.says}
                loading="lazy"
                sx={{ maxWidth: '100%', border: 1, borderColor: 'divider', borderRadius: 1 }}
              />
              <Typography component="figcaption" variant="body2" color="text.secondary">
                {written.picture.says}
              </Typography>
            </Box>
          )}
          {made && <Made id={made.id} display={display} />}
          {!written && !made && (
            <Typography>
              The manual has no page of that name. <RouterLink to="/manual/start">To its first page</RouterLink>
            </Typography>
          )}
        </Box>
      </Box>
    </>
  );
}
