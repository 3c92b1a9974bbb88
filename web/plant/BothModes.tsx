import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Design } from '../../core/design/design.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';

/** What one set of pipes, pumps and settings gives each circuit in winter and in summer, and what its pump takes. */
export function BothModes({ design }: { design: Design }) {
  const { say } = useDisplay();
  const { cooling, solved } = design;
  if (!cooling?.state?.converged || !solved) return null;
  const share = (value: number | undefined) => (value === undefined ? '–' : say(value, 'fraction'));
  const watts = (value: number | undefined) => (value === undefined ? '–' : say(value, 'electricPower'));
  return (
    <Box sx={{ gridColumn: '1 / -1', minWidth: 0 }}>
      <Typography variant="h3">What each mode gets</Typography>
      <PlainTable name="Both modes">
        <thead>
          <tr>
            <th scope="col">Circuit</th>
            <th scope="col">Mode</th>
            <th scope="col" className="number">
              Flow
            </th>
            <th scope="col" className="number">
              Pump
            </th>
          </tr>
        </thead>
        {cooling.circuits.map(({ circuitId, solved: cold }) => {
          const winter = design.circuits.find(({ id }) => id === circuitId);
          const summer =
            winter?.onlyCools?.pump ?? cooling.pumps.find(({ place }) => place === `cooling/circuits/${circuitId}/pump`);
          const name = winter?.name ?? circuitId;
          // Two rows for each circuit: the panel beside the drawing is too narrow for five columns.
          return (
            <tbody key={circuitId}>
              <tr>
                <th scope="rowgroup" rowSpan={2}>
                  {name}
                </th>
                <td>Winter</td>
                <td className="number">{share(solved.circuits.find(({ id }) => id === circuitId)?.flowShare.value)}</td>
                <td className="number">{watts(winter?.sized?.pump?.duty?.power.value)}</td>
              </tr>
              <tr>
                <td>Summer</td>
                <td className="number">{share(cold?.flowShare.value)}</td>
                <td className="number">{watts(summer?.duty?.power.value)}</td>
              </tr>
            </tbody>
          );
        })}
      </PlainTable>
      <Typography variant="body2" color="text.secondary">
        Flow that comes, as a share of what each mode wants, every zone calling.
      </Typography>
    </Box>
  );
}
