import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react';
import { type Rung, rungOutput } from '../../core/emitter/ladder.ts';
import { fromSI, toSI } from '../../core/quantity/units.ts';
import { FIELDS } from '../../model/fields.ts';
import type { Circuit } from '../../model/job.ts';
import { useOneStop } from '../look/one-stop.ts';
import { roundTicks } from '../look/round-ticks.ts';
import { useDisplay } from '../state/display.ts';
import type { Scale } from './scale.ts';

interface Props {
  circuit: Circuit;
  rungs: readonly Rung[];
  /** Id of the room looked at. */
  selected: string | null;
  scale: Scale;
  onSelect: (roomId: string) => void;
  onFlow: (flow: number) => void;
}

/**
 * Measures of the drawing: at a desk names stand left of the bars and words right of them; on a phone, where the drawing is as wide as
 * the window, both stand above.
 */
const DESK = { width: 720, name: 160, end: 118, row: 34, bar: 0, words: 0 } as const;
const PHONE = { width: 340, name: 22, end: 22, row: 58, bar: 12, words: -14 } as const;
const TOP = 54;
/** Most rungs drawn of one circuit: the hottest decide. */
const MOST = 40;
const { min, max } = FIELDS['circuits/*/flowTemperature'];

/**
 * The rungs of one circuit: how hot each room needs its water, and the line of the flow temperature, which can be
 * dragged or moved by the arrow keys. While it moves, each room says what it would get.
 */
export function Ladder({ circuit, rungs, selected, scale, onSelect, onFlow }: Props) {
  const { palette } = useTheme();
  const vars = useTheme().vars?.palette ?? palette;
  const { say, unit } = useDisplay();
  const drawing = useRef<SVGSVGElement>(null);
  const walk = useOneStop(drawing, '[role="button"]', 'down');
  const [held, setHeld] = useState<number | null>(null);
  const flow = held ?? circuit.flowTemperature;
  const shown = rungs.slice(0, MOST);
  const { width, name, end, row, bar, words: above } = useMediaQuery('(max-width: 599px)') ? PHONE : DESK;
  const height = TOP + Math.max(shown.length, 1) * row + 8;
  const left = name;
  const right = width - end;
  const xOf = (celsius: number) => left + ((Math.min(celsius, scale.to) - scale.from) / (scale.to - scale.from)) * (right - left);
  const most = width === PHONE.width ? 5 : 9;
  const ticks = useMemo(() => {
    // Round numbers in the unit that is read: 80, 100, 120 °F, not 86, 104, 122.
    const read = unit('temperature');
    const shown = roundTicks(fromSI(scale.from, 'temperature', read), fromSI(scale.to, 'temperature', read), most);
    return shown.map((value) => toSI(value, 'temperature', read));
  }, [scale, unit, most]);

  const flowAt = (event: PointerEvent): number => {
    const box = drawing.current?.getBoundingClientRect();
    if (!box) return flow;
    const x = ((event.clientX - box.left) / box.width) * width;
    const wanted = scale.from + ((x - left) / (right - left)) * (scale.to - scale.from);
    return Math.min(Math.max(Math.round(wanted * 2) / 2, min), Math.min(max, scale.to));
  };
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowRight: 0.5, ArrowUp: 0.5, ArrowLeft: -0.5, ArrowDown: -0.5, PageUp: 5, PageDown: -5 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onFlow(Math.min(Math.max(circuit.flowTemperature + step, min), max));
  };
  const line = xOf(flow);
  return (
    <Box
      component="svg"
      ref={drawing}
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={`Flow temperatures needed on ${circuit.name}`}
      onKeyDown={walk}
      sx={{
        display: 'block',
        width: '100%',
        minWidth: { sm: 600 },
        touchAction: 'pan-y',
        userSelect: 'none',
        fontFamily: 'inherit',
      }}
    >
      {ticks.map((t) => (
        <g key={t}>
          <line x1={xOf(t)} x2={xOf(t)} y1={TOP - 8} y2={height - 6} stroke={vars.wall.peg} strokeWidth={1} />
          <text x={xOf(t)} y={TOP - 12} textAnchor="middle" fontSize={12.5} fill={vars.text.secondary}>
            {say(t, 'temperature')}
          </text>
        </g>
      ))}
      {shown.map((rung, i) => {
        const y = TOP + i * row + row / 2 + bar;
        const said = y + 5 + (above === 0 ? 0 : above - bar + 4);
        const given = rungOutput(rung, flow);
        const gap = given - rung.load;
        const short = gap < -0.01 * rung.load;
        const never = !Number.isFinite(rung.needed);
        const colour = short ? vars.wall.stop : vars.wall.note;
        const at = xOf(never ? scale.to : rung.needed);
        const percent = Math.round((100 * Math.abs(gap)) / rung.load);
        const words = short ? `${say(-gap, 'heatLoad')} short` : percent >= 1 ? `${percent} % to spare` : 'just enough';
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a drawing
          <g
            key={rung.place}
            role="button"
            tabIndex={0}
            aria-pressed={selected === rung.roomId}
            aria-label={`${rung.name}: needs ${never ? 'more than any water' : say(rung.needed, 'temperature')}, ${words}`}
            onClick={() => onSelect(rung.roomId)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onSelect(rung.roomId);
            }}
            style={{ cursor: 'pointer' }}
          >
            <rect
              x={0}
              y={y - bar - row / 2 + 1}
              width={width}
              height={row - 2}
              rx={4}
              fill={selected === rung.roomId ? vars.wall.board : 'transparent'}
            />
            <text x={8} y={said} fontSize={15} fontWeight={650} fill={vars.text.primary}>
              {rung.name.length > 18 ? `${rung.name.slice(0, 17)}…` : rung.name}
            </text>
            <line x1={left} x2={right} y1={y} y2={y} stroke={vars.wall.peg} strokeWidth={2} />
            <line
              x1={Math.min(at, line)}
              x2={Math.max(at, line)}
              y1={y}
              y2={y}
              stroke={colour}
              strokeWidth={short ? 7 : 3}
              strokeDasharray={short ? undefined : '2 4'}
            />
            {short ? (
              <path d={`M ${at - 8} ${y - 9} L ${at + 6} ${y} L ${at - 8} ${y + 9} Z`} fill={colour} />
            ) : (
              <circle cx={at} cy={y} r={7.5} fill={vars.background.paper} stroke={colour} strokeWidth={3} />
            )}
            <text
              x={width - 6}
              y={said}
              textAnchor="end"
              fontSize={13.5}
              fill={short ? colour : vars.text.secondary}
              fontWeight={short ? 700 : 400}
            >
              {words}
            </text>
          </g>
        );
      })}
      <g
        role="slider"
        tabIndex={0}
        aria-label={`Flow temperature of ${circuit.name}`}
        aria-valuemin={min}
        aria-valuemax={max}
        aria-valuenow={flow}
        aria-valuetext={say(flow, 'temperature')}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setHeld(flowAt(event));
        }}
        onPointerMove={(event) => held !== null && setHeld(flowAt(event))}
        onPointerUp={() => {
          if (held !== null && held !== circuit.flowTemperature) onFlow(held);
          setHeld(null);
        }}
        onPointerCancel={() => setHeld(null)}
        style={{ cursor: 'ew-resize', touchAction: 'none' }}
      >
        <rect x={line - 16} y={0} width={32} height={height} fill="transparent" />
        <line x1={line} x2={line} y1={24} y2={height - 2} stroke={vars.wall.copper} strokeWidth={4} />
        <rect x={line - 38} y={1} width={76} height={25} rx={5} fill={vars.wall.copper} />
        <path d={`M ${line - 51} 13.5 l 7 -6 v 12 Z M ${line + 51} 13.5 l -7 -6 v 12 Z`} fill={vars.wall.copper} />
        <text x={line} y={19} textAnchor="middle" fontSize={15} fontWeight={750} fill="#22150c">
          {say(flow, 'temperature')}
        </text>
      </g>
    </Box>
  );
}
