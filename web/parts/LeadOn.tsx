import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { missingOf, WORK_PAGES, type WorkPage } from '../../core/job/missing.ts';
import { useJob } from '../state/job-context.tsx';
import { STEPS } from './steps.ts';

const labelOf = (page: WorkPage): string => STEPS.find(({ path }) => path === page)?.label ?? page;

/** The foot of a page: what is missing here, and where the work goes on. Ctrl+Enter goes there too. */
export function LeadOn({ page }: { page: WorkPage }) {
  const job = useJob();
  const { id } = useParams();
  const navigate = useNavigate();
  const missing = missingOf(job);
  const here = missing.filter((each) => each.page === page);
  const next = WORK_PAGES[WORK_PAGES.indexOf(page) + 1];
  useEffect(() => {
    if (!next) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || event.defaultPrevented) return;
      // A window in front has a main action of its own.
      if (document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      navigate(`/jobs/${id}/${next}`);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [next, navigate, id]);
  if (!next) return null;
  return (
    <Box
      component="footer"
      aria-label="What comes next"
      sx={{
        mt: 3,
        py: 1.5,
        borderTop: 3,
        borderColor: 'wall.copperLine',
        display: 'flex',
        gap: 2,
        alignItems: 'center',
        flexWrap: 'wrap',
      }}
    >
      <Typography role="status" sx={{ flex: 1, minWidth: 200 }}>
        {here.length > 0 ? here.map(({ text }) => text).join(' ') : 'Nothing is missing here.'}
      </Typography>
      <Button
        variant="contained"
        onClick={() => navigate(`/jobs/${id}/${next}`)}
        title="Ctrl+Enter"
        sx={{ minHeight: { xs: 48, sm: 40 } }}
      >
        Next: {labelOf(next)}
      </Button>
    </Box>
  );
}
