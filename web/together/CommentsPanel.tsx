import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { type Comment, MOST_COMMENT } from '../../model/comment.ts';
import { moment } from '../firm/Line.tsx';
import { pageOfPlace } from '../parts/places.ts';
import { useDesigned } from '../state/design-context.tsx';
import { useJob } from '../state/job-context.tsx';
import { useMay } from '../state/who.ts';
import { endComment, writeComment } from './comments-api.ts';
import { type About, commentsKey, useComments } from './comments-context.tsx';

const WHOLE: About = { thing: '', label: 'The job as a whole' };

/** Everything there is to comment on, by the words the job has for it. */
function useThings(): About[] {
  const job = useJob();
  const designed = useDesigned();
  return useMemo(
    () => [
      WHOLE,
      ...job.circuits.map((circuit) => ({ thing: `circuits/${circuit.id}`, label: `Circuit ${circuit.name}` })),
      ...[designed?.design.source?.pump, ...(designed?.design.circuits ?? []).map((circuit) => circuit.sized?.pump)].flatMap(
        (pump) => (pump ? [{ thing: pump.place, label: pump.label }] : []),
      ),
      ...job.rooms.map((room) => ({ thing: `rooms/${room.id}`, label: `Room ${room.name || 'without a name'}` })),
      ...(designed?.design.findings ?? []).map((finding) => ({
        thing: `finding/${finding.id}`,
        label: `Finding: ${finding.title}`,
      })),
    ],
    [job.circuits, job.rooms, designed],
  );
}

/** Text that was not sent yet stays, whatever happens to the window. */
const draftKey = (job: string) => `comment:${job}`;
const readDraft = (job: string): string => {
  try {
    return localStorage.getItem(draftKey(job)) ?? '';
  } catch {
    return '';
  }
};
function keepDraft(job: string, text: string): void {
  try {
    if (text) localStorage.setItem(draftKey(job), text);
    else localStorage.removeItem(draftKey(job));
  } catch {
    // A browser without storage: the text stays as long as the window.
  }
}

/** What people say about the job: each on a thing, until it is dealt with. */
export default function CommentsPanel() {
  const comments = useComments();
  const things = useThings();
  const writes = useMay('write comment');
  const queries = useQueryClient();
  const job = comments?.job ?? '';
  const [body, setBody] = useState(() => readDraft(job));
  const [chosen, setChosen] = useState<About | null>(null);
  const [showEnded, setShowEnded] = useState(false);
  const about = chosen ?? comments?.open?.about ?? WHOLE;
  const refresh = () => queries.invalidateQueries({ queryKey: commentsKey(job) });
  const write = useMutation({
    mutationFn: (comment: Parameters<typeof writeComment>[1]) => writeComment(job, comment),
    onSuccess: () => {
      setBody('');
      keepDraft(job, '');
      void refresh();
    },
  });
  const end = useMutation({
    mutationFn: ({ id, ended }: { id: string; ended: boolean }) => endComment(job, id, ended),
    onSuccess: refresh,
  });
  if (!comments?.open) return null;
  const { list } = comments;
  const standing = list.filter(({ endedAt }) => endedAt === null);
  const ended = list.filter(({ endedAt }) => endedAt !== null);
  const failed = write.error ?? end.error;
  return (
    <Drawer
      anchor="right"
      open
      onClose={comments.close}
      slotProps={{
        paper: { sx: { width: { xs: '100%', sm: 420 }, p: 2.5, bgcolor: 'background.default' }, 'aria-label': 'Comments' },
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          Comments
        </Typography>
        <Button onClick={comments.close}>Close</Button>
      </Box>
      {writes && (
        <Box
          component="form"
          sx={{ display: 'grid', gap: 1.5, mb: 2.5 }}
          onSubmit={(event) => {
            event.preventDefault();
            if (body.trim() && !write.isPending) write.mutate({ id: crypto.randomUUID(), ...about, body: body.trim() });
          }}
        >
          <Autocomplete
            options={things}
            value={about}
            disableClearable
            isOptionEqualToValue={(a, b) => a.thing === b.thing}
            getOptionKey={(option) => option.thing}
            getOptionLabel={(option) => option.label}
            onChange={(_, wanted) => setChosen(wanted)}
            renderInput={(params) => <TextField {...params} label="About" />}
          />
          <TextField
            label="Comment"
            multiline
            minRows={2}
            autoFocus
            value={body}
            onChange={(event) => {
              setBody(event.target.value);
              keepDraft(job, event.target.value);
            }}
            slotProps={{ htmlInput: { maxLength: MOST_COMMENT } }}
          />
          <Button
            type="submit"
            variant="contained"
            disabled={body.trim() === '' || write.isPending}
            sx={{ justifySelf: 'start' }}
          >
            {write.isPending ? 'Sending …' : 'Write it'}
          </Button>
        </Box>
      )}
      {(failed || comments.failed) && (
        <Typography role="alert" color="error" sx={{ mb: 1 }}>
          {failed?.message ?? comments.failed}
        </Typography>
      )}
      {standing.length === 0 && <Typography color="text.secondary">Nothing stands open.</Typography>}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label="Open comments">
        {standing.map((comment) => (
          <Entry key={comment.id} comment={comment} job={job}>
            {writes && (
              <Button
                size="small"
                aria-label={`Done: ${comment.body.slice(0, 60)}`}
                onClick={() => end.mutate({ id: comment.id, ended: true })}
              >
                Done
              </Button>
            )}
          </Entry>
        ))}
      </Box>
      {ended.length > 0 && (
        <Button onClick={() => setShowEnded(!showEnded)} sx={{ alignSelf: 'start', mt: 1 }} aria-expanded={showEnded}>
          {showEnded ? 'Hide what is done' : `Done (${ended.length})`}
        </Button>
      )}
      {showEnded && (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label="Comments that are done">
          {ended.map((comment) => (
            <Entry key={comment.id} comment={comment} job={job}>
              {writes && (
                <Button size="small" onClick={() => end.mutate({ id: comment.id, ended: false })}>
                  Open again
                </Button>
              )}
            </Entry>
          ))}
        </Box>
      )}
    </Drawer>
  );
}

/** Where the thing of a comment is entered or seen. */
function addressOf(job: string, thing: string): string {
  if (/^(circuits|rooms)\/[^/]+$/.test(thing)) {
    const place = `${thing}/name`;
    return `/jobs/${job}/${pageOfPlace(place)}?at=${encodeURIComponent(place)}`;
  }
  return `/jobs/${job}/plant`;
}

function Entry({ comment, job, children }: { comment: Comment; job: string; children: React.ReactNode }) {
  return (
    <Box component="li" sx={{ py: 1.2, borderBottom: 1, borderColor: 'divider' }}>
      <Link component={RouterLink} to={addressOf(job, comment.thing)} variant="body2" sx={{ fontWeight: 700 }}>
        {comment.label}
      </Link>
      <Typography sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere', my: 0.4 }}>{comment.body}</Typography>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography variant="body2" color="text.secondary" sx={{ flex: 1 }}>
          {comment.author}, {moment(comment.writtenAt)}
          {comment.endedAt && `; done by ${comment.endedBy}, ${moment(comment.endedAt)}`}
        </Typography>
        {children}
      </Box>
    </Box>
  );
}
