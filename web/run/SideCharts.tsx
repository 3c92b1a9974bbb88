import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { memo } from 'react';
import { Bar, BarChart, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Side } from '../../core/job/side-by-side.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { DAY, KWH } from '../../core/quantity/spans.ts';
import { InTurn } from './InTurn.tsx';

const BAR = 34;

/** The ways beside each other in what decides: energy bought, starts, power of pumps, hours somebody is cold. */
function SideCharts({ sides }: { sides: readonly Side[] }) {
  const theme = useTheme();
  const { palette } = theme.vars ?? theme;
  const { wall } = palette;
  const ran = sides.filter((side) => side.run);
  const charts = [
    {
      name: 'Bought for heat and pumps (kWh)',
      colour: wall.flow,
      of: ({ run }: Side) => ((run?.energy.bought ?? run?.energy.made ?? 0) + (run?.energy.pumps ?? 0)) / KWH,
      digits: 0,
    },
    {
      name: 'Starts a day',
      colour: wall.copper,
      of: ({ run }: Side) => ((run?.cycles ?? 0) * DAY) / Math.max(run?.lasted ?? 1, 1),
      digits: 1,
    },
    { name: 'Pumps over the season (kWh)', colour: wall.back, of: ({ run }: Side) => (run?.energy.pumps ?? 0) / KWH, digits: 0 },
    {
      name: 'Hours below set point or too warm',
      colour: wall.note,
      of: ({ run }: Side) => (run?.hoursAnyShort ?? 0) + (run?.hoursAnyWarm ?? 0),
      digits: 0,
    },
  ];
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 2, mt: 2.5 }}>
      {charts.map(({ name, colour, of, digits }, turn) => (
        <figure key={name} style={{ margin: 0 }} aria-label={`${name}, by way`}>
          <Typography component="figcaption" sx={{ fontSize: 'table', fontWeight: 700 }}>
            {name}
          </Typography>
          <InTurn turn={turn} height={ran.length * BAR + 6}>
            <ResponsiveContainer width="100%" height={ran.length * BAR + 6}>
              <BarChart
                layout="vertical"
                data={ran.map((side) => ({ title: side.title, value: of(side) }))}
                margin={{ top: 2, right: 62, bottom: 2, left: 0 }}
              >
                <XAxis type="number" hide domain={[0, 'auto']} />
                <YAxis
                  type="category"
                  dataKey="title"
                  width={168}
                  stroke={palette.text.secondary}
                  tick={{ fontSize: 12.5, fill: palette.text.primary }}
                  tickLine={false}
                />
                <Bar dataKey="value" fill={colour} isAnimationActive={false} barSize={16}>
                  <LabelList
                    dataKey="value"
                    position="right"
                    formatter={(value: unknown) => formatNumber(Number(value), digits)}
                    style={{ fontSize: 13, fontWeight: 700, fill: palette.text.primary }}
                  />
                </Bar>
              </BarChart>
            </ResponsiveContainer>
          </InTurn>
        </figure>
      ))}
    </Box>
  );
}

export default memo(SideCharts);
