import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import { traitsOf } from '../../core/plant/source-kinds.ts';
import { useJob } from '../state/job-context.tsx';
import { DISCHARGE_CHOICES, FILLING_CHOICES } from './choices.ts';
import { ChoiceField, QuantityField } from './Field.tsx';
import { Tick } from './Tick.tsx';

/** What keeps people and plant whole, as far as somebody has looked. */
export function SafetyFields() {
  const { source, furtherSources } = useJob();
  return (
    <>
      <Divider />
      <Typography variant="h2">Filling and safety</Typography>
      <ChoiceField place="safety/filling" label="It is filled" options={FILLING_CHOICES} />
      <QuantityField place="safety/mainPressure" label="Pressure of the main" empty={null} help="At rest, at the plant." />
      <ChoiceField place="safety/discharge" label="The relief valve discharges" options={DISCHARGE_CHOICES} />
      <Tick place="safety/fromVented" label="It was open, with vent pipe and tank, and becomes sealed" />
      <QuantityField
        place="safety/reliefCapacity"
        label="Relief valve capacity"
        empty={null}
        help="Off its plate; at least what the source can make."
      />
      {[source, ...furtherSources].some((each) => traitsOf(each).fire) && (
        <Tick place="safety/heatDump" label="A heat dump works without power" />
      )}
      <Typography variant="body2" color="text.secondary">
        The relief valve must discharge where nobody can be scalded, and filling from the main needs backflow protection: local
        codes decide.
      </Typography>
    </>
  );
}
