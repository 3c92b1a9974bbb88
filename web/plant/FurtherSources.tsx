import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { traitsOf } from '../../core/plant/source-kinds.ts';
import { MOST_FURTHER_SOURCES } from '../../model/job.ts';
import { newFurtherSource, nextId } from '../../model/new-job.ts';
import {
  ONCE_WARM_CHOICES,
  ORDER_CHOICES,
  PHASE_CHOICES,
  pumpChoices,
  SOURCE_CHOICES,
  sourceHangChoices,
} from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';

/** Sources beside the first: a cascade, a backup, a stove behind plates. */
export function FurtherSources({ design }: { design: Design }) {
  const job = useJob();
  const { put, edit } = useEditing();
  const { furtherSources } = job;
  const remove = (id: string, name: string) =>
    edit(`Removed ${name}`, (current) => ({
      ...current,
      furtherSources: current.furtherSources.filter((each) => each.id !== id),
      unread: current.unread.filter(({ place }) => !place.startsWith(`furtherSources/${id}/`)),
    }));
  return (
    <>
      {furtherSources.map((source, i) => {
        const place = `furtherSources/${source.id}`;
        const designed = design.furtherSources.find((each) => each.id === source.id);
        return (
          <Box
            key={source.id}
            role="group"
            aria-label={source.name || `Further source ${i + 1}`}
            sx={{ display: 'grid', gap: 2 }}
          >
            <Divider />
            <Typography variant="h3">{source.name || `Further source ${i + 1}`}</Typography>
            {designed && (
              <Typography variant="body2">
                Flow <FigureButton figure={designed.flow} /> · pump {designed.pump.duty?.label ?? 'none found'}
                {designed.conductance && (
                  <>
                    {' '}
                    · plates <FigureButton figure={designed.conductance} />
                  </>
                )}
              </Typography>
            )}
            <WordField place={`${place}/name`} label="Name" />
            <ChoiceField place={`${place}/kind`} label="Kind" options={SOURCE_CHOICES} />
            <ChoiceField place={`${place}/phase`} label="It is there" options={PHASE_CHOICES} />
            <ChoiceField place={`${place}/order`} label="Order" options={ORDER_CHOICES} />
            <ChoiceField place={`${place}/at`} label="It hangs on" options={sourceHangChoices(job)} none />
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
              <QuantityField place={`${place}/capacity`} label="Capacity" />
              <QuantityField place={`${place}/flowTemperature`} label="Flow temp." />
            </Box>
            {source.order === 'backup' && <Tick place={`${place}/takesOver`} label="Takes over automatically" />}
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
              <QuantityField place={`${place}/runsBelow`} label="Only below" empty={null} help="Outdoors; empty for always." />
              <QuantityField place={`${place}/delay`} label="It waits" help="While the water is 2 K too cool." />
              <QuantityField
                place={`${place}/efficiency`}
                label="Efficiency"
                empty={null}
                help="Efficiency or COP; empty: usual."
              />
              <QuantityField
                place={`${place}/price`}
                label="Price"
                counted="per kWh"
                empty={null}
                help="Empty: as for the job."
              />
              <QuantityField
                place={`${place}/emission`}
                label="CO₂"
                empty={null}
                counted="kg per kWh"
                help="Empty: as for the job."
              />
            </Box>
            {traitsOf(source).bySun && (
              <ChoiceField place={`${place}/onceWarm`} label="Once the tank is warm" options={ONCE_WARM_CHOICES} />
            )}
            <QuantityField
              place={`${place}/approach`}
              label="Plates: approach"
              empty={null}
              help="Empty where it is the same water."
            />
            <ChoiceField
              place={`${place}/pump`}
              label="Its pump"
              options={pumpChoices(job, designed?.pump.pinned ? undefined : designed?.pump.duty?.label)}
            />
            <Button size="small" color="error" onClick={() => remove(source.id, source.name || 'a source')}>
              Remove this source
            </Button>
          </Box>
        );
      })}
      <Button
        variant="outlined"
        disabled={furtherSources.length >= MOST_FURTHER_SOURCES}
        onClick={() =>
          put('A further source', [
            {
              at: 'furtherSources',
              value: [
                ...furtherSources,
                newFurtherSource(nextId('f', furtherSources), { flowTemperature: job.source.flowTemperature }),
              ],
            },
          ])
        }
      >
        Add a further source
      </Button>
    </>
  );
}
