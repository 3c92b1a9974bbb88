import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { settledJob } from '../../core/plan/settled-job.ts';
import { traitsOf } from '../../core/plant/source-kinds.ts';
import type { Inside } from '../../model/job.ts';
import { USUAL_LIFT } from '../../model/new-job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { ComponentsField } from '../parts/ComponentsField.tsx';
import { INSIDE_LABELS, PHASE_CHOICES, SOURCE_CHOICES, STANDING_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { PipeFields } from '../parts/PipeFields.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { DataPoints, HEATING_POINTS } from './DataPoints.tsx';
import { FiringFields } from './FiringFields.tsx';

const automaticIn = (say: ReturnType<typeof useDisplay>['say']) => (value: number | undefined, kind: QuantityKind) =>
  value === undefined ? 'auto' : `auto: ${say(value, kind)}`;

/** What the source is, and how warm its water. */
export function SourceFields({ design }: { design: Design }) {
  const job = useJob();
  const { say } = useDisplay();
  const automatic = automaticIn(say);
  return (
    <>
      <ChoiceField place="source/kind" label="Kind" options={SOURCE_CHOICES} />
      <WordField place="source/name" label="Name or place" />
      <QuantityField
        place="source/capacity"
        label="Capacity"
        empty="auto"
        automatic={automatic(design.source?.capacity.value, 'power')}
        help="Output on the design day; auto takes the data points, or the load."
      />
      <QuantityField place="source/flowTemperature" label="Flow temperature" />
      <QuantityField
        place="source/temperatureDifference"
        label="Delta T"
        empty="auto"
        automatic={automatic(settledJob(job).source.temperatureDifference, 'temperatureDifference')}
      />
      <ChoiceField
        place="source/phase"
        label="Existing or new"
        options={PHASE_CHOICES.filter(({ value }) => value !== 'later')}
      />
      {traitsOf(job.source).heatPump && (
        <Box sx={{ gridColumn: '1 / -1' }}>
          <DataPoints of={HEATING_POINTS}>
            {design.heatPump?.output && (
              <>
                {' '}
                On the design day <FigureButton figure={design.heatPump.output} /> at COP{' '}
                <FigureButton figure={design.heatPump.cop} />.
              </>
            )}
          </DataPoints>
        </Box>
      )}
    </>
  );
}

/** What its casing holds, what it asks of the water, and how it fires. */
export function SourceInside({ design }: { design: Design }) {
  const { say } = useDisplay();
  const automatic = automaticIn(say);
  const { source, figures } = design;
  return (
    <>
      <ChoiceField place="source/standing" label="Stands" options={STANDING_CHOICES} />
      <QuantityField place="source/leastFlow" label="Minimum flow" empty={null} help="From the data sheet, if it asks for one." />
      <QuantityField
        place="source/loss"
        label="Pressure drop inside"
        empty="auto"
        automatic={automatic(source?.loss.value, 'pressure')}
      />
      <QuantityField
        place="source/waterContent"
        label="Water content"
        empty="auto"
        automatic={automatic(figures['source/waterContent']?.value, 'volume')}
      />
      <Box sx={{ gridColumn: '1 / -1', display: 'grid', gap: 2 }}>
        <LiftFields design={design} />
        <FiringFields design={design} />
        <InsideFields />
      </Box>
    </>
  );
}

/** The pipe of the source, and the parts in it. */
export function SourcePipe({ design }: { design: Design }) {
  const { source } = design;
  return (
    <>
      <PipeFields place="source/run" title="Source pipe, one way" design={source?.run} heatLoss={source?.runHeat} columns={2} />
      <ComponentsField place="source/components" label="Parts in the flow, from the source on" bore={source?.run.size.bore} />
      <ComponentsField
        place="source/returnComponents"
        label="Parts in the return, towards the source"
        bore={source?.run.size.bore}
      />
    </>
  );
}

/** The loading valve that keeps cold water from the source. */
function LiftFields({ design }: { design: Design }) {
  const { source } = useJob();
  const { put } = useEditing();
  const { say } = useDisplay();
  if (source.returnLift === null)
    return (
      <Button
        variant="outlined"
        onClick={() => put('A loading valve', [{ at: 'source/returnLift', value: USUAL_LIFT }])}
        sx={{ justifySelf: 'start' }}
      >
        Add a loading valve
      </Button>
    );
  const kvs = design.source?.lift?.kvs.value;
  return (
    <Box role="group" aria-label="Loading valve" sx={{ display: 'grid', gap: 2 }}>
      <QuantityField
        place="source/returnLift/temperature"
        label="Loading valve lets through"
        help="No colder water reaches the source; 55 to 65 °C are usual."
      />
      <QuantityField
        place="source/returnLift/kvs"
        label="Its Kvs"
        empty="auto"
        automatic={kvs === undefined ? 'auto' : `auto: ${say(kvs, 'flowCoefficient')}`}
      />
      <Button
        size="small"
        color="error"
        onClick={() => put('Removed the loading valve', [{ at: 'source/returnLift', value: null }])}
      >
        Remove the loading valve
      </Button>
    </Box>
  );
}

/** What the casing holds already, so that it is not bought twice. */
function InsideFields() {
  const { source } = useJob();
  const { put } = useEditing();
  const usual = traitsOf(source).usuallyInside;
  const turn = (part: Inside, on: boolean) =>
    put(`Inside the source: ${INSIDE_LABELS[part].toLowerCase()}`, [
      { at: 'source/inside', value: on ? [...source.inside, part] : source.inside.filter((each) => each !== part) },
    ]);
  return (
    <Box role="group" aria-label="Inside the source" data-place="source/inside" tabIndex={-1}>
      <Typography variant="body2" color="text.secondary">
        Inside the source already
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr' }}>
        {(Object.keys(INSIDE_LABELS) as Inside[]).map((part) => (
          <FormControlLabel
            key={part}
            control={
              <Checkbox
                size="small"
                checked={source.inside.includes(part)}
                onChange={(event) => turn(part, event.target.checked)}
              />
            }
            label={<Typography variant="body2">{INSIDE_LABELS[part]}</Typography>}
          />
        ))}
      </Box>
      {source.inside.length === 0 && usual.length > 0 && (
        <Button
          size="small"
          onClick={() => put('Inside the source: what is usual', [{ at: 'source/inside', value: [...usual] }])}
        >
          Usual for this kind: {usual.map((part) => INSIDE_LABELS[part].toLowerCase()).join(', ')}
        </Button>
      )}
      {source.inside.includes('pump') && (
        <QuantityField
          place="source/spareHead"
          label="Head its pump has left"
          empty={null}
          help="Outside the unit, at design flow; from its data sheet."
        />
      )}
    </Box>
  );
}
