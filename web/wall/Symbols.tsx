import type { SheetSymbol } from '../../core/drawing/sheet.ts';
import type { SourceKind } from '../../model/job.ts';
import { ownerOf, useWall } from './wall-context.ts';

/** Components, after the general piping symbols of ISO 14617. Each can be picked by pointer or key. */
export function Symbols({ symbols }: { symbols: readonly SheetSymbol[] }) {
  const { colours, picked, lit, pick, light } = useWall();
  return (
    <>
      {symbols.map((symbol) => (
        // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
        <g
          key={symbol.component}
          transform={`translate(${symbol.at[0]} ${symbol.at[1]})`}
          opacity={lit !== null && ![null, lit].includes(ownerOf(symbol.component)) ? 0.45 : 1}
          role="button"
          tabIndex={0}
          aria-label={`${symbol.label}: pick`}
          aria-pressed={picked === symbol.component}
          style={{ cursor: 'pointer' }}
          onClick={() => pick(symbol.component)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return;
            event.preventDefault();
            pick(symbol.component);
          }}
          onPointerEnter={() => light(ownerOf(symbol.component))}
          onPointerLeave={() => light(null)}
        >
          {picked === symbol.component && (
            <rect
              x={-symbol.width / 2 - 6}
              y={-symbol.height / 2 - 6}
              width={symbol.width + 12}
              height={symbol.height + 12}
              rx={8}
              fill="none"
              stroke={colours.copper}
              strokeWidth={4}
            />
          )}
          <Shape symbol={symbol} />
        </g>
      ))}
    </>
  );
}

function Shape({ symbol: { kind, width: w, height: h, source, mirrored, lying, backwards } }: { symbol: SheetSymbol }) {
  const { colours } = useWall();
  const body = { fill: colours.tag, stroke: colours.metal, strokeWidth: 3, strokeLinejoin: 'round' as const };
  switch (kind) {
    case 'pump':
      return (
        <>
          <circle r={w / 2} {...body} />
          <PumpArrow size={w / 34} turn={(lying ? 90 : 0) + (backwards ? 180 : 0)} />
        </>
      );
    case 'mixing-valve':
      return (
        <g {...body} transform={mirrored ? 'scale(-1 1)' : undefined}>
          <path d="M0 0L-11 17H11z" />
          <path d="M0 0L-11 -17H11z" />
          <path d="M0 0L17 -11V11z" fill={colours.metal} />
        </g>
      );
    case 'four-way-valve':
      return (
        <g {...body} transform={mirrored ? 'scale(-1 1)' : undefined}>
          <path d="M0 0L-11 17H11z" />
          <path d="M0 0L-11 -17H11z" />
          <path d="M0 0L17 -11V11z" fill={colours.metal} />
          <path d="M0 0L-17 -11V11z" />
        </g>
      );
    case 'zone-valve':
      return (
        <g {...body}>
          <path d="M0 0L-11 17H11z" />
          <path d="M0 0L-11 -17H11z" />
          <path d="M-13 0H-4" />
          <rect x={-21} y={-6} width={9} height={12} rx={2} />
        </g>
      );
    case 'plates':
      return (
        <>
          <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={3} {...body} />
          <path
            d={Array.from({ length: 5 }, (_, i) => {
              const y = -h / 2 + ((i + 0.5) * h) / 5;
              return `M${-w / 2 + 4} ${y + 7}L${w / 2 - 4} ${y - 7}`;
            }).join('')}
            stroke={colours.metal}
            strokeWidth={2}
          />
        </>
      );
    case 'cylinder':
      return (
        <>
          <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={14} {...body} />
          <path
            d={`M-16 ${h / 2}V${h / 2 - 22}H20q9 0 9 8t-9 8`}
            transform="translate(-2 -14)"
            fill="none"
            stroke={colours.flow}
            strokeWidth={3.5}
          />
          <path d="M-14 -30q7 -9 14 0t14 0M-14 -16q7 -9 14 0t14 0" fill="none" stroke={colours.back} strokeWidth={3} />
        </>
      );
    case 'vessel':
      return (
        <>
          <circle r={w / 2} {...body} />
          <path d={`M${-w / 2 + 2} 2Q${-w / 4} ${-8} 0 2T${w / 2 - 2} 2`} fill="none" stroke={colours.metal} strokeWidth={2.5} />
        </>
      );
    case 'relief-valve':
      return (
        <g {...body} strokeWidth={2}>
          <path d="M0 4L-7 13H7z" />
          <path d="M0 4L10 -2V10z" />
          <path d="M0 4V-6M-5 -3L5 -6M-5 -7L5 -10" fill="none" />
        </g>
      );
    case 'tees':
      if (lying)
        return (
          <g {...body}>
            <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={h / 2} />
            <path d={`M${-w / 2 + 12} 0H${w / 2 - 12}`} stroke={colours.metal} strokeWidth={2} strokeDasharray="4 4" />
          </g>
        );
      return (
        <g {...body}>
          <path d={`M-6 ${-h / 2}H6V${h / 2}H-6z`} />
          <path d="M-17 -30H17M-17 30H17" strokeWidth={9} strokeLinecap="butt" />
          <path d="M0 -20V20" stroke={colours.metal} strokeWidth={2} strokeDasharray="4 4" />
        </g>
      );
    case 'tank':
      return (
        <>
          <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={w / 3} {...body} />
          <path
            d={[-0.22, 0, 0.22].map((at) => `M${-w / 2 + 5} ${at * h}H${w / 2 - 5}`).join('')}
            stroke={colours.metal}
            strokeWidth={2}
            strokeDasharray="3 4"
          />
        </>
      );
    case 'coil-tank':
      return (
        <>
          <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={w / 3} {...body} />
          <path
            d={`M${w / 2} ${0.36 * h}H-8${Array.from({ length: 6 }, (_, i) => `L${i % 2 === 0 ? w / 2 - 8 : -8} ${(0.36 - (0.72 * (i + 1)) / 7) * h}`).join('')}L${-8} ${-0.36 * h}H${w / 2}`}
            fill="none"
            stroke={colours.flow}
            strokeWidth={3}
            strokeLinejoin="round"
          />
        </>
      );
    case 'header':
      return (
        <>
          <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={w / 2} {...body} />
          <path d={`M0 ${-h / 2 + 22}V${h / 2 - 22}`} stroke={colours.metal} strokeWidth={2} strokeDasharray="5 5" />
        </>
      );
    case 'source':
      return (
        <>
          <rect x={-w / 2} y={-h / 2} width={w} height={h} rx={6} {...body} />
          <rect
            x={-w / 2 + 10}
            y={-h / 2 + 12}
            width={w - 20}
            height={h * 0.36}
            rx={3}
            fill={colours.board}
            stroke={colours.metal}
            strokeWidth={2}
          />
          <g transform={`translate(0 ${h * 0.24})`}>
            <SourceSign kind={source ?? 'other'} colour={colours.flow} />
          </g>
        </>
      );
    default:
      return <rect x={-w / 2} y={-h / 2} width={w} height={h} {...body} />;
  }
}

/** The triangle in a pump points the way it pushes: up a riser, along a level pipe, or back on a return. */
function PumpArrow({ size, turn }: { size: number; turn: number }) {
  const { colours } = useWall();
  return <path d="M-12 8H12L0 -14z" transform={`scale(${size}) rotate(${turn})`} fill={colours.metal} />;
}

/** What makes the heat: flame, fan, bolt, logs or tank, drawn around the middle of the lower panel. */
function SourceSign({ kind, colour }: { kind: SourceKind; colour: string }) {
  const line = {
    fill: 'none',
    stroke: colour,
    strokeWidth: 4,
    strokeLinecap: 'round' as const,
    strokeLinejoin: 'round' as const,
  };
  switch (kind) {
    case 'condensing-boiler':
    case 'combination-unit':
    case 'instantaneous-heater':
    case 'boiler':
      return (
        <>
          <path d="M0 -20C4 -8 14 -6 14 7A14 13 0 0 1 -14 7C-14 -1 -8 -3 -6 -10C-3 -6 -2 -4 -1 -1C2 -6 2 -12 0 -20z" {...line} />
          {kind !== 'boiler' && kind !== 'instantaneous-heater' && <path d="M26 2v5M26 14v5" {...line} />}
          {kind !== 'boiler' && kind !== 'condensing-boiler' && (
            <path d="M-36 -8q5 -8 10 0t10 0M-36 6q5 -8 10 0t10 0" transform="translate(2 4) scale(0.8)" {...line} />
          )}
        </>
      );
    case 'heat-pump':
      return (
        <>
          <circle r="20" {...line} />
          <path d="M0 0C2 -8 8 -12 12 -8M0 0C6 6 7 13 1 15M0 0C-8 3 -14 0 -13 -6" {...line} />
        </>
      );
    case 'electric':
      return <path d="M5 -20L-10 3H2L-4 20L11 -4H-1z" {...line} />;
    case 'ground-heat-pump':
      return <path d="M-20 -16H20M-14 -16V10a5 5 0 0 0 10 0V-10M14 -16V10a5 5 0 0 1 -10 0V-10" {...line} />;
    case 'solar':
      return (
        <>
          <circle r="9" {...line} />
          <path d="M0 -20V-15M0 15V20M-20 0H-15M15 0H20M-14 -14L-11 -11M11 11L14 14M14 -14L11 -11M-11 11L-14 14" {...line} />
        </>
      );
    case 'district':
      return <path d="M-20 18V-4L0 -20L20 -4V18zM-30 8H-20M20 8H30M-8 18V4H8V18" {...line} />;
    case 'solid-fuel':
      return (
        <>
          <circle cx="-11" cy="9" r="9" {...line} />
          <circle cx="11" cy="9" r="9" {...line} />
          <circle cx="0" cy="-10" r="9" {...line} />
        </>
      );
    case 'water-heater':
      return <path d="M-13 -18H13V18H-13zM-6 8q3 -6 6 0t6 0M-6 -4q3 -6 6 0t6 0" {...line} />;
    default:
      return <path d="M-22 -6q11 -16 22 0t22 0M-22 12q11 -16 22 0t22 0" {...line} />;
  }
}
