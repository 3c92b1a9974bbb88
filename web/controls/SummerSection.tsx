import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Job } from '../../model/job.ts';
import { FIRST_CHOICES, MASTER_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FoldedSection } from '../parts/Layout.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useDisplay } from '../state/display.ts';

/** Who turns the plant from heating to cooling, and what keeps it from doing both; nothing for a plant that only heats. */
export function SummerSection({ job }: { job: Job }) {
  const { say } = useDisplay();
  if (job.mode !== 'heating-and-cooling') return null;
  const { summer } = job.controls;
  const master = MASTER_CHOICES.find(({ value }) => value === summer.master)?.label ?? summer.master;
  return (
    <FoldedSection
      id="controls/summer"
      title="Heating and cooling"
      answer={`${master}; ${summer.lock ? 'one locks the other' : 'not locked'}`}
      lead="Who turns the plant over, and when it rests between the two."
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(250px, 1fr))', gap: 2, maxWidth: 1080 }}>
        <ChoiceField place="controls/summer/master" label="Turned over by" options={MASTER_CHOICES} />
        {summer.master === 'weather' && (
          <>
            <QuantityField place="controls/summer/heatsBelow" label="Heats below" help="Mean outdoor temperature of a day." />
            <QuantityField place="controls/summer/coolsAbove" label="Cools above" />
          </>
        )}
        <ChoiceField place="controls/summer/first" label="Brings down first" options={FIRST_CHOICES} />
        <Tick place="controls/summer/lock" label="One mode locks the other" />
        {summer.master === 'weather' && (
          <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
            Between {say(summer.heatsBelow, 'temperature')} and {say(summer.coolsAbove, 'temperature')} it rests.
          </Typography>
        )}
      </Box>
    </FoldedSection>
  );
}
