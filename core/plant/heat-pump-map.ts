/** One line of a heat pump's data sheet. */
export interface DataPoint {
  /** Degrees C. */
  outdoor: number;
  flow: number;
  /** W, and heat over electricity. */
  output: number;
  cop: number;
}

export interface HeatPumpState {
  output: number;
  cop: number;
  /** Whether the data sheet covers it; beyond it the nearest point counts. */
  covered: boolean;
}

/** Value on straight lines through points sorted by x; outside them that of the nearest. */
function along(points: readonly (readonly [x: number, y: number])[], x: number): number {
  const first = points[0] as readonly [number, number];
  if (x <= first[0]) return first[1];
  for (let i = 1; i < points.length; i++) {
    const [x0, y0] = points[i - 1] as readonly [number, number];
    const [x1, y1] = points[i] as readonly [number, number];
    if (x <= x1) return x1 === x0 ? y1 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
  }
  return (points.at(-1) as readonly [number, number])[1];
}

/**
 * Output and COP of a heat pump between the points of its data sheet: straight lines over the outdoor temperature for
 * each flow temperature that has data, then straight lines between those flow temperatures. At a data point it gives that
 * point.
 * @returns null without points
 */
export function heatPumpAt(points: readonly DataPoint[], outdoor: number, flow: number): HeatPumpState | null {
  if (points.length === 0) return null;
  const byFlow = new Map<number, DataPoint[]>();
  for (const point of points) byFlow.set(point.flow, [...(byFlow.get(point.flow) ?? []), point]);
  const rows = [...byFlow].sort(([a], [b]) => a - b);
  const over = (of: 'output' | 'cop') =>
    along(
      rows.map(([at, row]) => [
        at,
        along(
          row.map((point): [number, number] => [point.outdoor, point[of]]).sort(([a], [b]) => a - b),
          outdoor,
        ),
      ]),
      flow,
    );
  const within = (value: number, all: readonly number[]) => value >= Math.min(...all) && value <= Math.max(...all);
  const near = rows.filter(([at], i) =>
    at <= flow ? (rows[i + 1]?.[0] ?? Number.POSITIVE_INFINITY) > flow : (rows[i - 1]?.[0] ?? Number.NEGATIVE_INFINITY) < flow,
  );
  return {
    output: over('output'),
    cop: over('cop'),
    covered:
      within(
        flow,
        rows.map(([at]) => at),
      ) &&
      near.every(([, row]) =>
        within(
          outdoor,
          row.map((point) => point.outdoor),
        ),
      ),
  };
}
