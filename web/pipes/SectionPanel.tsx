import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import ListItemText from '@mui/material/ListItemText';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { roomsOf } from '../../core/circuit/draft-tree.ts';
import { withRoomAt } from '../../core/circuit/tree-lines.ts';
import type { SizedCircuit } from '../../core/design/design.ts';
import type { Circuit, Job, Reach, Section } from '../../model/job.ts';
import { newSection, nextId } from '../../model/new-job.ts';
import { PipeSizeField } from '../own/PipeSizeField.tsx';
import { MATERIAL_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { Reading } from '../parts/Layout.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';
import { UnseenTeePanel } from './UnseenTeePanel.tsx';

const REACH_CHOICES: { value: Reach; label: string }[] = [
  { value: 'open', label: 'In the open' },
  { value: 'under-boards', label: 'Under boards' },
  { value: 'buried', label: 'Buried in screed or wall' },
];

const inCircuit = (job: Job, circuitId: string, change: (sections: Section[]) => Section[]): Job => ({
  ...job,
  circuits: job.circuits.map((each) => (each.id === circuitId ? { ...each, sections: change(each.sections) } : each)),
});

/** One section of the tree: what it is, what hangs on it, and what the water does in it. */
export function SectionPanel({
  circuit,
  section,
  design,
  onSelect,
}: {
  circuit: Circuit;
  section: Section;
  design: SizedCircuit['tree'][number] | undefined;
  onSelect: (id: string) => void;
}) {
  const job = useJob();
  const { edit, put } = useEditing();
  const place = `circuits/${circuit.id}/sections/${section.id}`;
  const origins = [
    { value: '', label: 'The run from the plant' },
    ...circuit.sections.filter((each) => each.id !== section.id).map((each) => ({ value: each.id, label: each.name || each.id })),
  ];
  const rooms = roomsOf(job, circuit.id).flatMap((id) => job.rooms.find((room) => room.id === id) ?? []);
  // A room that is picked here leaves the section it hangs on now.
  const elsewhere = new Map(
    circuit.sections
      .filter((each) => each.id !== section.id)
      .flatMap((each) => each.rooms.map((id) => [id, `now on ${each.name || each.id}`] as const)),
  );
  return (
    <Box sx={{ p: 2, display: 'grid', gap: 1.8 }}>
      <Typography variant="h2">{section.name || 'Section without a name'}</Typography>
      {design && (
        <Box sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap' }}>
          <Reading label="Load">
            <FigureButton figure={design.load} />
          </Reading>
          <Reading label="Velocity">
            <FigureButton figure={design.pipe.velocity} />
          </Reading>
          <Reading label="Capacity">
            <FigureButton figure={design.pipe.capacity} />
          </Reading>
          <Reading label="Pressure drop">
            <FigureButton figure={design.pipe.loss} />
          </Reading>
        </Box>
      )}
      <UnseenTeePanel circuit={circuit} section={section} />
      <WordField place={`${place}/name`} label="Name" />
      <ChoiceField none place={`${place}/from`} label="Branches off" options={origins} />
      <TextField
        select
        label="Rooms at its end"
        value={section.rooms}
        onChange={({ target }) =>
          edit('Rooms at a section', (current) => {
            const wanted = target.value as unknown as string[];
            const gone = section.rooms.filter((id) => !wanted.includes(id));
            const come = wanted.filter((id) => !section.rooms.includes(id));
            const without = gone.reduce((job, id) => withRoomAt(job, circuit.id, id, null), current);
            return come.reduce((job, id) => withRoomAt(job, circuit.id, id, section.id), without);
          })
        }
        helperText="Rooms on no section hang on the end of the run."
        slotProps={{
          inputLabel: { shrink: true },
          select: {
            multiple: true,
            displayEmpty: true,
            renderValue: (ids) =>
              (ids as string[]).map((id) => job.rooms.find((room) => room.id === id)?.name || id).join(', ') || 'none',
          },
        }}
      >
        {rooms.map((room) => (
          <MenuItem key={room.id} value={room.id}>
            <Checkbox checked={section.rooms.includes(room.id)} size="small" tabIndex={-1} />
            <ListItemText primary={room.name || room.id} secondary={elsewhere.get(room.id)} />
          </MenuItem>
        ))}
      </TextField>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.8 }}>
        <QuantityField place={`${place}/length`} label="Length, one way" />
        <PipeSizeField
          place={`${place}/size`}
          material={section.material}
          automatic={design && !design.pipe.pinned ? design.pipe.size.label : undefined}
        />
        <ChoiceField place={`${place}/material`} label="Pipe" options={MATERIAL_CHOICES} />
        <QuantityField place={`${place}/fittingsAllowance`} label="Fittings allowance" />
        <ChoiceField place={`${place}/reach`} label="Runs" options={REACH_CHOICES} />
        <FormControlLabel
          control={
            <Checkbox
              checked={section.existing}
              onChange={(event) => put('Existing pipe', [{ at: `${place}/existing`, value: event.target.checked }])}
            />
          }
          label="Existing"
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 1, justifyContent: 'space-between' }}>
        <Button
          variant="outlined"
          size="small"
          onClick={() => {
            const id = nextId('s', circuit.sections);
            edit('Added a section', (current) =>
              inCircuit(current, circuit.id, (sections) => [
                ...sections,
                newSection(id, circuit, { name: `After ${section.name || section.id}`, from: section.id }),
              ]),
            );
            onSelect(id);
          }}
        >
          Add a section after it
        </Button>
        <Button
          color="error"
          size="small"
          onClick={() =>
            edit(`Deleted ${section.name || 'a section'}`, (current) => {
              const without = inCircuit(current, circuit.id, (sections) =>
                sections
                  .filter((each) => each.id !== section.id)
                  // What hung on it hangs on what it hung on.
                  .map((each) => (each.from === section.id ? { ...each, from: section.from } : each)),
              );
              return { ...without, unread: without.unread.filter((entry) => !entry.place.startsWith(`${place}/`)) };
            })
          }
        >
          Delete
        </Button>
      </Box>
    </Box>
  );
}
