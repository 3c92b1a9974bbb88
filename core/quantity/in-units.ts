import type { Display } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { fromSI, toSI, unitFor } from './units.ts';

/** Metric units as sentences of the program have them, longest first, with what they measure. */
const WRITTEN: readonly (readonly [written: string, kind: QuantityKind])[] = [
  ['m²K/W', 'thermalResistance'],
  ['W/(m K)', 'conductivity'],
  ['W/(m²K)', 'heatTransfer'],
  ['W/m²', 'specificLoad'],
  ['W/K', 'heatPerKelvin'],
  ['Pa/m', 'gradient'],
  ['m/s', 'velocity'],
  ['L/min', 'meterFlow'],
  ['L/h', 'volumeFlow'],
  ['°C', 'temperature'],
  ['kPa', 'pressure'],
  ['kW', 'power'],
  ['m²', 'area'],
  ['mm', 'bore'],
  ['K', 'temperatureDifference'],
  ['W', 'heatLoad'],
  ['L', 'volume'],
  ['m', 'length'],
];

const NUMBER = '[-−]?\\d[\\d \\u202f]*(?:\\.\\d+)?';
const ESCAPED = WRITTEN.map(([written]) => written.replace(/[/()]/g, '\\$&')).join('|');
/** "20 to 130 °C", "3 or 4 m", "5 kPa": one number or two with a unit behind, which is no part of a longer word. */
const QUANTITY = new RegExp(
  `(?<![\\w.×])(?<!× )(${NUMBER})(?:( to | and | or )(${NUMBER}))?([\\s\\u00a0])(${ESCAPED})(?![A-Za-z²/(])`,
  'g',
);

const numberOf = (text: string): number => Number(text.replace('−', '-').replace(/[ \u202f]/g, ''));

/**
 * A number as a person would type it: two digits below ten, whole numbers above, without zeros behind.
 * @param way towards which it may move: the ends of a range stay within it
 */
function typed(value: number, way: 'up' | 'down' | 'near'): string {
  if (value === 0) return '0';
  const size = Math.abs(value);
  // Alone it is a rule of thumb and whole from ten on; an end of a range is told closer.
  const step =
    way === 'near' && size >= 10
      ? Math.max(1, 10 ** (Math.floor(Math.log10(size)) - 2))
      : 10 ** (Math.floor(Math.log10(size)) - (size < 10 ? 1 : 2));
  const share = value / step;
  const near = Math.round(share);
  const steps = Math.abs(share - near) < 1e-6 || way === 'near' ? near : way === 'up' ? Math.ceil(share) : Math.floor(share);
  return String(Number((steps * step).toPrecision(6)));
}

/**
 * A sentence whose quantities are written in metric units, in the units of a job: "usually 3 to 5 K" as "usually 5.4 to 9 °F". Sentences
 * that the program keeps for both systems are written once, in metric; those with figures of the job are made in its units from the start.
 */
export function inUnits(text: string, display: Display): string {
  if (display.system === 'metric' && Object.keys(display.units).length === 0) return text;
  return text.replace(
    QUANTITY,
    (whole, first: string, between: string | undefined, second: string | undefined, space: string, written: string) => {
      const kind = WRITTEN.find(([each]) => each === written)?.[1];
      if (!kind) return whole;
      const unit = unitFor(kind, display);
      const metric = written === 'mm' ? 'mm' : written;
      if (unit === metric) return whole;
      const said = (number: string, way: 'up' | 'down' | 'near') =>
        typed(fromSI(toSI(numberOf(number), kind, metric), kind, unit), way);
      const isRange = between === ' to ' && second !== undefined;
      const start = said(first, isRange ? 'up' : 'near');
      return second === undefined
        ? `${start}${space}${unit}`
        : `${start}${between}${said(second, isRange ? 'down' : 'near')}${space}${unit}`;
    },
  );
}
