import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import type { Sheet } from '../../core/drawing/sheet.ts';
import { COMPONENT_DATA } from '../../core/pipe/components.ts';

/** Something on the wall that can be looked for: by the name people give it. */
interface Target {
  component: string;
  label: string;
}

/** All there is to find: circuits, components and the parts in line, each once. */
function targetsOf(sheet: Sheet): Target[] {
  const seen = new Set<string>();
  const nameOf = new Map(sheet.houses.map((house) => [`circuits/${house.circuitId}`, house.name]));
  const owner = (pipe: string) => nameOf.get(pipe.split('/').slice(0, 2).join('/')) ?? 'Plant';
  const all = [
    ...sheet.houses.map(({ component, name }) => ({ component, label: name })),
    ...sheet.symbols.map(({ component, label }) => ({ component, label })),
    ...sheet.parts.map(({ id, pipe, part }) => ({
      component: id,
      label: `${owner(pipe)}: ${COMPONENT_DATA[part].label.toLowerCase()} on the ${pipe.endsWith('return') ? 'return' : 'flow'}`,
    })),
  ];
  return all.filter(({ label }) => !seen.has(label) && seen.add(label));
}

/** Looks for a part of the wall by name; the wall moves to it and marks it. */
export default function WallSearch({ sheet, onFind }: { sheet: Sheet; onFind: (component: string) => void }) {
  const targets = useMemo(() => targetsOf(sheet), [sheet]);
  return (
    <Autocomplete
      options={targets}
      getOptionKey={(target) => target.component}
      value={null}
      blurOnSelect
      clearOnBlur
      onChange={(_, target) => target && onFind(target.component)}
      renderInput={(params) => <TextField {...params} label="Find on the wall" autoFocus />}
      slotProps={{ popper: { placement: 'top-start' } }}
      sx={{ width: 240, bgcolor: 'background.paper', borderRadius: 1 }}
    />
  );
}
