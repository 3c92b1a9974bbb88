import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { stateWords } from '../../core/book/entry-line.ts';
import type { Design } from '../../core/design/design.ts';
import { editText } from '../../core/quantity/format.ts';
import type { StateNote } from '../../model/book/entry.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { BigButton, BigChoice, BigField } from './Big.tsx';
import { isValue, problemOf, readTyped } from './read-typed.ts';
import { ASK_AFTER, useRoundState } from './round-state.ts';

/** In what state the plant is read, said once; nothing can be judged without it. */
export function StateBar({ design }: { design: Design }) {
  const { display } = useJob();
  const { note, since, say } = useRoundState();
  const [open, setOpen] = useState(since === 0);
  const old = since > 0 && Date.now() - since > ASK_AFTER;
  if (open)
    return (
      <StateForm
        design={design}
        note={note}
        onDone={(next) => {
          say(next);
          setOpen(false);
        }}
      />
    );
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        gap: 1,
        mb: 2,
        px: 1.5,
        py: 0.8,
        borderRadius: 1,
        bgcolor: old ? '#f2c26a' : 'background.paper',
        color: old ? '#2a211b' : 'text.primary',
        border: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 180, fontSize: 'body' }}>
        {old ? 'Still so? ' : 'Plant: '}
        <strong>{stateWords(note, display)}</strong>
      </Box>
      {old && (
        <Button color="inherit" variant="outlined" sx={{ minHeight: 48 }} onClick={() => say(note)}>
          Still so
        </Button>
      )}
      <Button color="inherit" variant="outlined" sx={{ minHeight: 48 }} onClick={() => setOpen(true)}>
        Change
      </Button>
    </Box>
  );
}

function StateForm({ design, note, onDone }: { design: Design; note: StateNote; onDone: (note: StateNote) => void }) {
  const { display } = useJob();
  const { unit } = useDisplay();
  const [running, setRunning] = useState(note.running);
  const [all, setAll] = useState(note.calls === 'all');
  const [calls, setCalls] = useState<string[]>(note.calls === 'all' ? [] : note.calls);
  const first = (value: number | null) => (value === null ? '' : editText(value, 'temperature', display));
  const [outdoorText, setOutdoor] = useState(first(note.outdoor));
  const [sourceText, setSource] = useState(first(note.source));
  const outdoor = readTyped(outdoorText, 'temperature', display, 'Outdoors');
  const source = readTyped(sourceText, 'temperature', display, 'The source');
  const zones = design.solved?.zones ?? [];
  const wrong = problemOf(outdoor) ?? problemOf(source);
  const toggle = (id: string) =>
    setCalls((before) => (before.includes(id) ? before.filter((each) => each !== id) : [...before, id]));
  return (
    <Box sx={{ mb: 2, p: 2, border: 2, borderColor: 'primary.main', borderRadius: 1, bgcolor: 'background.paper' }}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 'reading' }}>
        How does the plant stand?
      </Box>
      <BigChoice
        label="Pumps"
        value={running ? 'running' : 'rest'}
        options={[
          ['running', 'Running'],
          ['rest', 'At rest, cold'],
        ]}
        onChange={(value) => setRunning(value === 'running')}
      />
      {running && (
        <>
          <BigChoice
            label="Calling"
            value={all ? 'all' : 'some'}
            options={[
              ['all', 'Every zone'],
              ['some', 'Some of them'],
            ]}
            onChange={(value) => setAll(value === 'all')}
          />
          {!all && (
            <Box sx={{ mb: 1.5 }}>
              {zones.map(({ id, label }) => (
                <FormControlLabel
                  key={id}
                  sx={{ display: 'flex', minHeight: 48 }}
                  control={<Checkbox checked={calls.includes(id)} onChange={() => toggle(id)} />}
                  label={label}
                />
              ))}
            </Box>
          )}
          <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))' }, gap: 1.5 }}>
            <BigField
              id="state-outdoor"
              label="Outdoors"
              unit={unit('temperature')}
              value={outdoorText}
              onChange={setOutdoor}
              problem={problemOf(outdoor)}
            />
            <BigField
              id="state-source"
              label="Flow temperature of the source"
              unit={unit('temperature')}
              value={sourceText}
              onChange={setSource}
              problem={problemOf(source)}
            />
          </Box>
        </>
      )}
      <BigButton
        fullWidth
        disabled={wrong !== null}
        onClick={() =>
          onDone({
            ...note,
            running,
            calls: all ? 'all' : calls,
            outdoor: running && isValue(outdoor) ? outdoor.value : null,
            source: running && isValue(source) ? source.value : null,
          })
        }
      >
        So it stands
      </BigButton>
    </Box>
  );
}
