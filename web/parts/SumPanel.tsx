import ArrowBackIcon from '@mui/icons-material/ArrowBack';
import CloseIcon from '@mui/icons-material/Close';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect, useRef } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { allPumps } from '../../core/design/all-pumps.ts';
import type { Design } from '../../core/design/design.ts';
import type { Term } from '../../core/figure/figure.ts';
import { sumInUnits } from '../../core/figure/sum-in-units.ts';
import { useDisplay } from '../state/display.ts';
import { useJobPart } from '../state/job-context.tsx';
import { useSum } from '../state/sum-context.tsx';
import { pageOfPlace } from './places.ts';

const PumpChart = lazy(() => import('./PumpChart.tsx'));

/** The sum behind a number: formula, values put in, source, and where each value itself comes from. */
export function SumPanel({ design }: { design: Design }) {
  const { figureId, trail, back, close } = useSum();
  const { say } = useDisplay();
  const display = useJobPart((job) => job.display);
  const heading = useRef<HTMLHeadingElement>(null);
  // The figure's name takes the focus, so that a screen reader reads it and Esc works at once.
  useEffect(() => {
    if (figureId) heading.current?.focus();
  }, [figureId]);
  if (!figureId) return null;
  const figure = design.figures[figureId];
  const sum = figure && sumInUnits(figure, display);
  const pump = figure ? pumpOf(design, figureId) : null;
  return (
    <Box
      component="section"
      aria-label="The sum"
      onKeyDown={(event) => event.key === 'Escape' && close()}
      sx={{ p: 2, borderBottom: 1, borderColor: 'divider', bgcolor: 'background.paper' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-start', gap: 0.5 }}>
        {trail.length > 1 && (
          <IconButton size="small" onClick={back} aria-label="Back to the sum before">
            <ArrowBackIcon fontSize="small" />
          </IconButton>
        )}
        <Typography variant="h3" component="h2" tabIndex={-1} ref={heading} sx={{ flex: 1, pt: 0.4, outline: 'none' }}>
          {figure ? figure.label : 'This figure is gone'}
        </Typography>
        <IconButton size="small" onClick={close} aria-label="Close the sum">
          <CloseIcon fontSize="small" />
        </IconButton>
      </Box>
      {!figure && <Typography variant="body2">The part it belonged to is no longer in the job.</Typography>}
      {figure && sum && (
        <>
          <Typography sx={{ fontSize: 'result', fontWeight: 750, fontStretch: '84%', lineHeight: 1.2, mt: 0.5 }}>
            {say(figure.value, figure.kind)}
          </Typography>
          <Box
            sx={{
              my: 1.2,
              py: 1,
              px: 1.5,
              borderLeft: 4,
              borderColor: 'wall.copper',
              bgcolor: 'background.default',
              fontWeight: 600,
              overflowWrap: 'anywhere',
            }}
          >
            {sum.formula}
          </Box>
          <Box
            component="table"
            sx={{
              width: '100%',
              borderCollapse: 'collapse',
              '& td': { py: 0.6, verticalAlign: 'top', borderBottom: 1, borderColor: 'divider' },
            }}
          >
            <tbody>
              {sum.terms.map((term) => (
                <TermRow key={term.symbol} term={term} />
              ))}
            </tbody>
          </Box>
          {sum.note && (
            <Typography variant="body2" sx={{ mt: 1.2 }}>
              {sum.note}
            </Typography>
          )}
          <Typography variant="body2" color="text.secondary" sx={{ mt: 1.2 }}>
            Source: {sum.source}
          </Typography>
          {pump?.duty && (
            <Suspense fallback={null}>
              <PumpChart pump={pump} />
            </Suspense>
          )}
        </>
      )}
    </Box>
  );
}

/** The pump a figure belongs to, for its curve. */
function pumpOf(design: Design, figureId: string) {
  return allPumps(design).find((pump) => figureId.startsWith(`${pump.place}/`)) ?? null;
}

function TermRow({ term }: { term: Term }) {
  const { say } = useDisplay();
  const { follow } = useSum();
  const { id } = useParams();
  const { origin } = term;
  return (
    <tr>
      <td
        style={{
          fontWeight: 700,
          paddingRight: 8,
          whiteSpace: 'nowrap',
          maxWidth: 90,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
        }}
      >
        {term.symbol}
      </td>
      <td style={{ paddingRight: 8 }}>
        <Typography variant="body2" component="span" sx={{ display: 'block' }}>
          {term.label}
        </Typography>
        <Typography component="span" color="text.secondary" sx={{ fontSize: 'label' }}>
          {origin.from === 'figure' && (
            <Link component="button" type="button" onClick={() => follow(origin.id)} sx={{ font: 'inherit', textAlign: 'left' }}>
              computed: show its sum
            </Link>
          )}
          {origin.from === 'job' && (
            <Link
              component={RouterLink}
              to={`/jobs/${id}/${pageOfPlace(origin.place)}?at=${encodeURIComponent(origin.place)}`}
              sx={{ font: 'inherit' }}
            >
              entered in this job
            </Link>
          )}
          {origin.from === 'rule' && `rulebook: ${origin.source}`}
          {origin.from === 'data' && origin.source}
        </Typography>
      </td>
      <td style={{ textAlign: 'right', whiteSpace: 'nowrap', fontWeight: 600 }}>{say(term.value, term.kind)}</td>
    </tr>
  );
}
