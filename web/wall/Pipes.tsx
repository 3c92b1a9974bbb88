import type { PipeLine, Point } from '../../core/drawing/sheet.ts';
import { flowOf, ownerOf, useWall } from './wall-context.ts';

const WIDTH = 7;
/** Distance between the arrows along a pipe, and the shortest run that gets one. */
const ARROW_EVERY = 150;
const SHORTEST = 34;

const line = (points: readonly Point[]): string => points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('');

/** Pipes: flow is one solid band, return a band with a pale core; arrows show the way of the water. */
export function Pipes({ pipes }: { pipes: readonly PipeLine[] }) {
  const { colours, lit, state } = useWall();
  // Flow first, then the gaps where return risers cross the flow bar, then return: only true crossings show a gap.
  const ordered = [...pipes].sort((a, b) => Number(a.role === 'return') - Number(b.role === 'return'));
  const crossing = pipes.filter((pipe) => pipe.role === 'return' && /^circuits\/.*\/(return|into-bar)$/.test(pipe.id));
  const firstReturn = ordered.findIndex((pipe) => pipe.role === 'return');
  return (
    <g strokeLinejoin="round" fill="none">
      {ordered.map((pipe, i) => {
        const owner = ownerOf(pipe.id);
        // The water of a circuit comes from the source and passes the bars: they stay lit with it.
        const away = lit !== null && owner !== null && owner !== lit;
        const colour = pipe.role === 'flow' ? colours.flow : colours.back;
        const moving = flowOf(state, pipe.id);
        return (
          <g key={pipe.id} opacity={away ? 0.25 : moving === 0 ? 0.42 : 1}>
            {i === firstReturn &&
              crossing.map((each) => <path key={each.id} d={line(each.points)} stroke={colours.board} strokeWidth={WIDTH + 7} />)}
            <path d={line(pipe.points)} stroke={colour} strokeWidth={WIDTH} />
            {pipe.role === 'return' && <path d={line(pipe.points)} stroke={colours.backCore} strokeWidth={2.4} />}
            {moving !== null && moving !== 0 && <Water points={pipe.points} flow={moving} colour={colours.tag} />}
            {moving !== 0 && (
              <Arrows
                points={moving !== null && moving < 0 ? [...pipe.points].reverse() : pipe.points}
                colour={colour}
                board={colours.board}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Seconds a dash takes along one step at 360 L/h, and the bounds between which flow still changes it. */
const STEP_SECONDS = 1.6;
const QUICKEST = 0.5;
const SLOWEST = 6;

/** Dashes that run with the water, quicker the more of it there is. */
function Water({ points, flow, colour }: { points: readonly Point[]; flow: number; colour: string }) {
  const seconds = Math.min(Math.max((STEP_SECONDS * 1e-4) / Math.abs(flow), QUICKEST), SLOWEST);
  return (
    <path
      className={flow < 0 ? 'water water-back' : 'water'}
      d={line(points)}
      stroke={colour}
      strokeWidth={1.8}
      strokeDasharray="8 32"
      opacity={0.85}
      style={{ animationDuration: `${seconds.toFixed(2)}s` }}
    />
  );
}

function Arrows({ points, colour, board }: { points: readonly Point[]; colour: string; board: string }) {
  const arrows = points.slice(1).flatMap((to, i) => {
    const from = points[i] as Point;
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const length = Math.hypot(dx, dy);
    if (length < SHORTEST) return [];
    const count = Math.max(1, Math.floor(length / ARROW_EVERY));
    const angle = (Math.atan2(dy, dx) * 180) / Math.PI;
    return Array.from({ length: count }, (_, k) => {
      const share = (k + 0.5) / count;
      return { x: from[0] + dx * share, y: from[1] + dy * share, angle };
    });
  });
  return (
    <g fill={colour} stroke={board} strokeWidth={1.6}>
      {arrows.map(({ x, y, angle }) => (
        <path key={`${x} ${y}`} d="M-7 -8L9 0L-7 8z" transform={`translate(${x} ${y}) rotate(${angle})`} />
      ))}
    </g>
  );
}
