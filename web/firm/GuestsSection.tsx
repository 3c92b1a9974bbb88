import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { GUEST_PART_IDS, GUEST_PARTS, type GuestPart } from '../../model/rights.ts';
import { PageSection } from '../parts/Layout.tsx';
import { guestLinks, makeGuestLink, revokeGuestLink } from './firm-api.ts';
import { day, Line, moment } from './Line.tsx';
import { OnceOnly } from './OnceOnly.tsx';

const DAYS: readonly [number, string][] = [
  [7, 'a week'],
  [30, 'a month'],
  [90, 'three months'],
  [365, 'a year'],
];

/** Links that show one part of this job to somebody outside the firm. */
export function GuestsSection() {
  const { id = '' } = useParams();
  const queries = useQueryClient();
  const list = useQuery({ queryKey: ['guest-links', id], queryFn: () => guestLinks(id) });
  const refresh = () => queries.invalidateQueries({ queryKey: ['guest-links', id] });
  const [part, setPart] = useState<GuestPart>('electrician');
  const [name, setName] = useState('');
  const [days, setDays] = useState(30);
  const make = useMutation({
    mutationFn: () => makeGuestLink(id, { part, name: name.trim(), days }),
    onSuccess: () => {
      setName('');
      void refresh();
    },
  });
  const revoke = useMutation({ mutationFn: (link: string) => revokeGuestLink(id, link), onSuccess: refresh });
  const failed = make.error ?? revoke.error ?? list.error;
  // The moment it is looked at, so that a link that has run out says so.
  const now = Date.now();
  const live = list.data?.filter(({ revokedAt, endsAt }) => revokedAt === null && Date.parse(endsAt) > now) ?? [];
  const over = list.data?.filter((link) => !live.includes(link)) ?? [];
  return (
    <>
      <PageSection
        title="A link for somebody outside"
        lead="It shows the papers of one part of this job, nothing else, without signing in. They are made anew when the job changes."
      >
        <Box
          component="form"
          sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim()) make.mutate();
          }}
        >
          <TextField
            select
            label="For the"
            value={part}
            onChange={(event) => setPart(event.target.value as GuestPart)}
            sx={{ width: 200 }}
          >
            {GUEST_PART_IDS.map((each) => (
              <MenuItem key={each} value={each}>
                {GUEST_PARTS[each].title}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label="Who gets it"
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 80 } }}
            sx={{ maxWidth: 260 }}
          />
          <TextField
            select
            label="Good for"
            value={days}
            onChange={(event) => setDays(Number(event.target.value))}
            sx={{ width: 170 }}
          >
            {DAYS.map(([count, words]) => (
              <MenuItem key={count} value={count}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          <Button type="submit" variant="contained" disabled={name.trim() === '' || make.isPending} sx={{ minHeight: 40 }}>
            Make the link
          </Button>
        </Box>
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          Shows: {GUEST_PARTS[part].gist.toLowerCase()}.
        </Typography>
        {failed && (
          <Typography role="alert" color="error" sx={{ mt: 1 }}>
            {failed.message}
          </Typography>
        )}
        {make.data && <OnceOnly title="The link" {...make.data} onClose={() => make.reset()} />}
      </PageSection>
      <PageSection title="Links of this job">
        {list.data?.length === 0 && <Typography color="text.secondary">None yet.</Typography>}
        {live.map((link) => (
          <Line
            key={link.id}
            title={`${GUEST_PARTS[link.part].title}: ${link.name}`}
            more={`until ${day(link.endsAt)}, ${link.seenAt ? `last opened ${moment(link.seenAt)}` : 'not opened yet'}`}
          >
            <Button color="error" aria-label={`Withdraw the link for ${link.name}`} onClick={() => revoke.mutate(link.id)}>
              Withdraw
            </Button>
          </Line>
        ))}
        {over.map((link) => (
          <Line
            key={link.id}
            title={`${GUEST_PARTS[link.part].title}: ${link.name}`}
            more={link.revokedAt ? `withdrawn ${moment(link.revokedAt)}` : `ran out ${day(link.endsAt)}`}
          />
        ))}
      </PageSection>
    </>
  );
}
