import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { type Column, column, type Table } from '../../core/paper/table.ts';
import { formatNumber, say } from '../../core/quantity/format.ts';
import { TableView } from '../parts/TableView.tsx';
import { useJob } from '../state/job-context.tsx';
import { useAsBuilt } from './use-as-built.ts';

/** The plant as its readings tell it: what departs from the drawing, and what comes of it on the design day. */
export function AsBuiltSection({ design }: { design: Design }) {
  const job = useJob();
  const { display } = job;
  const { asBuilt, working, readings } = useAsBuilt();
  if (readings === 0)
    return (
      <Typography sx={{ fontSize: 'body' }}>
        No reading of a running plant yet. Walk the rooms on Rounds; what is found then stands here.
      </Typography>
    );
  if (!asBuilt)
    return (
      <Typography sx={{ fontSize: 'body' }}>
        {working ? 'Fitting the plant to its readings …' : 'The readings fit no state of this plant.'}
      </Typography>
    );
  const told = asBuilt.things
    .filter((thing) => thing.told && Math.abs(thing.by) > 1)
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  const solved = design.solved?.state;
  const columns: Column[] = [
    column('Circuit'),
    column('Flow, designed', 'volumeFlow'),
    column('Flow, as built', 'volumeFlow'),
    column('Return, designed', 'temperature'),
    column('Return, as built', 'temperature'),
  ];
  const table: Table = {
    id: 'as-built',
    title: 'Every zone calling on the design day',
    columns,
    rows: (asBuilt.state?.circuits ?? []).map((circuit) => {
      const drawn = solved?.circuits.find(({ id }) => id === circuit.id);
      return [
        job.circuits.find(({ id }) => id === circuit.id)?.name ?? circuit.id,
        drawn?.flow ?? null,
        circuit.flow,
        drawn?.back ?? null,
        circuit.back,
      ];
    }),
  };
  return (
    <Box>
      {told.length === 0 ? (
        <Typography
          sx={{ fontSize: 'body', mb: 1 }}
        >{`${readings} readings, and nothing departs from the drawing by more than is usual.`}</Typography>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 1.5 }}>
          {told.map(({ id, label, what, amount, kelvin }) => (
            <Box
              component="li"
              key={id}
              sx={{ borderLeft: 5, borderColor: 'primary.main', pl: 1.5, py: 0.5, mb: 0.8, fontSize: 'body' }}
            >
              {what === 'resistance'
                ? `${label} takes ${amount > 1 ? `about ${formatNumber(amount, amount < 10 ? 1 : 0)} times the pressure it was drawn with: throttled, kinked, or full of air` : `${Math.round(100 * (1 - amount))} % less pressure than drawn: wider open`}.`
                : what === 'fill'
                  ? `${label} is ${say(Math.abs(amount), 'pressure', display)} ${amount < 0 ? 'lower' : 'higher'} than planned.`
                  : kelvin
                    ? `${label} is ${say(Math.abs(amount), 'temperatureDifference', display)} ${amount < 0 ? 'lower' : 'higher'} than asked.`
                    : `${label} is ${Math.round(100 * Math.abs(amount - 1))} % ${amount < 1 ? 'less' : 'more'} than drawn.`}
            </Box>
          ))}
        </Box>
      )}
      <TableView table={table} />
      <Typography color="text.secondary" sx={{ mt: 0.5 }}>
        What no reading tells stands as designed.
      </Typography>
    </Box>
  );
}
