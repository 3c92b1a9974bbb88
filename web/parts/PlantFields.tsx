import Box from '@mui/material/Box';
import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { HotWaterFields } from '../plant/HotWaterFields.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { BufferFields } from './BufferFields.tsx';
import { ComponentsField } from './ComponentsField.tsx';
import {
  PUMP_CONTROL_CHOICES,
  pumpChoices,
  SEPARATION_CHOICES,
  SOURCE_CHOICES,
  STANDING_CHOICES,
  VESSEL_CHOICES,
} from './choices.ts';
import { ChoiceField, QuantityField, WordField } from './Field.tsx';
import { PipeFields } from './PipeFields.tsx';
import { SafetyFields } from './SafetyFields.tsx';

/** The entries for source, separation and expansion vessel. */
export function PlantFields({ design }: { design: Design }) {
  const job = useJob();
  const { say } = useDisplay();
  const { source, vessel, figures } = design;
  const automatic = (value: number | undefined, kind: QuantityKind) =>
    value === undefined ? 'auto' : `auto: ${say(value, kind)}`;
  const separated = job.separation.kind !== 'none';
  return (
    <Box sx={{ p: 2, display: 'grid', gap: 2 }}>
      <Typography variant="h2">Source</Typography>
      <ChoiceField place="source/kind" label="Kind" options={SOURCE_CHOICES} />
      <WordField place="source/name" label="Name or place" />
      <ChoiceField place="source/standing" label="It stands" options={STANDING_CHOICES} />
      <QuantityField
        place="source/capacity"
        label="Capacity"
        empty="auto"
        automatic={automatic(source?.capacity.value, 'power')}
        help="Output on the design day; auto takes the load of rooms and pipes."
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
        <QuantityField place="source/flowTemperature" label="Flow temp." />
        <QuantityField place="source/temperatureDifference" label="Delta T" />
      </Box>
      <QuantityField
        place="source/leastFlow"
        label="Least flow through it"
        empty={null}
        help="From the data sheet, if it asks for one."
      />
      <QuantityField
        place="source/loss"
        label="Pressure loss inside"
        empty="auto"
        automatic={automatic(source?.loss.value, 'pressure')}
      />
      <QuantityField
        place="source/waterContent"
        label="Water content"
        empty="auto"
        automatic={automatic(figures['source/waterContent']?.value, 'volume')}
      />
      <PipeFields place="source/run" title="Source pipe, one way" design={source?.run} heatLoss={source?.runHeat} columns={2} />
      <ComponentsField place="source/components" label="In line with the source pipe" bore={source?.run.size.bore} />
      <Divider />
      <Typography variant="h2">Separation</Typography>
      <ChoiceField place="separation/kind" label="Between source and circuits" options={SEPARATION_CHOICES} />
      {separated && (
        <>
          {job.separation.kind === 'buffer' ? (
            <QuantityField
              place="separation/volume"
              label="Volume of the buffer"
              empty="auto"
              automatic={automatic(design.buffer?.tank?.volume.value, 'volume')}
            />
          ) : job.separation.kind === 'closely-spaced-tees' ? (
            <QuantityField place="separation/spacing" label="Between the tees" empty="auto" automatic="auto: four diameters" />
          ) : (
            <QuantityField
              place="separation/bore"
              label="Bore of the header"
              empty="auto"
              automatic={automatic(source?.header?.bore.value, 'bore')}
            />
          )}
          <ChoiceField
            place="source/pump"
            label="Source pump"
            options={pumpChoices(source?.pump?.pinned ? undefined : source?.pump?.duty?.label)}
          />
          <ChoiceField place="source/pumpControl" label="Source pump holds" options={PUMP_CONTROL_CHOICES} />
        </>
      )}
      {design.buffer && <BufferFields buffer={design.buffer} />}
      <Divider />
      <Typography variant="h2">Expansion vessel</Typography>
      <QuantityField place="vessel/volume" label="Volume" empty="auto" automatic={automatic(vessel?.volume?.value, 'volume')} />
      <ChoiceField
        place="vessel/connection"
        label="Connected"
        options={VESSEL_CHOICES}
        help="Pumps should draw from where it is connected."
      />
      <QuantityField place="vessel/staticHeight" label="Static height" help="From the vessel up to the highest emitter." />
      <QuantityField place="vessel/reliefPressure" label="Relief valve" help="The weakest part of the system decides." />
      <QuantityField place="vessel/fillTemperature" label="Filling temperature" />
      <HotWaterFields design={design.hotWater} />
      <SafetyFields />
    </Box>
  );
}
