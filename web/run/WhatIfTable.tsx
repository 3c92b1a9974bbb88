import type { WhatIf } from '../../core/job/what-if.ts';
import { KWH } from '../../core/quantity/spans.ts';
import type { RunResult } from '../../core/run/run.ts';
import { PlainTable } from '../parts/PlainTable.tsx';

const kWh = (joules: number) => (joules / KWH).toFixed(1);

/** The same day with one thing changed at a time. */
export function WhatIfTable({
  answers,
  stale,
  carrier,
}: {
  answers: readonly WhatIf[];
  stale: boolean;
  carrier: RunResult['carrier'];
}) {
  if (answers.length === 0) return null;
  const recovered = answers.some((each) => each.setBack);
  const headings = [
    'Starts',
    'Shortest run (min)',
    'Heat (kWh)',
    ...(carrier ? [carrier === 'both' ? 'Bought (kWh)' : carrier === 'fuel' ? 'Fuel (kWh)' : 'Electricity (kWh)'] : []),
    'Pumps (kWh)',
    'Hours below set point, all zones',
    ...(recovered ? ['Recovery time (h)'] : []),
  ];
  return (
    <PlainTable name="What if" caption="What if" busy={stale}>
      <thead>
        <tr>
          <th scope="col">The same day</th>
          {headings.map((heading) => (
            <th scope="col" className="number" key={heading} style={{ whiteSpace: 'normal' }}>
              {heading}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {answers.map((each) => (
          <tr key={each.label}>
            <th scope="row">{each.label}</th>
            {each.broke ? (
              <td colSpan={headings.length}>{each.broke}</td>
            ) : (
              <>
                <td className="number">{each.cycles}</td>
                <td className="number">{each.shortestRun === null ? '–' : Math.round(each.shortestRun / 60)}</td>
                <td className="number">{kWh(each.made)}</td>
                {carrier && <td className="number">{each.bought === null ? '–' : kWh(each.bought)}</td>}
                <td className="number">{kWh(each.pumps)}</td>
                <td className="number">{each.hoursShort.toFixed(1)}</td>
                {recovered && (
                  <td className="number">
                    {!each.setBack ? '–' : each.recovery === null ? 'not that day' : (each.recovery / 3600).toFixed(1)}
                  </td>
                )}
              </>
            )}
          </tr>
        ))}
      </tbody>
    </PlainTable>
  );
}
