import AddIcon from '@mui/icons-material/Add';
import Box from '@mui/material/Box';
import Chip from '@mui/material/Chip';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { COMPONENT_DATA, kvOfZeta } from '../../core/pipe/components.ts';
import { COMPONENTS, type ComponentId } from '../../model/job.ts';
import { type Place, valueAt } from '../../model/place.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/**
 * The parts that stand in line with a pipe: each can be taken out, others put in. With the bore of the pipe each part
 * shows its Kv there, so that two kinds can be compared.
 */
export function ComponentsField({ place, label, bore }: { place: Place; label: string; bore?: number }) {
  const job = useJob();
  const { put } = useEditing();
  const { say } = useDisplay();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const parts = (valueAt(job, place) ?? []) as ComponentId[];
  const add = (part: ComponentId) => {
    setAnchor(null);
    put(`Add part ${COMPONENT_DATA[part].label.toLowerCase()}`, [{ at: place, value: [...parts, part] }]);
  };
  return (
    <Box role="group" aria-label={label} sx={{ gridColumn: '1 / -1' }}>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 0.6 }}>
        {label}
      </Typography>
      <Box sx={{ display: 'flex', gap: 0.8, flexWrap: 'wrap', alignItems: 'center' }}>
        {parts.map((part, i) => (
          <Chip
            // biome-ignore lint/suspicious/noArrayIndexKey: two parts of one kind are told apart by their place only
            key={`${part}-${i}`}
            label={COMPONENT_DATA[part].label}
            title={COMPONENT_DATA[part].note}
            onDelete={() =>
              put(`Removed ${COMPONENT_DATA[part].label.toLowerCase()}`, [
                { at: place, value: parts.filter((_, other) => other !== i) },
              ])
            }
          />
        ))}
        <Chip
          icon={<AddIcon />}
          label="Add part"
          variant="outlined"
          component="button"
          aria-haspopup="menu"
          aria-expanded={anchor !== null}
          aria-label={`${label}: put in a part`}
          onClick={(event) => setAnchor(event.currentTarget)}
        />
      </Box>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {COMPONENTS.map((part) => {
          const { label: name, zeta, opening } = COMPONENT_DATA[part];
          return (
            <MenuItem key={part} onClick={() => add(part)} sx={{ gap: 3, justifyContent: 'space-between' }}>
              {name}
              <Typography variant="body2" color="text.secondary">
                ζ {zeta}
                {bore ? ` · ${say(kvOfZeta(zeta, bore), 'flowCoefficient')}` : ''}
                {opening ? ` · opens at ${say(opening, 'pressure')}` : ''}
              </Typography>
            </MenuItem>
          );
        })}
      </Menu>
    </Box>
  );
}
