import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/**
 * One track over the hours of a day: its words to the left, its drawing beside them, all drawings as wide as each other. A line
 * stands at a share of its width where one is looked at.
 */
export function Track({ legend, at, children }: { legend: ReactNode; at?: number; children: ReactNode }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '176px minmax(0, 1fr)' },
        columnGap: 1.5,
        alignItems: 'center',
        borderBottom: 1,
        borderColor: 'divider',
        py: 0.6,
      }}
    >
      <Box>{legend}</Box>
      <Box sx={{ minWidth: 0, position: 'relative' }}>
        {children}
        {at !== undefined && (
          // Beside the drawing, not in it: scrubbing moves this line and paints nothing anew.
          <Box
            aria-hidden="true"
            style={{ left: `${at * 100}%` }}
            sx={{
              position: 'absolute',
              top: 0,
              bottom: 0,
              width: '2px',
              ml: '-1px',
              bgcolor: 'text.primary',
              pointerEvents: 'none',
            }}
          />
        )}
      </Box>
    </Box>
  );
}

/** A line of a chart as its legend shows it, with its value at the minute looked at. */
export function LegendLine({
  label,
  value,
  stroke,
  dash,
  width,
}: {
  label: string;
  value: string;
  stroke: string;
  dash?: string;
  width: number;
}) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.8, fontSize: 'table', lineHeight: 1.55 }}>
      <svg width="22" height="10" aria-hidden="true">
        <path d="M0 5H22" stroke={stroke} strokeWidth={width} strokeDasharray={dash} />
      </svg>
      <Box component="span" sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
        {label}
      </Box>
      <Box component="span" sx={{ fontWeight: 700, fontStretch: '88%', whiteSpace: 'nowrap' }}>
        {value}
      </Box>
    </Box>
  );
}

/** Words over lines and bars keep the ground of the page round them. */
const HALO = {
  paintOrder: 'stroke',
  stroke: 'var(--mui-palette-background-default)',
  strokeWidth: 4,
  strokeLinejoin: 'round',
} as const;

/** A label of an axis that stands inside the drawing, beside its line. */
export function InsideTick({
  x,
  y,
  payload,
  words,
  fill,
}: {
  x?: number | string;
  y?: number | string;
  payload?: { value: number };
  words: (value: number) => string;
  fill: string;
}) {
  return (
    <text x={Number(x ?? 0) + 4} y={Number(y ?? 0) - 3} fontSize={12.5} fill={fill} textAnchor="start" style={HALO}>
      {words(payload?.value ?? 0)}
    </text>
  );
}
