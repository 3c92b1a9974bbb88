import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { firingOf, USUAL_FIRING_OF } from '../../core/plant/firing.ts';
import { traitsOf } from '../../core/plant/source-kinds.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';

const FIELDS = [
  ['stopsAbove', 'Stops above', 'temperatureDifference'],
  ['startsBelow', 'Starts below', 'temperatureDifference'],
  ['leastPause', 'Minimum pause', 'duration'],
  ['forcedRun', 'Forced run', 'duration'],
  ['startTime', 'Time to start', 'duration'],
  ['mostStarts', 'Most starts', 'factor'],
] as const satisfies readonly (readonly [string, string, QuantityKind])[];

/** How the source stops and starts, and what the design makes of that. */
export function FiringFields({ design }: { design: Design }) {
  const { source } = useJob();
  const { say } = useDisplay();
  const usual = USUAL_FIRING_OF[source.kind];
  const { cycling } = design;
  const fire = traitsOf(source).fire;
  return (
    <Box role="group" aria-label="How it stops and starts" sx={{ display: 'grid', gap: 2 }}>
      <Typography variant="h3">How it stops and starts</Typography>
      <Typography variant="body2">
        {fire ? (
          `A fire is lit by hand and burns a charge down; at full output one lasts ${say(firingOf(source).burnTime, 'duration')}.`
        ) : cycling ? (
          <>
            At least output its water rises by <FigureButton figure={cycling.pass} /> in one pass and may swing by{' '}
            <FigureButton figure={cycling.band} />. On the worst day of heating, at {say(cycling.worst.outdoor, 'temperature')},{' '}
            about <FigureButton figure={cycling.starts} /> starts.
          </>
        ) : (
          'What its controls do at the water it sends. Empty is usual for its kind.'
        )}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
        {FIELDS.filter(([key]) => !fire || key === 'startsBelow').map(([key, label, kind]) => (
          <QuantityField
            key={key}
            place={`source/firing/${key}`}
            label={label}
            empty="auto"
            automatic={`auto: ${kind === 'factor' ? usual[key] : say(usual[key], kind)}`}
            counted="an hour"
          />
        ))}
      </Box>
      <QuantityField
        place="source/lockOutBelow"
        label="Locked out below"
        empty={null}
        help="Outdoor temperature below which it does not run; empty for never."
      />
    </Box>
  );
}
