import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { coldSideOf } from '../../core/plan/cold-side.ts';
import { stationName } from '../../core/plan/ports.ts';
import { traitsOf } from '../../core/plant/source-kinds.ts';
import type { StationEntry } from '../../model/job.ts';
import { newStation, nextId, USUAL_CHILLER, USUAL_SOURCE_COOLING } from '../../model/new-job.ts';
import { CHILLER_CHOICES, coldChoices } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { BothModes } from './BothModes.tsx';
import { COOLING_POINTS, DataPoints } from './DataPoints.tsx';

/** What makes the cold water: the source turned round, or a machine at a cold tank; and what it comes to on the hottest day. */
export function ColdFields({ design }: { design: Design }) {
  const job = useJob();
  const tanks = job.stations.filter(({ cold }) => cold);
  return (
    <>
      <ColdReadings design={design} />
      {traitsOf(job.source).heatPump ? (
        <TurnedRound design={design} />
      ) : (
        <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
          A source of this kind only heats. Cold water comes from a chiller or from ground water at a cold tank.
        </Typography>
      )}
      {tanks.map((tank) => (
        <ColdTank key={tank.id} tank={tank} />
      ))}
      {tanks.length === 0 && <AddTank />}
      <BothModes design={design} />
    </>
  );
}

/** The hottest day in a few figures. */
function ColdReadings({ design }: { design: Design }) {
  const job = useJob();
  const source = design.cooling?.source;
  if (!source) {
    return (
      <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
        {coldSideOf(job) ? 'Worked out once a circuit takes cold water.' : 'Nothing makes cold water yet.'}
      </Typography>
    );
  }
  return (
    <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
      {source.name} cools up to <FigureButton figure={source.capacity} /> on the hottest day at an EER of{' '}
      <FigureButton figure={source.eer} />
      {source.free ? ', with the ground alone' : ''}.
      {source.taken && source.power && (
        <>
          {' '}
          It takes <FigureButton figure={source.taken} /> for <FigureButton figure={source.power} /> of electricity.
        </>
      )}
    </Typography>
  );
}

function TurnedRound({ design }: { design: Design }) {
  const job = useJob();
  const { put } = useEditing();
  const { say } = useDisplay();
  const { cooling } = job.source;
  if (cooling === null) {
    return (
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start' }}
        onClick={() => put('The heat pump also cools', [{ at: 'source/cooling', value: USUAL_SOURCE_COOLING }])}
      >
        The heat pump also cools
      </Button>
    );
  }
  const capacity = design.cooling?.source?.capacity.value;
  return (
    <>
      <QuantityField place="source/cooling/flowTemperature" label="Flow temperature when cooling" />
      <QuantityField
        place="source/cooling/capacity"
        label="Cooling capacity"
        empty="auto"
        automatic={capacity === undefined ? 'auto' : `auto: ${say(capacity, 'power')}`}
        help="On the hottest day; auto takes the data points, or what the circuits take."
      />
      {job.stations.some(({ cold }) => cold) && (
        <ChoiceField none place="source/coldAt" label="When cooling it charges" options={coldChoices(job)} />
      )}
      <Box sx={{ gridColumn: '1 / -1' }}>
        <DataPoints of={COOLING_POINTS} />
      </Box>
      {cooling.free === null ? (
        <Button
          variant="outlined"
          sx={{ justifySelf: 'start' }}
          onClick={() =>
            put('Free cooling', [{ at: 'source/cooling/free', value: { temperature: 12, approach: 3, capacity: 4000 } }])
          }
        >
          Add free cooling from the ground
        </Button>
      ) : (
        <Box role="group" aria-label="Free cooling" sx={{ gridColumn: '1 / -1', display: 'grid', gap: 2 }}>
          <Typography variant="h3">Free cooling</Typography>
          <QuantityField place="source/cooling/free/temperature" label="Brine or ground water in summer" />
          <QuantityField place="source/cooling/free/approach" label="Approach of the plates" />
          <QuantityField place="source/cooling/free/capacity" label="What the ground takes" />
          <Button
            size="small"
            color="error"
            sx={{ justifySelf: 'start' }}
            onClick={() => put('No free cooling', [{ at: 'source/cooling/free', value: null }])}
          >
            No free cooling
          </Button>
        </Box>
      )}
      <Button
        size="small"
        color="error"
        sx={{ justifySelf: 'start' }}
        onClick={() => put('The heat pump only heats', [{ at: 'source/cooling', value: null }])}
      >
        It only heats
      </Button>
    </>
  );
}

/** A tank of cold water with what cools it. */
function ColdTank({ tank }: { tank: StationEntry }) {
  const job = useJob();
  const { put } = useEditing();
  const place = `stations/${tank.id}/chiller`;
  const name = stationName(job, tank.id);
  return (
    <Box role="group" aria-label={`What cools ${name}`} sx={{ gridColumn: '1 / -1', display: 'grid', gap: 2 }}>
      <Typography variant="h3">{name}</Typography>
      <QuantityField
        place={`stations/${tank.id}/band`}
        label="Warms by, before it is cooled again"
        empty="auto"
        automatic="auto"
      />
      {tank.chiller === null ? (
        <Button
          variant="outlined"
          sx={{ justifySelf: 'start' }}
          onClick={() => put('A machine of its own', [{ at: place, value: USUAL_CHILLER }])}
        >
          Cooled by a machine of its own
        </Button>
      ) : (
        <>
          <ChoiceField place={`${place}/kind`} label="Cooled by" options={CHILLER_CHOICES} />
          <WordField place={`${place}/name`} label="Name of what cools it" />
          <QuantityField place={`${place}/capacity`} label="Cooling capacity of it" />
          <QuantityField place={`${place}/flowTemperature`} label="Cold water it sends" />
          <QuantityField place={`${place}/eer`} label="EER" empty="auto" automatic="auto" />
          <Button
            size="small"
            color="error"
            sx={{ justifySelf: 'start' }}
            onClick={() => put('No machine at the cold tank', [{ at: place, value: null }])}
          >
            The source cools it
          </Button>
        </>
      )}
    </Box>
  );
}

/** A cold tank with everything that cools turned over to it: hot and cold water side by side. */
function AddTank() {
  const { edit } = useEditing();
  const add = () =>
    edit('A tank of cold water', (job) => {
      const id = nextId('x', job.stations);
      const at = `${id}/b` as const;
      const turns = traitsOf(job.source).heatPump;
      return {
        ...job,
        stations: [
          ...job.stations,
          newStation(id, 'buffer', { name: 'Cold tank', cold: true, volume: 0.2, chiller: turns ? null : USUAL_CHILLER }),
        ],
        source: turns ? { ...job.source, coldAt: at, cooling: job.source.cooling ?? USUAL_SOURCE_COOLING } : job.source,
        circuits: job.circuits.map((circuit) => (circuit.cooling ? { ...circuit, coldAt: at } : circuit)),
      };
    });
  return (
    <Button variant="outlined" sx={{ justifySelf: 'start' }} onClick={add}>
      Add a tank of cold water
    </Button>
  );
}
