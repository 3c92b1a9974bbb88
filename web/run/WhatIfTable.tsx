import Box from '@mui/material/Box';
import type { WhatIf } from '../../core/run/what-if.ts';

const kWh = (joules: number) => (joules / 3.6e6).toFixed(1);

/** The same day with one thing changed at a time. */
export function WhatIfTable({ answers, stale }: { answers: readonly WhatIf[]; stale: boolean }) {
  if (answers.length === 0) return null;
  const bought = answers.some((each) => each.bought !== null);
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="What if">
      <Box
        component="table"
        aria-busy={stale}
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          '& th, & td': { px: 1, py: 0.8, borderBottom: 1, borderColor: 'divider', textAlign: 'left', fontSize: '0.95rem' },
          '& .number': { textAlign: 'right', whiteSpace: 'nowrap' },
        }}
      >
        <caption style={{ textAlign: 'left', fontWeight: 700, padding: '4px 8px' }}>What if</caption>
        <thead>
          <tr>
            <th scope="col">The same day</th>
            <th scope="col" className="number">
              Starts
            </th>
            <th scope="col" className="number">
              Shortest run (min)
            </th>
            <th scope="col" className="number">
              Heat (kWh)
            </th>
            {bought && (
              <th scope="col" className="number">
                Electricity (kWh)
              </th>
            )}
            <th scope="col" className="number">
              Pumps (kWh)
            </th>
            <th scope="col" className="number">
              Zone hours short
            </th>
          </tr>
        </thead>
        <tbody>
          {answers.map((each) => (
            <tr key={each.label}>
              <th scope="row" style={{ fontWeight: 650 }}>
                {each.label}
              </th>
              {each.broke ? (
                <td colSpan={6}>{each.broke}</td>
              ) : (
                <>
                  <td className="number">{each.cycles}</td>
                  <td className="number">{each.shortestRun === null ? '–' : Math.round(each.shortestRun / 60)}</td>
                  <td className="number">{kWh(each.made)}</td>
                  {bought && <td className="number">{each.bought === null ? '–' : kWh(each.bought)}</td>}
                  <td className="number">{kWh(each.pumps)}</td>
                  <td className="number">{each.hoursShort.toFixed(1)}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
