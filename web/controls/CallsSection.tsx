import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import type { CallRow } from '../../core/control/calls-table.ts';
import type { Design } from '../../core/design/design.ts';
import type { Job } from '../../model/job.ts';
import { STANDING_LINK } from '../look/space.ts';
import { FoldedSection } from '../parts/Layout.tsx';
import { ModeSwitch } from '../parts/ModeSwitch.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';
import { useWork } from '../worker/use-work.ts';

/** What opens, runs and fires in the telling states, each solved; a row opens the wall in its state. */
export function CallsSection({ job, design }: { job: Job; design: Design }) {
  const { id } = useParams();
  const { say } = useDisplay();
  const [wanted, setWanted] = useState(false);
  const cold = design.cooling?.state ? design.cooling : null;
  const cools = wanted && cold !== null;
  const { data: rows, failed } = useWork<CallRow[]>('calls', [job, cools], (work) => work.calls(job, cools));
  const zones = cools ? cold.zones : [...(design.solved?.zones ?? []), ...(design.solved?.others ?? [])];
  const names = new Map([...design.circuits.map(({ id: of, name }): [string, string] => [of, name]), ['hotWater', 'Cylinder']]);
  const word = (calling: readonly string[]) => zones.map((zone) => (calling.includes(zone.id) ? '1' : '0')).join('');
  return (
    <FoldedSection
      id="controls/calls"
      title="Calls"
      answer="what calls, what runs, what the source does"
      lead="What calls, what then runs, and what the source does. Every combination is under Pumps in every state."
    >
      {cold && <ModeSwitch cools={cools} onTurnOver={setWanted} />}
      {failed && <Typography role="alert">{failed}</Typography>}
      {rows === null && !failed && <Typography role="status">Running the plant in each state …</Typography>}
      {rows && (
        <PlainTable name="Calls">
          <thead>
            <tr>
              <th scope="col">Calls</th>
              <th scope="col">Runs</th>
              <th scope="col" className="number">
                {cools ? 'Cooling' : 'Output'}
              </th>
              <th scope="col" className="number">
                Source flow
              </th>
              <th scope="col" className="number">
                Flow
              </th>
              <th scope="col" className="number">
                Return
              </th>
              <th scope="col" className="number">
                Pumps
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.label}>
                <th scope="row" style={{ fontWeight: 650 }}>
                  <Link
                    component={RouterLink}
                    to={`/jobs/${id}/plant?${cools ? 'mode=cooling&' : ''}calls=${word(row.calling)}`}
                    sx={STANDING_LINK}
                  >
                    {row.label}
                  </Link>
                </th>
                <td>{row.running.map((each) => names.get(each) ?? each).join(', ') || 'nothing'}</td>
                {row.converged ? (
                  <>
                    <td className="number">{say(Math.max(cools ? 0 - row.heat : row.heat, 0), 'power')}</td>
                    <td className="number">{say(Math.max(row.flow, 0), 'volumeFlow')}</td>
                    <td className="number">{Math.abs(row.heat) > 1 ? say(row.supply, 'temperature') : '–'}</td>
                    <td className="number">{Math.abs(row.heat) > 1 ? say(row.back, 'temperature') : '–'}</td>
                    <td className="number">{say(row.power, 'electricPower')}</td>
                  </>
                ) : (
                  <td colSpan={5}>could not be solved</td>
                )}
              </tr>
            ))}
          </tbody>
        </PlainTable>
      )}
    </FoldedSection>
  );
}
