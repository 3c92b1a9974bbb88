import Box from '@mui/material/Box';
import type { Sheet } from '../../core/drawing/sheet.ts';
import { useColours } from '../state/colours.ts';

const ROUND: ReadonlySet<string> = new Set(['pump', 'vessel']);

/**
 * The wall in small: pipes, what stands on them, and what they serve, without words. Return is dashed, so that it is told from flow
 * without its colour.
 */
export function WallSketch({ sheet, label }: { sheet: Sheet; label: string }) {
  const { wall } = useColours();
  const width = Math.max(7, sheet.width / 260);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      preserveAspectRatio="xMidYMid meet"
      sx={{ display: 'block', width: '100%', height: '100%', bgcolor: 'wall.board', borderRadius: 1 }}
    >
      {sheet.pipes.map((pipe) => (
        <polyline
          key={pipe.id}
          className={pipe.role === 'flow' ? 'water-flow' : 'water-return'}
          points={pipe.points.map(([x, y]) => `${x},${y}`).join(' ')}
          fill="none"
          stroke={pipe.role === 'flow' ? wall.flow : wall.back}
          strokeWidth={width}
          strokeDasharray={pipe.role === 'flow' ? undefined : `${width * 2.4} ${width * 1.2}`}
        />
      ))}
      {sheet.symbols.map(({ component, kind, at: [x, y], width: w, height: h }) =>
        ROUND.has(kind) ? (
          <circle key={component} cx={x} cy={y} r={Math.max(w, h) / 2} fill={wall.tag} stroke={wall.metal} strokeWidth={width} />
        ) : (
          <rect
            key={component}
            x={x - w / 2}
            y={y - h / 2}
            width={w}
            height={h}
            rx={10}
            fill={wall.tag}
            stroke={wall.metal}
            strokeWidth={width}
          />
        ),
      )}
      {sheet.houses.map(({ component, at: [x, y], width: w, height: h }) => (
        <rect key={component} x={x} y={y} width={w} height={h} rx={6} fill={wall.copper} opacity={0.75} />
      ))}
    </Box>
  );
}
