import { readQuantity } from '../core/quantity/parse.ts';
import { fromSI, unitFor } from '../core/quantity/units.ts';
import { type Display, type OwnPump, OwnPumpSchema } from '../model/job.ts';

export type CurveRead = { ok: true; points: OwnPump['points'] } | { ok: false; reason: string };

/**
 * A pump curve as one reads it off a leaflet or copies it from a sheet: a line for each point with flow, head and, where
 * known, electric power, in the units of the job or in units written beside the numbers. Without powers those of a usual
 * efficiency of a quarter are taken.
 * @returns the points in SI, or a sentence naming the line and the remedy
 */
export function readPumpCurve(text: string, display: Display): CurveRead {
  const points: OwnPump['points'] = [];
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  for (const [i, line] of lines.entries()) {
    const cells = line.split(/[\t;|]|\s{2,}/).map((cell) => cell.trim());
    const words = cells.length > 1 ? cells : line.trim().split(/\s+/);
    if (words.length < 2) return { ok: false, reason: `Line ${i + 1} has one number; give flow and head, and power if known.` };
    const flow = readQuantity(words[0] ?? '', 'volumeFlow', unitFor('volumeFlow', display));
    const head = readQuantity(words[1] ?? '', 'head', unitFor('head', display));
    if (!flow.ok) return { ok: false, reason: `Line ${i + 1}, flow: this ${flow.reason}.` };
    if (!head.ok) return { ok: false, reason: `Line ${i + 1}, head: this ${head.reason}.` };
    const power =
      words[2] === undefined
        ? { ok: true as const, value: usualPower(flow.value, head.value) }
        : readQuantity(words[2], 'electricPower', 'W');
    if (!power.ok) return { ok: false, reason: `Line ${i + 1}, power: this ${power.reason}.` };
    points.push([flow.value, head.value, power.value]);
  }
  const read = OwnPumpSchema.shape.points.safeParse(points);
  if (read.success) return { ok: true, points: read.data };
  const [issue] = read.error.issues;
  const line = typeof issue?.path[0] === 'number' ? `Line ${issue.path[0] + 1}` : 'The curve';
  return { ok: false, reason: `${line} ${issue?.message ?? 'cannot be read'}.` };
}

/** Wire-to-water efficiency of a small pump nobody has data of, and what it takes at least, W: from memory. */
const USUAL_EFFICIENCY = 0.25;
const LEAST_POWER = 10;
const WEIGHT_OF_WATER = 9790;
const usualPower = (flow: number, head: number): number =>
  Math.max((WEIGHT_OF_WATER * flow * head) / USUAL_EFFICIENCY, LEAST_POWER);

/** The points as they are typed: one line each, in the units of the job. */
export const writePumpCurve = (points: OwnPump['points'], display: Display): string =>
  points
    .map(([flow, head, power]) =>
      [fromSI(flow, 'volumeFlow', unitFor('volumeFlow', display)), fromSI(head, 'head', unitFor('head', display)), power]
        .map((value) => Number(value.toPrecision(4)))
        .join('\t'),
    )
    .join('\n');
