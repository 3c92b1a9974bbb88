import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Circuit } from '../../model/job.ts';
import { coldChoices, GUARD_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';

/** Two degrees above what a usual summer's air drops its water at: common practice for floors. */
const USUAL_COLD = { flowTemperature: 18, temperatureDifference: 3, guard: 'none' };

/** Cold water of a circuit in summer, and what it does with it. */
export function CoolingFields({ circuit }: { circuit: Circuit }) {
  const { put } = useEditing();
  const job = useJob();
  const designed = useDesigned();
  const cooling = designed?.design.cooling?.circuits.find((each) => each.circuitId === circuit.id);
  const dew = designed?.design.cooling?.dewPoint;
  const place = `circuits/${circuit.id}/cooling`;
  return (
    <Box
      component="fieldset"
      sx={{
        gridColumn: '1 / -1',
        border: 0,
        p: 0,
        m: 0,
        minWidth: 0,
        display: 'flex',
        gap: 2,
        flexWrap: 'wrap',
        alignItems: 'center',
      }}
    >
      <Typography variant="h3" component="legend" sx={{ p: 0, mb: 1.2 }}>
        In summer
      </Typography>
      {circuit.cooling === null ? (
        <Button variant="outlined" onClick={() => put(`Cold water for ${circuit.name}`, [{ at: place, value: USUAL_COLD }])}>
          Give it cold water
        </Button>
      ) : (
        <>
          <Box sx={{ width: 250 }}>
            <QuantityField place={`${place}/flowTemperature`} label="Flow when cooling" />
          </Box>
          <Box sx={{ width: 250 }}>
            <QuantityField place={`${place}/temperatureDifference`} label="Delta T when cooling" />
          </Box>
          <Box sx={{ width: 250 }}>
            <ChoiceField place={`${place}/guard`} label="Shut above the dew point by" options={GUARD_CHOICES} />
          </Box>
          <Box sx={{ width: 250 }}>
            <ChoiceField
              none
              place={`circuits/${circuit.id}/coldAt`}
              label="When cooling it hangs on"
              options={coldChoices(job)}
            />
          </Box>
          <Typography variant="body2">
            {dew && (
              <>
                Dew point <FigureButton figure={dew} />
              </>
            )}
            {cooling && (
              <>
                {' '}
                · takes out <FigureButton figure={cooling.output} /> with <FigureButton figure={cooling.volumeFlow} />
              </>
            )}
          </Typography>
          <Button color="error" size="small" onClick={() => put(`${circuit.name} does not cool`, [{ at: place, value: null }])}>
            Does not cool
          </Button>
        </>
      )}
    </Box>
  );
}
