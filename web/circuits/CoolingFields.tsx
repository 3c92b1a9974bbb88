import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { coldSurfaces } from '../../core/cooling/cold-surfaces.ts';
import { contextOf } from '../../core/design/context.ts';
import type { CircuitCooling } from '../../core/design/cooling-design.ts';
import type { Circuit } from '../../model/job.ts';
import { USUAL_COLD } from '../../model/new-job.ts';
import { coldChoices, DRAIN_CHOICES, GUARD_CHOICES, ON_DAMP_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { Tick } from '../parts/Tick.tsx';
import { type Designed, useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

const FIELD = { width: 250 };

/** Cold water of a circuit in summer, what guards it, and what comes of it. */
export function CoolingFields({ circuit }: { circuit: Circuit }) {
  const { put } = useEditing();
  const job = useJob();
  const designed = useDesigned();
  const cooling = designed?.design.cooling?.circuits.find((each) => each.circuitId === circuit.id);
  const place = `circuits/${circuit.id}/cooling`;
  const cold = coldChoices(job);
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
          <Box sx={FIELD}>
            <QuantityField place={`${place}/flowTemperature`} label="Flow when cooling" />
          </Box>
          <Box sx={FIELD}>
            <QuantityField place={`${place}/temperatureDifference`} label="Delta T when cooling" />
          </Box>
          {cold.length > 1 && (
            <Box sx={FIELD}>
              <ChoiceField none place={`circuits/${circuit.id}/coldAt`} label="When cooling it hangs on" options={cold} />
            </Box>
          )}
          <Box sx={FIELD}>
            <ChoiceField place={`${place}/guard`} label="Kept above the dew point by" options={GUARD_CHOICES} />
          </Box>
          {circuit.cooling.guard === 'fixed' && (
            <Box sx={FIELD}>
              <QuantityField place={`${place}/limit`} label="Coldest water let through" />
            </Box>
          )}
          {circuit.cooling.guard !== 'none' && (
            <Box sx={FIELD}>
              <ChoiceField place={`${place}/onDamp`} label="When it is damp" options={ON_DAMP_CHOICES} />
            </Box>
          )}
          <Box sx={FIELD}>
            <ChoiceField place={`${place}/drain`} label="Condensate goes" options={DRAIN_CHOICES} />
          </Box>
          <Tick place={`${place}/sized`} label="Pipes and pump sized for summer too" />
          <Tick place={`${place}/sealed`} label="Pipes, valves and manifold insulated against vapour" />
          <Button color="error" size="small" onClick={() => put(`${circuit.name} does not cool`, [{ at: place, value: null }])}>
            Does not cool
          </Button>
          {cooling && <Comes cooling={cooling} />}
          {designed && cooling && <Surfaces circuit={circuit} designed={designed} />}
        </>
      )}
    </Box>
  );
}

/** What the circuit takes out of its rooms: at the water decided, and as the whole plant gives it. */
function Comes({ cooling: { output, volumeFlow, solved } }: { cooling: CircuitCooling }) {
  return (
    <Typography variant="body2" sx={{ flexBasis: '100%' }}>
      Its emitters take <FigureButton figure={output} /> with <FigureButton figure={volumeFlow} /> of that water.
      {solved && (
        <>
          {' '}
          In the whole plant <FigureButton figure={solved.heat} /> come, with water at <FigureButton figure={solved.supply} />{' '}
          that goes home at <FigureButton figure={solved.back} />
          {solved.condensate.value > 0 && (
            <>
              ; <FigureButton figure={solved.latent} /> of it dries the air by <FigureButton figure={solved.condensate} />
            </>
          )}
          .
        </>
      )}
    </Typography>
  );
}

/** Everything cold that the air meets, held against its dew point. */
function Surfaces({ circuit, designed: { job, design } }: { circuit: Circuit; designed: Designed }) {
  const { say } = useDisplay();
  const own = job.circuits.find(({ id }) => id === circuit.id);
  const { cooling } = design;
  if (!own?.cooling || !cooling) return null;
  const all = coldSurfaces(
    contextOf(job),
    { ...own, cooling: own.cooling },
    cooling,
    design.circuits.find(({ id }) => id === own.id),
  );
  const dew = cooling.dewPoint.value;
  return (
    <Box
      component="table"
      sx={{
        borderCollapse: 'collapse',
        '& th, & td': { textAlign: 'left', py: 0.4, pr: 2.5, fontSize: 14.5, verticalAlign: 'baseline' },
        '& td:nth-of-type(n + 1)': { fontVariantNumeric: 'tabular-nums' },
      }}
    >
      <thead>
        <tr>
          <th>What the air meets</th>
          <th>Coldest</th>
          <th>
            Dew point <FigureButton figure={cooling.dewPoint} />
          </th>
        </tr>
      </thead>
      <tbody>
        {all.map(({ label, temperature }) => (
          <tr key={label}>
            <td>{label}</td>
            <td>{say(temperature, 'temperature')}</td>
            <td>
              {temperature < dew
                ? `wet by ${say(dew - temperature, 'temperatureDifference')}`
                : `dry, ${say(temperature - dew, 'temperatureDifference')} to spare`}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
