import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import { stationOf } from '../../core/plan/plan.ts';
import { portsToHangOn, stationName } from '../../core/plan/ports.ts';
import { withoutStation, withStation } from '../../core/plan/station-edits.ts';
import { type LinkEntry, MOST_STATIONS, type Separation } from '../../model/job.ts';
import { ComponentsField } from '../parts/ComponentsField.tsx';
import { PUMP_CONTROL_CHOICES, pumpChoices, STATION_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { PipeFields } from '../parts/PipeFields.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';
import { StationFields } from './StationFields.tsx';

/** The pipes that lead to a station: where they come from, what moves their water, and how long they are. */
function LinkFields({ link, design }: { link: LinkEntry; design: Design }) {
  const job = useJob();
  const place = `links/${link.id}`;
  const designed = design.links.find(({ id }) => id === link.id);
  const ports = portsToHangOn(job).filter(({ ref }) => stationOf(ref) !== stationOf(link.to));
  return (
    <>
      {designed && (
        <Typography variant="body2">
          Carries <FigureButton figure={designed.load} /> with <FigureButton figure={designed.volumeFlow} />, gets{' '}
          <FigureButton figure={designed.supply} />, brings back <FigureButton figure={designed.back} />
        </Typography>
      )}
      <ChoiceField
        place={`${place}/at`}
        label="It is fed from"
        options={ports.map(({ ref, label }) => ({ value: ref, label }))}
      />
      <ChoiceField
        place={`${place}/pump`}
        label="Its pump"
        options={[
          { value: 'none', label: 'None: others move its water' },
          ...pumpChoices(job, designed?.pump?.pinned ? undefined : designed?.pump?.duty?.label),
        ]}
      />
      {link.pump !== 'none' && (
        <>
          <ChoiceField place={`${place}/pumpControl`} label="The pump holds" options={PUMP_CONTROL_CHOICES} />
          <QuantityField place={`${place}/temperatureDifference`} label="Delta T" empty="auto" automatic="auto: as the source" />
        </>
      )}
      <PipeFields place={`${place}/run`} title="Pipes to it" design={designed?.run} heatLoss={designed?.runHeat} columns={2} />
      <ComponentsField place={`${place}/components`} label="On its flow" />
      <ComponentsField place={`${place}/returnComponents`} label="On its return" />
    </>
  );
}

/** Stations beyond the first, each with the pipes that feed it. */
export function Stations({ design }: { design: Design }) {
  const job = useJob();
  const { edit } = useEditing();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const add = (kind: Separation['kind']) => {
    setAnchor(null);
    edit('A further station', (current) => {
      const from = portsToHangOn(current)[0];
      return from ? withStation(current, from.ref, kind) : current;
    });
  };
  return (
    <>
      {job.stations.map((station) => {
        const name = stationName(job, station.id);
        const place = `stations/${station.id}` as const;
        const designed = design.stations.find(({ id }) => id === station.id);
        return (
          <Box key={station.id} role="group" aria-label={name} sx={{ display: 'grid', gap: 2 }}>
            <Divider />
            <Typography variant="h3">{name}</Typography>
            {designed && (
              <Typography variant="body2">
                Gives <FigureButton figure={designed.supply} />, gets back <FigureButton figure={designed.back} />
                {designed.exchanger && (
                  <>
                    {' '}
                    · <FigureButton figure={designed.exchanger.conductance} />
                  </>
                )}
              </Typography>
            )}
            <WordField place={`${place}/name`} label="Name" />
            <ChoiceField place={`${place}/kind`} label="What stands there" options={STATION_CHOICES} />
            <StationFields design={design} place={place} />
            {(station.kind === 'buffer' || station.kind === 'coil-tank') && job.mode === 'heating-and-cooling' && (
              <Tick place={`${place}/cold`} label="It holds cold water" />
            )}
            {job.links
              .filter(({ to }) => stationOf(to) === station.id)
              .map((link) => (
                <LinkFields key={link.id} link={link} design={design} />
              ))}
            <Button
              size="small"
              color="error"
              onClick={() => edit(`Removed ${name}`, (current) => withoutStation(current, station.id))}
            >
              Remove {name}
            </Button>
          </Box>
        );
      })}
      <Button
        variant="outlined"
        disabled={job.stations.length >= MOST_STATIONS}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Add a station behind it …
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {STATION_CHOICES.map(({ value, label }) => (
          <MenuItem key={value} onClick={() => add(value as Separation['kind'])}>
            {label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
