import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { type ReactNode, useRef } from 'react';
import { useOpenLines } from '../look/open-lines.ts';
import { FoldButton } from '../look/parts/FoldButton.tsx';
import { WIDTH } from '../look/space.ts';
import { PageContents, useLongPage } from './PageContents.tsx';
import { usePageTitle } from './page-title.ts';

/** A page of entries, with its heading. A long one has a list of its parts. */
export function Sheet({
  title,
  lead,
  actions,
  children,
  wide = false,
}: {
  title: string;
  lead: string;
  actions?: ReactNode;
  children: ReactNode;
  wide?: boolean;
}) {
  usePageTitle(title);
  const page = useRef<HTMLDivElement>(null);
  const parts = useLongPage(page);
  return (
    <Box
      ref={page}
      sx={{
        maxWidth: wide ? 'none' : WIDTH.forms,
        mx: 'auto',
        px: { xs: 2, sm: 3 },
        py: 3,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 1.5, flexWrap: 'wrap', mb: 2.5 }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h1">{title}</Typography>
          <Typography color="text.secondary">{lead}</Typography>
        </Box>
        {actions}
        {parts.length > 0 && <PageContents parts={parts} />}
      </Box>
      {children}
    </Box>
  );
}

/** A part of a page under its heading. */
export function PageSection({ title, lead, children }: { title: string; lead?: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      sx={{ mb: 2, p: 2.5, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
    >
      <Typography variant="h2" sx={{ mb: lead ? 0.3 : 1.5 }}>
        {title}
      </Typography>
      {lead && (
        <Typography variant="body2" color="text.secondary" sx={{ mb: 2 }}>
          {lead}
        </Typography>
      )}
      {children}
    </Box>
  );
}

/** A part of a page that folds to a line: its heading, and what is in it in a few words. Kept open or shut with the job in the browser. */
export function FoldedSection({
  id,
  title,
  answer,
  lead,
  open: first = false,
  children,
}: {
  id: string;
  title: string;
  answer: ReactNode;
  lead?: string;
  open?: boolean;
  children: ReactNode;
}) {
  const [open, toggle] = useOpenLines(id, first);
  return (
    <Box
      component="section"
      aria-label={title}
      id={`line-${id}`}
      sx={{ mb: 1, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1, scrollMarginTop: 72 }}
    >
      <Typography variant="h2" component="h2">
        <FoldButton
          open={open}
          onToggle={toggle}
          sx={{ minHeight: 48, py: 1, display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'baseline' }}
        >
          <span>{title}</span>
          <Box component="span" sx={{ fontSize: 'table', fontWeight: 400, fontStretch: '100%', color: 'text.secondary' }}>
            {answer}
          </Box>
        </FoldButton>
      </Typography>
      {open && (
        <Box sx={{ px: { xs: 2, sm: 2.5 }, pb: 2.5 }}>
          {lead && (
            <Typography variant="body2" color="text.secondary" sx={{ mb: 2 }}>
              {lead}
            </Typography>
          )}
          {children}
        </Box>
      )}
    </Box>
  );
}

/** A label over a figure. */
export function Reading({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box sx={{ minWidth: 92 }}>
      <Typography component="div" color="text.secondary" sx={{ fontSize: 'label' }}>
        {label}
      </Typography>
      <Box sx={{ fontSize: 'body', fontWeight: 700, fontStretch: '90%' }}>{children}</Box>
    </Box>
  );
}
