import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { jobWaters } from '../../core/piping/job-waters.ts';
import { portIdOf, stationOf } from '../../core/plan/plan.ts';
import { stationName } from '../../core/plan/ports.ts';
import { newWater, nextId } from '../../model/new-job.ts';
import { FLUID_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { TopUp } from './TopUp.tsx';

/** Waters that plates or coils part from the source's: what fills each, and its vessel. */
export function Waters({ design }: { design: Design }) {
  const job = useJob();
  const { put, edit } = useEditing();
  const { say } = useDisplay();
  const others = jobWaters(job).filter(({ ofSource }) => !ofSource);
  return (
    <>
      {others.map(({ entry, ports }) => {
        const of = ports.find((ref) => portIdOf(ref) === 'cold') ?? ports[0];
        if (!of) return null;
        const where = stationName(job, stationOf(of));
        if (!entry)
          return (
            <Box key={of} sx={{ display: 'grid', gap: 1 }}>
              <Divider />
              <Typography variant="body2">
                Behind {where.toLowerCase()} flows another water. Until it has entries of its own it counts with the source’s.
              </Typography>
              <Button
                variant="outlined"
                onClick={() =>
                  put('Another water', [
                    { at: 'waters', value: [...job.waters, newWater(nextId('w', [{ id: 'w1' }, ...job.waters]), of, job)] },
                  ])
                }
              >
                Enter the water behind {where.toLowerCase()}
              </Button>
            </Box>
          );
        const place = `waters/${entry.id}` as const;
        const designed = design.waters.find(({ id }) => id === entry.id);
        const name = designed?.name ?? (entry.name || 'Another water');
        const volume = designed?.vessel.volume?.value;
        return (
          <Box key={entry.id} role="group" aria-label={name} sx={{ display: 'grid', gap: 2 }}>
            <Divider />
            <Typography variant="h3">{name}</Typography>
            {designed && (
              <Typography variant="body2">
                Holds <FigureButton figure={designed.vessel.content} /> of {designed.fluid}
              </Typography>
            )}
            <WordField place={`${place}/name`} label="Name of this water" />
            <ChoiceField place={`${place}/fluid/kind`} label="Filled with" options={FLUID_CHOICES} />
            {entry.fluid.kind !== 'water' && (
              <QuantityField place={`${place}/fluid/concentration`} label="Share of glycol by volume" />
            )}
            <QuantityField
              place={`${place}/vessel/volume`}
              label="Volume of its vessel"
              empty="auto"
              automatic={volume === undefined ? 'auto' : `auto: ${say(volume, 'volume')}`}
            />
            <QuantityField place={`${place}/vessel/staticHeight`} label="Static height" />
            <QuantityField place={`${place}/vessel/reliefPressure`} label="Relief valve" />
            <QuantityField place={`${place}/vessel/fillTemperature`} label="Filling temperature" />
            <TopUp place={`${place}/vessel`} vessel={designed?.vessel ?? null} />
            <Button
              size="small"
              color="error"
              onClick={() =>
                edit(`Removed ${name}`, (current) => ({
                  ...current,
                  waters: current.waters.filter(({ id }) => id !== entry.id),
                  unread: current.unread.filter((each) => !each.place.startsWith(`${place}/`)),
                }))
              }
            >
              Count it with the source’s
            </Button>
          </Box>
        );
      })}
    </>
  );
}
