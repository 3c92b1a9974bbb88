import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { editText } from '../../core/quantity/format.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { RULEBOOKS_BY_ID, type Rule, rulebookOf } from '../../core/rules/rulebooks.ts';
import type { Job } from '../../model/job.ts';
import { keepUnread } from '../../model/place.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** A limit put in place of the rulebook's, or taken back to it. */
function withLimit(job: Job, id: string, limit: number | null): Job {
  const place = `ownRules/${id}`;
  const others = job.ownRules.filter((rule) => rule.id !== id);
  const reason = job.ownRules.find((rule) => rule.id === id)?.reason ?? '';
  return {
    ...job,
    ownRules: limit === null ? others : [...others, { id, limit, reason }],
    unread: job.unread.filter((entry) => entry.place !== place),
  };
}

/** Every limit the job is designed and judged by, with its reason and source; any of them can be the job's own. */
export function RulesDialog({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const [wanted, setWanted] = useState('');
  const book = rulebookOf(job);
  const words = wanted.trim().toLowerCase();
  const rules = Object.values(book.rules).filter(
    ({ label, reason }) => words === '' || `${label} ${reason}`.toLowerCase().includes(words),
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>Limits of the rulebook: {book.label}</DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 2 }}>
          {book.about} A limit typed here counts for this job alone; empty it to go back to the rulebook.
        </Typography>
        <TextField
          label="Look for a limit"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          sx={{ mb: 2, maxWidth: 320 }}
        />
        {rules.length === 0 && <Typography>No limit has these words.</Typography>}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 2 }}>
          {rules.map((rule) => (
            <RuleRow
              key={rule.id}
              rule={rule}
              standard={RULEBOOKS_BY_ID[job.rulebook].rules[rule.id as keyof typeof book.rules]}
            />
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function RuleRow({ rule, standard }: { rule: Rule; standard: Rule }) {
  const job = useJob();
  const { edit } = useEditing();
  const { say, unit, words: inWords } = useDisplay();
  const own = job.ownRules.find((each) => each.id === rule.id);
  const place = `ownRules/${rule.id}`;
  const unread = job.unread.find((entry) => entry.place === place)?.text;
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? unread ?? (own ? editText(own.limit, rule.kind, job.display) : '');
  const read = unread === undefined ? undefined : readInJobUnits(unread, rule.kind, job.display);
  const take = (text: string) => {
    setTyped(text);
    edit(
      `Limit: ${rule.label}`,
      (current) => {
        if (text.trim() === '') return withLimit(current, rule.id, null);
        const found = readInJobUnits(text, rule.kind, current.display);
        return found.ok && Math.abs(found.value) < 1e9
          ? withLimit(current, rule.id, found.value)
          : keepUnread(current, place, text);
      },
      place,
    );
  };
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { sm: '210px 1fr' },
        gap: 2,
        alignItems: 'start',
        borderTop: 1,
        borderColor: 'divider',
        pt: 2,
      }}
    >
      <TextField
        label={`${rule.label[0]?.toUpperCase()}${rule.label.slice(1)} (${unit(rule.kind) || 'number'})`}
        value={shown}
        placeholder={say(standard.limit, standard.kind)}
        error={typed === null && unread !== undefined}
        helperText={unread !== undefined && read && !read.ok ? `This ${read.reason}.` : undefined}
        onChange={(event) => take(event.target.value)}
        onBlur={() => setTyped(null)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Box>
        <Typography variant="body2">{inWords(standard.reason)}</Typography>
        <Typography variant="body2" color="text.secondary">
          Rulebook: {say(standard.limit, standard.kind)} · {standard.source}
        </Typography>
        {own && (
          <TextField
            label="Why it is different here"
            value={own.reason}
            onChange={(event) =>
              edit(
                `Reason: ${rule.label}`,
                (current) => ({
                  ...current,
                  ownRules: current.ownRules.map((each) =>
                    each.id === rule.id ? { ...each, reason: event.target.value } : each,
                  ),
                }),
                `${place}/reason`,
              )
            }
            slotProps={{ htmlInput: { maxLength: 400 }, inputLabel: { shrink: true } }}
            sx={{ mt: 1 }}
          />
        )}
      </Box>
    </Box>
  );
}
