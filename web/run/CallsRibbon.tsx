import ButtonBase from '@mui/material/ButtonBase';
import { useTheme } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';
import { memo, useMemo } from 'react';
import { DAY } from '../../core/quantity/spans.ts';
import type { RunMoment, RunResult } from '../../core/run/run.ts';
import { type CallRow, callRows } from './call-rows.ts';
import { Track } from './Track.tsx';

/** Height of a row in px: at a desk, and under a thumb. */
const ROWS = { desk: 24, touch: 44 } as const;
const HOURS = [3, 6, 9, 12, 15, 18, 21];

/** Who called when, a row each, and when the source ran; a name chooses the room whose temperature is drawn below. */
export function CallsRibbon({
  result,
  at,
  moment,
  zone,
  onZone,
}: {
  result: RunResult;
  at: number;
  moment: RunMoment;
  zone: number;
  onZone: (zone: number) => void;
}) {
  const theme = useTheme();
  const { palette } = theme.vars ?? theme;
  const colours = palette.wall;
  const rows = useMemo(() => callRows(result), [result]);
  const now = rows.map((row) => row.on(moment));
  const high = useMediaQuery('(max-width: 599px)') ? ROWS.touch : ROWS.desk;
  return (
    <Track
      at={at / DAY}
      legend={rows.map((row, r) => (
        <ButtonBase
          key={row.id}
          component={row.zone === null ? 'div' : 'button'}
          disabled={row.zone === null}
          aria-pressed={row.zone === null ? undefined : row.zone === zone}
          onClick={() => row.zone !== null && onZone(row.zone)}
          sx={{
            display: 'flex',
            width: '100%',
            height: high,
            justifyContent: 'flex-start',
            fontSize: 'table',
            fontWeight: now[r] ? 750 : 450,
            textDecoration: row.zone === zone ? 'underline' : 'none',
            textUnderlineOffset: 3,
            color: 'text.primary',
            overflow: 'hidden',
            whiteSpace: 'nowrap',
          }}
        >
          <svg width="14" height="14" aria-hidden="true" style={{ flex: 'none', marginRight: 6 }}>
            <rect
              x="1.5"
              y="1.5"
              width="11"
              height="11"
              rx="2"
              fill={now[r] ? (row.source ? colours.flow : colours.copper) : 'none'}
              stroke={colours.string}
              strokeWidth="1.5"
            />
          </svg>
          {row.label}
        </ButtonBase>
      ))}
    >
      <Ribbon rows={rows} high={high} />
    </Track>
  );
}

const WIDTH = 1000;
const x = (seconds: number) => (seconds / DAY) * WIDTH;

/** The runs of all rows; painted once for a day, however it is scrubbed. */
const Ribbon = memo(function Ribbon({ rows, high }: { rows: readonly CallRow[]; high: number }) {
  const theme = useTheme();
  const { palette } = theme.vars ?? theme;
  const colours = palette.wall;
  const height = rows.length * high;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      height={height}
      preserveAspectRatio="none"
      role="img"
      aria-label={`Who called when: ${rows.map((row) => `${row.label} ${row.runs.length} times`).join(', ')}`}
      style={{ display: 'block' }}
    >
      {HOURS.map((hour) => (
        <path key={hour} d={`M${x(hour * 3600)} 0V${height}`} stroke={palette.divider} strokeWidth={1} />
      ))}
      {rows.map((row, r) => (
        <g key={row.id} transform={`translate(0 ${r * high})`}>
          <path d={`M0 ${high / 2}H${WIDTH}`} stroke={palette.divider} strokeWidth={1} />
          {row.runs.map(({ from, to }) => (
            <rect
              key={from}
              x={x(from)}
              y={row.source ? 3 : 5}
              width={Math.max(x(to) - x(from), 1)}
              height={row.source ? high - 6 : high - 10}
              fill={row.source ? colours.flow : colours.copper}
            />
          ))}
        </g>
      ))}
    </svg>
  );
});
