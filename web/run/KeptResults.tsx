import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { isFresh } from '../../core/run/record.ts';
import type { Job, RunRecord } from '../../model/job.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing } from '../state/job-context.tsx';
import { kilograms, kWh, money, runTime } from './words.ts';

const or = (value: number | null, words: (value: number) => string): string => (value === null ? '–' : words(value));

/** What earlier runs came to, the newest first; one that another job made is marked. */
export function KeptResults({ job, inputs }: { job: Job; inputs: string }) {
  const { say } = useDisplay();
  const { edit } = useEditing();
  if (job.runs.length === 0) return null;
  const drop = (record: RunRecord) =>
    edit('Dropped a result', (current) => ({ ...current, runs: current.runs.filter((each) => each.id !== record.id) }));
  return (
    <div>
      <PlainTable name="Results kept with the job" caption="Kept with the job" minWidth={860}>
        <thead>
          <tr>
            <th scope="col">Run</th>
            <th scope="col">Made from</th>
            {['Heat', 'Bought', 'Pumps', 'Cost', 'CO₂', 'Starts a day', 'Shortest run', 'Sent / back', 'Hours short'].map(
              (heading) => (
                <th scope="col" className="number" key={heading} style={{ whiteSpace: 'normal' }}>
                  {heading}
                </th>
              ),
            )}
            <td />
          </tr>
        </thead>
        <tbody>
          {job.runs.toReversed().map((record) => (
            <tr key={record.id}>
              <th scope="row">
                {record.title}
                <Typography component="div" variant="body2" noWrap>
                  {record.at.slice(0, 16).replace('T', ' ')}
                </Typography>
              </th>
              <td style={{ minWidth: 150 }}>
                {isFresh(record, inputs) ? 'the job as it is' : <b>Stale: another job</b>}
                <Typography component="div" variant="body2">
                  {record.settings}
                </Typography>
              </td>
              <td className="number">{or(record.made, kWh)}</td>
              <td className="number">{or(record.bought, kWh)}</td>
              <td className="number">{or(record.pumps, kWh)}</td>
              <td className="number">{money(record.cost)}</td>
              <td className="number">{kilograms(record.emission)}</td>
              <td className="number">{or(record.startsADay, (starts) => starts.toFixed(1))}</td>
              <td className="number">{runTime(record.shortestRun)}</td>
              <td className="number">
                {or(record.meanFlow, (value) => say(value, 'temperature'))} /{' '}
                {or(record.meanReturn, (value) => say(value, 'temperature'))}
              </td>
              <td className="number">{or(record.hoursShort, (hours) => hours.toFixed(0))}</td>
              <td>
                <Button
                  size="small"
                  onClick={() => drop(record)}
                  aria-label={`Drop ${record.title} of ${record.at.slice(0, 16)}`}
                >
                  Drop
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </PlainTable>
      <Typography variant="body2" sx={{ mt: 0.8 }}>
        Each is saved in the version of the job that made it; the history on the Papers page has those versions.
      </Typography>
    </div>
  );
}
