import DeleteIcon from '@mui/icons-material/Close';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import { MOST_POINTS, readDataBlock } from '../../core/plant/data-block.ts';
import { unitFor } from '../../core/quantity/units.ts';
import { nextId } from '../../model/new-job.ts';
import { QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useEditing, useJob, useJobPart } from '../state/job-context.tsx';

/** Output and COP of a heat pump as its data sheet gives them. */
export function DataPoints({ design }: { design: Design }) {
  const { source } = useJob();
  const { put, edit } = useEditing();
  const [pasting, setPasting] = useState(false);
  const add = () => {
    const last = source.points.at(-1);
    const point = {
      id: nextId('p', source.points),
      outdoor: last ? last.outdoor + 9 : -7,
      flow: last?.flow ?? 35,
      output: last?.output ?? 6000,
      cop: last?.cop ?? 2.8,
    };
    put('A data point', [{ at: 'source/points', value: [...source.points, point] }]);
  };
  const remove = (id: string) =>
    edit('Removed a data point', (job) => ({
      ...job,
      source: { ...job.source, points: job.source.points.filter((point) => point.id !== id) },
      unread: job.unread.filter(({ place }) => !place.startsWith(`source/points/${id}/`)),
    }));
  return (
    <Box role="group" aria-label="Data points of the heat pump">
      <Typography variant="h3">Data points</Typography>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        {source.points.length === 0
          ? 'None yet: the default map stands in, a usual air or ground source from memory.'
          : 'From the data sheet; between them straight lines, beyond them the nearest.'}
        {design.heatPump?.output && (
          <>
            {' '}
            On the design day <FigureButton figure={design.heatPump.output} /> at COP{' '}
            <FigureButton figure={design.heatPump.cop} />.
          </>
        )}
      </Typography>
      {source.points.map((point, i) => (
        <Box key={point.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 40px', gap: 1, mb: 1.5, alignItems: 'start' }}>
          <QuantityField place={`source/points/${point.id}/outdoor`} label="Outdoors" />
          <QuantityField place={`source/points/${point.id}/flow`} label="Flow" />
          <IconButton aria-label={`Remove data point ${i + 1}`} onClick={() => remove(point.id)}>
            <DeleteIcon />
          </IconButton>
          <QuantityField place={`source/points/${point.id}/output`} label="Output" />
          <QuantityField place={`source/points/${point.id}/cop`} label="COP" />
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" onClick={() => setPasting(true)}>
          Paste the block of a data sheet
        </Button>
        <Button size="small" onClick={add} disabled={source.points.length >= MOST_POINTS}>
          Add a data point
        </Button>
      </Box>
      {pasting && <DataBlock onDone={() => setPasting(false)} />}
    </Box>
  );
}

/** A block of points, taken as soon as it can be read whole; until then it stays with what is wrong with it. */
function DataBlock({ onDone }: { onDone: () => void }) {
  const { display } = useJobPart((job) => job);
  const { put } = useEditing();
  const [text, setText] = useState('');
  const read = readDataBlock(text, display);
  const take = (next: string) => {
    const got = readDataBlock(next, display);
    if (!got.ok) return;
    put(`${got.points.length} data points`, [{ at: 'source/points', value: got.points }]);
    onDone();
  };
  return (
    <TextField
      autoFocus
      multiline
      minRows={3}
      sx={{ mt: 1.5 }}
      label={`Outdoors, flow (${unitFor('temperature', display)}), output (${unitFor('power', display)}), COP`}
      value={text}
      error={text !== '' && !read.ok}
      helperText={
        read.ok
          ? `${read.points.length} points read.`
          : text === ''
            ? 'A point a line; a heading may name other orders.'
            : read.reason
      }
      onChange={(event) => setText(event.target.value)}
      onPaste={(event) => take(event.clipboardData.getData('text/plain'))}
      onBlur={() => take(text)}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}
