import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import type { Design } from '../../core/design/design.ts';
import { linkName } from '../../core/design/takers.ts';
import { pipingOf } from '../../core/piping/piping-of-job.ts';
import { portOf } from '../../core/plan/plan.ts';
import { withoutPair } from '../../core/plan/station-edits.ts';
import { FIRST_PAIR, FIRST_STATION, MOST_PAIRS, type Separation } from '../../model/job.ts';
import { newPair, nextId } from '../../model/new-job.ts';
import { valueAt } from '../../model/place.ts';
import { QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';
import { designLane } from '../worker/lanes.ts';

/** The pairs of closely spaced tees on a loop: one, or several in order on a ring main. */
export function PairsOfTees({ design, place }: { design: Design; place: 'separation' | `stations/${string}` }) {
  const job = useJob();
  const { edit, put } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const id = place === 'separation' ? FIRST_STATION : place.slice('stations/'.length);
  const { pairs } = valueAt(job, place) as Separation;
  const figures = (place === 'separation' ? design.source : design.stations.find((each) => each.id === id))?.pairs ?? [];
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
          const { at = null, flowTemperature = circuit.flowTemperature } = byId.get(circuit.id) ?? {};
          return { ...circuit, at, flowTemperature };
        }),
        hotWater: current.hotWater && { ...current.hotWater, at: null },
      };
    });
  };
  const piping = pipingOf(job);
  const hanging = (pair: string) => {
    const at = portOf(id, pair);
    return [
      ...job.circuits.filter((circuit) => piping.branch(`circuits/${circuit.id}`).at === at).map(({ name }) => name),
      ...(job.hotWater && piping.branch('hotWater').at === at ? ['the cylinder'] : []),
      ...job.furtherSources.filter((source) => source.at === at).map(({ name }) => name || 'a source'),
      ...job.links.filter((link) => link.at === at).map((link) => linkName(job, link.id).replace(/^Pipes/, 'pipes')),
    ];
  };
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
          Pair 1: {hanging(FIRST_PAIR).join(', ') || 'nothing hangs here'}
        </Typography>
      )}
      {state(0)}
      {tees(place)}
      {pairs.map(({ id: pair }, i) => (
        <Box key={pair} role="group" aria-label={`Pair of tees ${i + 2}`} sx={{ display: 'grid', gap: 2 }}>
          <Divider />
          <Typography variant="h3">
            Pair {i + 2}: {hanging(pair).join(', ') || 'nothing hangs here'}
          </Typography>
          {state(i + 1)}
          <QuantityField place={`${place}/pairs/${pair}/distance`} label="Pipe from the pair before" />
          {tees(`${place}/pairs/${pair}`)}
          <Button
            color="error"
            size="small"
            onClick={() => edit(`Removed pair of tees ${i + 2}`, (current) => withoutPair(current, id, pair))}
          >
            Remove pair {i + 2}
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          disabled={pairs.length >= MOST_PAIRS - 1}
          onClick={() => put('Another pair of tees', [{ at: `${place}/pairs`, value: [...pairs, newPair(nextId('p', pairs))] }])}
        >
          Add a pair of tees
        </Button>
        {place === 'separation' && job.circuits.length > 1 && (
          <Button variant="outlined" onClick={() => void spread()}>
            A pair for each circuit
          </Button>
        )}
      </Box>
    </>
  );
}
