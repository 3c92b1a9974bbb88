import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import type { RankedImprovement, TargetPlan } from '../../core/emitter/improve.ts';
import { ladder } from '../../core/emitter/ladder.ts';
import { settledJob } from '../../core/plan/settled-job.ts';
import { sourceGain } from '../../core/plant/source-gain.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { clipText } from '../../model/clean-text.ts';
import type { Circuit } from '../../model/job.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';
import { flowTemperatureEdits } from './circuit-temperature.ts';

interface Found {
  ranked: RankedImprovement[];
  plan: TargetPlan | null;
}

/** What would let a circuit run cooler, in the order in which it pays, and what a wanted temperature asks for. */
export function Improvements({ circuit }: { circuit: Circuit }) {
  const job = useJob();
  const { put } = useEditing();
  const { say, unit } = useDisplay();
  const { enqueueSnackbar } = useSnackbar();
  const [typed, setTyped] = useState('');
  const read = typed.trim() === '' ? null : readInJobUnits(typed, 'temperature', job.display);
  const target = read?.ok ? read.value : null;
  const { data: found } = useWork<Found>('improve', [job, circuit.id, target], (work) => work.improve(job, circuit.id, target));
  const apply = (label: string, edits: Parameters<typeof put>[1]) => {
    put(clipText(label, 80), edits);
    enqueueSnackbar(`Applied: ${label}. Ctrl+Z undoes it.`);
  };
  const plan = target === null ? null : found?.plan;
  const done = found?.ranked.at(-1);
  return (
    <Box component="section" aria-label={`What lowers ${circuit.name}`} sx={{ px: 2, py: 1.5 }}>
      {found && found.ranked.length === 0 && (
        <Typography variant="body2">
          No change to an emitter here would help: nothing stands out, or nothing can be made larger.
        </Typography>
      )}
      {found && found.ranked.length > 0 && (
        <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
          {found.ranked.slice(0, 4).map((each, i) => (
            <Box
              component="li"
              key={each.label}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 1.5,
                py: 0.6,
                borderTop: i === 0 ? 0 : 1,
                borderColor: 'divider',
              }}
            >
              <Box sx={{ flex: 1, minWidth: 0 }}>
                {each.label}
                <Typography component="span" variant="body2" color="text.secondary">
                  {' '}
                  · then the circuit needs {say(each.circuitAfter, 'temperature')} instead of{' '}
                  {Number.isFinite(each.circuitBefore) ? say(each.circuitBefore, 'temperature') : 'more than any'}
                </Typography>
              </Box>
              <Button size="small" variant="outlined" onClick={() => apply(each.label, each.edits)}>
                Apply
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {done && <Gain circuit={circuit} to={done.circuitAfter} />}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', mt: 1.5, flexWrap: 'wrap' }}>
        <TextField
          label={`Target flow temperature (${unit('temperature')})`}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={read?.ok === false}
          helperText={read?.ok === false ? `This ${read.reason}.` : undefined}
          sx={{ width: 230 }}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
        />
        {plan && target !== null && (
          <Box sx={{ flex: 1, minWidth: 220 }} role="status">
            <Typography variant="body2">
              {plan.changes.length === 0 && plan.tooHot.length === 0
                ? `It can run at ${say(target, 'temperature')} as it is.`
                : `${plan.changes.length} ${plan.changes.length === 1 ? 'change' : 'changes'} bring it to ${say(plan.reached, 'temperature')}.`}
            </Typography>
            {plan.tooHot.map((each) => (
              <Box key={each.roomId} sx={{ mt: 0.5, fontSize: 'table' }}>
                {`${each.name} is out of reach: it needs ${Number.isFinite(each.needed) ? say(each.needed, 'temperature') : 'more than any water'}, or ${say(each.lessLoad, 'heatLoad')} less heat by insulation.`}
                {each.elsewhere.slice(0, 2).map((move) => (
                  <Button key={move.label} size="small" onClick={() => apply(move.label, move.edits)} sx={{ ml: 1 }}>
                    {`Put ${move.label}`}
                  </Button>
                ))}
              </Box>
            ))}
            <Box component="ul" sx={{ m: 0, pl: 2.2, fontSize: 'table' }}>
              {plan.changes.map((each) => (
                <li key={each.label}>{each.label}</li>
              ))}
            </Box>
            <Button
              size="small"
              variant="contained"
              sx={{ mt: 1 }}
              onClick={() => {
                const flow = Math.ceil(Math.max(plan.reached, target) * 2) / 2;
                apply(`${circuit.name} at ${say(flow, 'temperature')}`, [
                  ...plan.changes.flatMap((each) => each.edits),
                  ...flowTemperatureEdits(job, circuit.id, flow),
                ]);
                setTyped('');
              }}
            >
              Apply all, run at {say(Math.ceil(Math.max(plan.reached, target) * 2) / 2, 'temperature')}
            </Button>
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** What the source would have of it, once every other circuit asks for less as well. */
function Gain({ circuit, to }: { circuit: Circuit; to: number }) {
  const job = useJob();
  const { say } = useDisplay();
  const { source, site } = job;
  // A mixed circuit keeps its set point; direct ones go with the source as far as their emitters allow.
  const rungs = ladder(job);
  const others = job.circuits
    .filter((each) => each.id !== circuit.id)
    .map((each) => {
      const needed = rungs.find((rung) => rung.circuitId === each.id)?.needed;
      return { name: each.name, needed: each.connection === 'mixed' ? each.flowTemperature : (needed ?? each.flowTemperature) };
    })
    .sort((a, b) => b.needed - a.needed);
  const holder = others[0] && others[0].needed > to ? others[0] : null;
  const after = holder?.needed ?? to;
  if (after >= source.flowTemperature - 0.05) {
    return holder ? (
      <Typography variant="body2" sx={{ mt: 1 }}>
        The source would gain nothing yet: {holder.name} still asks for {say(holder.needed, 'temperature')}.
      </Typography>
    ) : null;
  }
  const gain = sourceGain(
    source,
    source.flowTemperature,
    after,
    settledJob(job).source.temperatureDifference,
    site.outdoorDesignTemperature,
  );
  if (gain.kind === 'none') return null;
  return (
    <Typography variant="body2" sx={{ mt: 1 }}>
      {gain.kind === 'cop'
        ? `${holder ? `Held at ${say(after, 'temperature')} by ${holder.name}: on` : 'On'} the design day the heat pump would make ${gain.after.toFixed(2)} of each unit of electricity instead of ${gain.before.toFixed(2)} (${gain.byData ? 'by its data points' : 'by the default map'}).`
        : gain.before
          ? `All done, the source could run at ${say(after, 'temperature')}${holder ? `, held there by ${holder.name}` : ''}: the boiler condenses more.`
          : gain.after
            ? `At ${say(after, 'temperature')} the boiler begins to condense.`
            : `At ${say(after, 'temperature')} the boiler still does not condense.`}
    </Typography>
  );
}
