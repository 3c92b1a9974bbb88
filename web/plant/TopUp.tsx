import Typography from '@mui/material/Typography';
import type { VesselDesign } from '../../core/design/vessel-design.ts';
import type { Job } from '../../model/job.ts';
import { valueAt } from '../../model/place.ts';
import { TOP_UP_CHOICES } from '../parts/choices.ts';
import { ChoiceField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useJob } from '../state/job-context.tsx';

/** How a water is topped up, and what its valve or feeder is set to. */
export function TopUp({ place, vessel }: { place: 'vessel' | `waters/${string}/vessel`; vessel: VesselDesign | null }) {
  const job = useJob();
  const { topUp } = valueAt(job, place) as Job['vessel'];
  return (
    <>
      <ChoiceField place={`${place}/topUp`} label="Topped up" options={TOP_UP_CHOICES} />
      {topUp !== 'hand' && vessel?.fillPressure && (
        <Typography variant="body2">
          Set {topUp === 'feeder' ? 'the feeder' : 'the reducing valve'} to <FigureButton figure={vessel.fillPressure} />, cold.
        </Typography>
      )}
    </>
  );
}
