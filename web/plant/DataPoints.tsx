import DeleteIcon from '@mui/icons-material/Close';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { MOST_POINTS, readDataBlock } from '../../core/plant/data-block.ts';
import type { DataPoint } from '../../core/plant/heat-pump-map.ts';
import { unitFor } from '../../core/quantity/units.ts';
import { nextId } from '../../model/new-job.ts';
import { QuantityField } from '../parts/Field.tsx';
import { useEditing, useJob, useJobPart } from '../state/job-context.tsx';

/** A data sheet by what it is of: heat with its COP, or cold with its EER. */
interface SheetOf {
  place: 'source/points' | 'source/cooling/points';
  share: 'cop' | 'eer';
  shareLabel: string;
  label: string;
  usual: Omit<DataPoint, 'output'> & { output: number };
}

export const HEATING_POINTS: SheetOf = {
  place: 'source/points',
  share: 'cop',
  shareLabel: 'COP',
  label: 'Data points of the heat pump',
  usual: { outdoor: -7, flow: 35, output: 6000, cop: 2.8 },
};
export const COOLING_POINTS: SheetOf = {
  place: 'source/cooling/points',
  share: 'eer',
  shareLabel: 'EER',
  label: 'Data points when cooling',
  usual: { outdoor: 35, flow: 7, output: 5000, cop: 3 },
};

/** Outdoors from one point to the next, K, as data sheets step. */
const STEP = 9;

/** Output over outdoor and flow temperature as a data sheet gives it. */
export function DataPoints({ of, children }: { of: SheetOf; children?: ReactNode }) {
  const job = useJob();
  const { put, edit } = useEditing();
  const [pasting, setPasting] = useState(false);
  const points: readonly ({ id: string } & Record<string, unknown>)[] =
    of.place === 'source/points' ? job.source.points : (job.source.cooling?.points ?? []);
  const add = () => {
    const last = points.at(-1) as (DataPoint & Record<string, number>) | undefined;
    const point = {
      id: nextId('p', points),
      outdoor: last ? last.outdoor + STEP : of.usual.outdoor,
      flow: last?.flow ?? of.usual.flow,
      output: last?.output ?? of.usual.output,
      [of.share]: last?.[of.share] ?? of.usual.cop,
    };
    put('A data point', [{ at: of.place, value: [...points, point] }]);
  };
  const remove = (id: string) => {
    const kept = points.filter((point) => point.id !== id);
    edit('Removed a data point', (before) => ({
      ...before,
      source:
        of.place === 'source/points' || !before.source.cooling
          ? { ...before.source, points: kept as unknown as typeof before.source.points }
          : {
              ...before.source,
              cooling: { ...before.source.cooling, points: kept as unknown as typeof before.source.cooling.points },
            },
      unread: before.unread.filter(({ place }) => !place.startsWith(`${of.place}/${id}/`)),
    }));
  };
  return (
    <Box role="group" aria-label={of.label}>
      <Typography variant="h3">{of.label}</Typography>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        {points.length === 0
          ? 'None yet: the default map stands in, a usual air or ground source from memory.'
          : 'From the data sheet; between them straight lines, beyond them the nearest.'}
        {children}
      </Typography>
      {points.map((point, i) => (
        <Box key={point.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 40px', gap: 1, mb: 1.5, alignItems: 'start' }}>
          <QuantityField place={`${of.place}/${point.id}/outdoor`} label="Outdoors" />
          <QuantityField place={`${of.place}/${point.id}/flow`} label="Flow" />
          <IconButton aria-label={`Remove data point ${i + 1}`} onClick={() => remove(point.id)}>
            <DeleteIcon />
          </IconButton>
          <QuantityField place={`${of.place}/${point.id}/output`} label="Output" />
          <QuantityField place={`${of.place}/${point.id}/${of.share}`} label={of.shareLabel} />
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" onClick={() => setPasting(true)}>
          Paste the block of a data sheet
        </Button>
        <Button size="small" onClick={add} disabled={points.length >= MOST_POINTS}>
          Add a data point
        </Button>
      </Box>
      {pasting && <DataBlock of={of} onDone={() => setPasting(false)} />}
    </Box>
  );
}

/** A block of points, taken as soon as it can be read whole; until then it stays with what is wrong with it. */
function DataBlock({ of, onDone }: { of: SheetOf; onDone: () => void }) {
  const { display } = useJobPart((job) => job);
  const { put } = useEditing();
  const [text, setText] = useState('');
  const read = readDataBlock(text, display, of.place);
  const take = (next: string) => {
    const got = readDataBlock(next, display, of.place);
    if (!got.ok) return;
    const value = got.points.map(({ cop, ...point }) => ({ ...point, [of.share]: cop }));
    put(`${got.points.length} data points`, [{ at: of.place, value }]);
    onDone();
  };
  return (
    <TextField
      autoFocus
      multiline
      minRows={3}
      sx={{ mt: 1.5 }}
      label={`Outdoors, flow (${unitFor('temperature', display)}), output (${unitFor('power', display)}), ${of.shareLabel}`}
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
