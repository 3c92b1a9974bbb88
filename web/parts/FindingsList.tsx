import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import type { Finding, Remedy } from '../../core/finding/finding.ts';
import { STANDING_LINK } from '../look/space.ts';
import { CommentLink } from '../together/CommentLink.tsx';
import { AcceptFinding } from './AcceptFinding.tsx';
import { pageOfPlace } from './places.ts';
import { RemedyButton, RemedyEffect } from './RemedyButton.tsx';
import { SEVERITY_WORDS, SeverityMark } from './Severity.tsx';

interface Props {
  findings: readonly Finding[];
  /** Component whose findings are asked for; null shows all. */
  component?: string | null;
  onShow?: (component: string | null) => void;
}

/** What the review found, worst first, each with its reason and its cures. */
export function FindingsList({ findings, component = null, onShow }: Props) {
  const shown = component === null ? findings : findings.filter((finding) => finding.component === component);
  if (shown.length === 0) {
    return (
      <Typography variant="body2" sx={{ p: 2 }}>
        {component === null ? 'Nothing found. Every rule of the rulebook is kept.' : 'Nothing found here.'}
      </Typography>
    );
  }
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {shown.slice(0, 60).map((finding) => (
        <FindingEntry key={finding.id} finding={finding} onShow={onShow} />
      ))}
      {shown.length > 60 && (
        <Typography component="li" variant="body2" sx={{ p: 2 }}>
          and {shown.length - 60} more; fix these first.
        </Typography>
      )}
    </Box>
  );
}

function FindingEntry({ finding, onShow }: { finding: Finding; onShow?: (component: string | null) => void }) {
  const { id } = useParams();
  const [looked, setLooked] = useState<Remedy | null>(null);
  return (
    <Box component="li" sx={{ p: 2, borderBottom: 1, borderColor: 'divider', display: 'flex', gap: 1.2 }}>
      <Box sx={{ pt: 0.2 }}>
        <SeverityMark severity={finding.severity} />
      </Box>
      <Box sx={{ minWidth: 0, flex: 1 }}>
        <Typography variant="h3" component="h3" sx={{ overflowWrap: 'anywhere' }}>
          <Box component="span" sx={{ color: finding.accepted === undefined ? `wall.${finding.severity}` : 'text.secondary' }}>
            {finding.accepted === undefined ? SEVERITY_WORDS[finding.severity] : 'Accepted'}:
          </Box>{' '}
          {finding.title}
        </Typography>
        <Typography variant="body2" sx={{ mt: 0.5, overflowWrap: 'anywhere' }}>
          {finding.why}
        </Typography>
        {finding.accepted !== undefined && (
          <Typography variant="body2" sx={{ mt: 0.5, fontStyle: 'italic', overflowWrap: 'anywhere' }}>
            Accepted: {finding.accepted}
          </Typography>
        )}
        {(finding.accepted === undefined ? finding.remedies : []).map((remedy) =>
          remedy.edits.length > 0 ? (
            <RemedyButton key={remedy.label} remedy={remedy} onLook={setLooked} />
          ) : (
            <Typography key={remedy.label} variant="body2" sx={{ mt: 1 }}>
              Or: {remedy.label}.
            </Typography>
          ),
        )}
        {looked && <RemedyEffect key={looked.label} finding={finding} remedy={looked} />}
        <Box
          sx={{
            mt: 1,
            display: 'flex',
            flexWrap: 'wrap',
            columnGap: 2,
            '& > a, & > button': STANDING_LINK,
          }}
        >
          <Link
            component={RouterLink}
            to={`/jobs/${id}/${pageOfPlace(finding.place)}?at=${encodeURIComponent(finding.place)}`}
            variant="body2"
          >
            Open the field
          </Link>
          {finding.component && onShow && (
            <Link component="button" type="button" variant="body2" onClick={() => onShow(finding.component)}>
              Show on the wall
            </Link>
          )}
          <Link component={RouterLink} to={`/jobs/${id}/book?part=fault&of=${encodeURIComponent(finding.place)}`} variant="body2">
            Find the fault on site
          </Link>
          <Link component={RouterLink} to={`/manual/findings#${finding.rule}`} variant="body2">
            About this rule
          </Link>
          <AcceptFinding finding={finding} />
          <CommentLink thing={`finding/${finding.id}`} label={`Finding: ${finding.title}`} />
        </Box>
      </Box>
    </Box>
  );
}
