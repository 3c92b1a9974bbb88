import type { HouseCard } from '../../core/drawing/sheet.ts';
import { say } from '../../core/quantity/format.ts';
import { SeverityShape } from '../parts/Severity.tsx';
import { useJobPart } from '../state/job-context.tsx';
import { FigureText } from './Tags.tsx';
import { useWall } from './wall-context.ts';

/** Longest name that fits a card; the rest is in its title. */
const LONGEST = 21;

/** What each circuit heats, above its risers. */
export function HouseCards({ houses }: { houses: readonly HouseCard[] }) {
  const { colours, lit, light, pick, state, designDay } = useWall();
  const display = useJobPart((job) => job.display);
  return (
    <>
      {houses.map((house) => {
        const [x, y] = house.at;
        const owner = `circuits/${house.circuitId}`;
        const now = designDay ? undefined : state?.circuits.find((circuit) => circuit.id === house.circuitId);
        const plain = (value: number) => say(value, 'temperature', display);
        return (
          <g
            key={house.circuitId}
            opacity={lit !== null && lit !== owner ? 0.45 : 1}
            onPointerEnter={() => light(owner)}
            onPointerLeave={() => light(null)}
          >
            <path
              d={`M${x} ${y + 16}L${x + house.width / 2} ${y}L${x + house.width} ${y + 16}V${y + house.height}H${x}z`}
              fill={colours.tag}
              stroke={colours.metal}
              strokeWidth={2.5}
              strokeLinejoin="round"
            />
            <text x={x + 10} y={y + 34} fontSize={14.5} fontWeight={700} fill={colours.metal} style={{ fontStretch: '84%' }}>
              <title>{house.name}</title>
              {house.name.length > LONGEST ? `${house.name.slice(0, LONGEST - 1)}…` : house.name}
            </text>
            {now ? (
              <text x={x + 10} y={y + 60} fontSize={22} fontWeight={750} fill={colours.metal} style={{ fontStretch: '86%' }}>
                {now.running ? say(now.heat, 'power', display) : 'off'}
              </text>
            ) : (
              <FigureText id={house.load} x={x + 10} y={y + 60} strong size={22} />
            )}
            <text x={x + house.width - 8} y={y + 60} textAnchor="end" fontSize={12.5} fill={colours.metal}>
              {house.rooms} {house.rooms === 1 ? 'room' : 'rooms'}
            </text>
            {now?.running && (
              <text x={x + 10} y={y + 85} fontSize={15} fontWeight={600} style={{ fontStretch: '86%' }}>
                <tspan fill={colours.flow}>↑ {plain(now.supply)}</tspan>
                <tspan fill={colours.back} x={x + 88}>
                  ↓ {plain(now.back)}
                </tspan>
              </text>
            )}
            {!now && house.flowFigure && (
              <Temperature id={house.flowFigure} x={x + 10} y={y + 85} arrow="↑" colour={colours.flow} />
            )}
            {!now && house.returnFigure && (
              <Temperature id={house.returnFigure} x={x + 88} y={y + 85} arrow="↓" colour={colours.back} />
            )}
            {house.severity && (
              // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
              <g
                role="button"
                tabIndex={0}
                aria-label={`${house.name}: show what was found here`}
                transform={`translate(${x + house.width - 28} ${y + 20})`}
                style={{ cursor: 'pointer' }}
                onClick={() => pick(house.component)}
                onKeyDown={(event) => event.key === 'Enter' && pick(house.component)}
              >
                <SeverityShape severity={house.severity} colour={colours[house.severity]} />
              </g>
            )}
          </g>
        );
      })}
    </>
  );
}

/** A temperature with an arrow for the way of the water: up to the house, down from it. */
function Temperature({ id, x, y, arrow, colour }: { id: string; x: number; y: number; arrow: string; colour: string }) {
  return (
    <>
      <text x={x} y={y} fontSize={15} fontWeight={700} fill={colour} aria-hidden>
        {arrow}
      </text>
      <FigureText id={id} x={x + 13} y={y} strong={false} size={15} colour={colour} />
    </>
  );
}
