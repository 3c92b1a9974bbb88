import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { Side } from '../../core/job/side-by-side.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { DAY } from '../../core/quantity/spans.ts';
import { costOf } from '../../core/run/cost.ts';
import { boughtLabel, efficiencyLabel } from '../../core/run/notable.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';
import { efficiency, kilograms, kWh, money, runTime } from './words.ts';

type Row = [label: string, cell: (side: Side) => ReactNode];

/** What each way takes, gives and loses, a column each. */
export function SideTable({ sides, onTake }: { sides: readonly Side[]; onTake: (side: Side) => void }) {
  const { say } = useDisplay();
  const of = (cell: (run: NonNullable<Side['run']>, side: Side) => ReactNode) => (side: Side) =>
    side.run ? cell(side.run, side) : '–';
  const bought = sides.some((side) => side.run?.energy.bought != null);
  const carriers = new Set(sides.flatMap((side) => side.run?.carrier ?? []));
  const [only] = carriers;
  const carrier = carriers.size > 1 ? 'both' : (only ?? null);
  const priced = sides.some((side) => side.run && costOf(side.job, side.run).cost !== null);
  const counted = sides.some((side) => side.run && costOf(side.job, side.run).emission !== null);
  const rows: Row[] = [
    ['Parts on the wall', (side) => side.parts],
    ['Pumps', (side) => side.pumps],
    ['Power of the pumps', (side) => say(side.pumpPower, 'electricPower')],
    ['Pumps over the season', of((run) => kWh(run.energy.pumps))],
    ['Flow temperature on the design day', (side) => say(side.flow, 'temperature')],
    [
      'Mean flow / return temperature',
      of((run) => `${say(run.meanFlow, 'temperature')} / ${say(run.meanReturn, 'temperature')}`),
    ],
    ['Heat made', of((run) => kWh(run.energy.made))],
    ...(bought
      ? ([
          [boughtLabel(carrier), of((run) => (run.energy.bought === null ? '–' : kWh(run.energy.bought)))],
          [
            efficiencyLabel(carrier),
            of((run) => efficiency(run.energy.made + run.energy.immersion, run.energy.bought, run.carrier)),
          ],
        ] satisfies Row[])
      : []),
    ...(priced ? ([['Cost', of((run, side) => money(costOf(side.job, run).cost))]] satisfies Row[]) : []),
    ...(counted
      ? ([
          [
            'Carbon dioxide',
            of((run, side) => {
              const { emission } = costOf(side.job, run);
              return kilograms(emission);
            }),
          ],
        ] satisfies Row[])
      : []),
    ['Starts a day', of((run) => ((run.cycles * DAY) / Math.max(run.lasted, 1)).toFixed(1))],
    ['Shortest run', of((run) => runTime(run.shortestRun))],
    ['Hours below set point, any room of heat', of((run) => `${formatNumber(run.hoursAnyShort, 0)} h`)],
    ['Hours too warm, any room', of((run) => `${formatNumber(run.hoursAnyWarm, 0)} h`)],
    ['Drawbacks', (side) => side.run?.broke ?? (side.drawbacks.join('; ') || 'none the others have not')],
  ];
  return (
    <PlainTable name="Side by side" minWidth={220 * sides.length}>
      <thead>
        <tr>
          <td />
          {sides.map((side) => (
            <th scope="col" key={side.key}>
              {side.title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([label, cell]) => (
          <tr key={label}>
            <th scope="row">{label}</th>
            {sides.map((side) => (
              <td key={side.key}>{cell(side)}</td>
            ))}
          </tr>
        ))}
        <tr>
          <td />
          {sides.map((side) => (
            <td key={side.key}>
              {side.key !== 'present' && (
                <Button size="small" variant="outlined" onClick={() => onTake(side)} aria-label={`Take ${side.title}`}>
                  Take it
                </Button>
              )}
            </td>
          ))}
        </tr>
      </tbody>
    </PlainTable>
  );
}
