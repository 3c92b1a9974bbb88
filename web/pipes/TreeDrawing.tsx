import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import type { AuditedSection } from '../../core/design/tree-audit.ts';
import { useDisplay } from '../state/display.ts';

const WIDTH = 780;
const ROW = 66;
const STEP = 46;
const LEFT = 20;
const PIPE = 360;

/** Width of a pipe in the drawing by its bore: thick pipe looks thick. */
const thickness = (bore: number): number => Math.min(32, Math.max(8, 850 * bore));

/**
 * The tree from the plant (top) to the branches: each section as wide as its bore, filled as far as it is used, the short
 * ones hatched, the index run edged.
 */
export function TreeDrawing({
  pieces,
  selected,
  onSelect,
}: {
  pieces: readonly AuditedSection[];
  selected: string | null;
  onSelect: (id: string) => void;
}) {
  const theme = useTheme();
  const vars = theme.vars?.palette ?? theme.palette;
  const { say } = useDisplay();
  const y = (i: number) => 38 + i * ROW;
  const x = (depth: number) => LEFT + depth * STEP;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${pieces.length * ROW + 10}`}
      role="group"
      aria-label="Pipe tree, from the plant outwards"
      sx={{ display: 'block', width: '100%', maxWidth: 1.2 * WIDTH, fontFamily: 'inherit' }}
    >
      <defs>
        <pattern id="short-pipe" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" fill={vars.wall.stop} />
          <line x1="0" y1="0" x2="0" y2="8" stroke={vars.background.paper} strokeWidth="3" />
        </pattern>
      </defs>
      {pieces.map((piece, i) =>
        selected === piece.id ? (
          <rect key={`${piece.id}/here`} x={2} y={y(i) - 36} width={WIDTH - 4} height={ROW - 4} rx={5} fill={vars.wall.board} />
        ) : null,
      )}
      {pieces.map((piece, i) => {
        if (piece.parent < 0) return null;
        const at = x(piece.depth) - STEP / 2;
        return (
          <path
            key={`${piece.id}/joint`}
            d={`M ${at} ${y(piece.parent) + thickness(pieces[piece.parent]?.line.bore ?? 0) / 2} V ${y(i)} H ${x(piece.depth)}`}
            fill="none"
            stroke={vars.wall.string}
            strokeWidth={3}
          />
        );
      })}
      {pieces.map((piece, i) => {
        const { line } = piece;
        const short = line.left < 0;
        const used = Math.min(1, line.capacity > 0 ? line.load / line.capacity : 1);
        const wide = thickness(line.bore);
        const left = x(piece.depth);
        const words = short
          ? `${say(-line.left, 'heatLoad')} over`
          : line.load > 0
            ? `${say(line.left, 'heatLoad')} spare`
            : 'no load';
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a drawing
          <g
            key={piece.id}
            role="button"
            tabIndex={0}
            aria-pressed={selected === piece.id}
            aria-label={`${piece.name}, ${piece.size}: ${say(line.load, 'heatLoad')} at ${say(line.velocity, 'velocity')}, ${words}${piece.onIndex ? ', on the index run' : ''}`}
            onClick={() => onSelect(piece.id)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onSelect(piece.id);
            }}
            style={{ cursor: 'pointer' }}
          >
            <rect x={2} y={y(i) - 36} width={WIDTH - 4} height={ROW - 4} fill="transparent" />
            {piece.onIndex && (
              <rect
                x={left - 4}
                y={y(i) - wide / 2 - 4}
                width={PIPE - piece.depth * STEP + 8}
                height={wide + 8}
                rx={6}
                fill={vars.wall.copper}
                opacity={0.55}
              />
            )}
            <rect
              x={left}
              y={y(i) - wide / 2}
              width={PIPE - piece.depth * STEP}
              height={wide}
              rx={3}
              fill={vars.background.paper}
              stroke={vars.wall.metal}
              strokeWidth={2}
              strokeDasharray={piece.unseen ? '3 4' : piece.existing ? undefined : '7 4'}
            />
            <rect
              x={left + 2}
              y={y(i) - wide / 2 + 2}
              width={Math.max(0, (PIPE - piece.depth * STEP - 4) * used)}
              height={Math.max(0, wide - 4)}
              fill={short ? 'url(#short-pipe)' : vars.wall.flow}
              opacity={short ? 1 : 0.75}
            />
            <text x={left} y={y(i) - wide / 2 - 9} fontSize={13.5} fill={vars.text.primary} fontWeight={650}>
              {piece.unseen ? '? ' : ''}
              {piece.name.length > 34 ? `${piece.name.slice(0, 33)}…` : piece.name}
            </text>
            <text x={LEFT + PIPE + 22} y={y(i) - 1} fontSize={15} fontWeight={700} fill={vars.text.primary}>
              {piece.size} · {say(line.velocity, 'velocity')} · {say(line.gradient, 'gradient')}
            </text>
            <text
              x={LEFT + PIPE + 22}
              y={y(i) + 18}
              fontSize={14}
              fill={short ? vars.wall.stop : vars.text.secondary}
              fontWeight={short ? 700 : 400}
            >
              {say(line.load, 'heatLoad')} · {say(line.volumeFlow, 'volumeFlow')} · {words}
            </text>
          </g>
        );
      })}
    </Box>
  );
}
