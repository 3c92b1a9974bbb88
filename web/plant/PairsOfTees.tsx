import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import type { Design } from '../../core/design/design.ts';
import { type Job, MOST_PAIRS } from '../../model/job.ts';
import { newPair, nextId } from '../../model/new-job.ts';
import { QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';
import { designLane } from '../worker/lanes.ts';

const withoutPair = (job: Job, id: string): Job => ({
  ...job,
  separation: { ...job.separation, pairs: job.separation.pairs.filter((pair) => pair.id !== id) },
  circuits: job.circuits.map((circuit) => (circuit.pair === id ? { ...circuit, pair: null } : circuit)),
  hotWater: job.hotWater?.pair === id ? { ...job.hotWater, pair: null } : job.hotWater,
  unread: job.unread.filter(({ place }) => !place.startsWith(`separation/pairs/${id}/`)),
});

/** The pairs of closely spaced tees on the loop of the source: one, or several in order on a ring main. */
export function PairsOfTees({ design }: { design: Design }) {
  const job = useJob();
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const { pairs } = job.separation;
  const figures = design.source?.pairs ?? [];
  // Who gets which water has to be worked out: the page goes on meanwhile, and what was changed since stays.
  const spread = async () => {
    const ring = await designLane.ask((work) => work.ringOf(job)).catch(() => null);
    if (!ring) {
      enqueueSnackbar('The ring could not be worked out; nothing was changed. Try it again.', { variant: 'error' });
      return;
    }
    edit('A pair of tees for each circuit', (current) => {
      const byId = new Map(ring.circuits.map((circuit) => [circuit.id, circuit]));
      return {
        ...current,
        separation: ring.separation,
        circuits: current.circuits.map((circuit) => {
          const { pair = null, flowTemperature = circuit.flowTemperature } = byId.get(circuit.id) ?? {};
          return { ...circuit, pair, flowTemperature };
        }),
        hotWater: current.hotWater && { ...current.hotWater, pair: null },
      };
    });
  };
  const hanging = (id: string | null) => job.circuits.filter(({ pair }) => pair === id).map(({ name }) => name);
  const tees = (place: string) => (
    <>
      <QuantityField place={`${place}/spacing`} label="Between the tees" empty="auto" automatic="auto: four diameters" />
      <QuantityField place={`${place}/before`} label="Straight pipe before them" empty="auto" automatic="auto: by the rulebook" />
      <QuantityField place={`${place}/after`} label="Straight pipe behind them" empty="auto" automatic="auto: by the rulebook" />
    </>
  );
  const state = (i: number) => {
    const found = figures[i];
    return (
      found && (
        <Typography variant="body2">
          Gets <FigureButton figure={found.supply} />, draws <FigureButton figure={found.drawn} />, leaves{' '}
          <FigureButton figure={found.back} />
        </Typography>
      )
    );
  };
  return (
    <>
      {pairs.length > 0 && (
        <Typography variant="h3" sx={{ mt: 1 }}>
          Pair 1: {hanging(null).join(', ') || 'nothing hangs here'}
        </Typography>
      )}
      {state(0)}
      {tees('separation')}
      {pairs.map(({ id }, i) => (
        <Box key={id} role="group" aria-label={`Pair of tees ${i + 2}`} sx={{ display: 'grid', gap: 2 }}>
          <Divider />
          <Typography variant="h3">
            Pair {i + 2}: {hanging(id).join(', ') || 'nothing hangs here'}
          </Typography>
          {state(i + 1)}
          <QuantityField place={`separation/pairs/${id}/distance`} label="Pipe from the pair before" />
          {tees(`separation/pairs/${id}`)}
          <Button
            color="error"
            size="small"
            onClick={() => edit(`Removed pair of tees ${i + 2}`, (current) => withoutPair(current, id))}
          >
            Remove pair {i + 2}
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          disabled={pairs.length >= MOST_PAIRS - 1}
          onClick={() =>
            edit('Another pair of tees', (current) => ({
              ...current,
              separation: {
                ...current.separation,
                pairs: [...current.separation.pairs, newPair(nextId('p', current.separation.pairs))],
              },
            }))
          }
        >
          Add a pair of tees
        </Button>
        {job.circuits.length > 1 && (
          <Button variant="outlined" onClick={() => void spread()}>
            A pair for each circuit
          </Button>
        )}
      </Box>
    </>
  );
}
