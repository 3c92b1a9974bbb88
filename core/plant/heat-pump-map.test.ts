import { describe, expect, it } from 'vitest';
import { type DataPoint, heatPumpAt } from './heat-pump-map.ts';

/** Invented data of the usual shape. */
const POINTS: DataPoint[] = [
  { outdoor: 7, flow: 35, output: 8000, cop: 4.6 },
  { outdoor: -7, flow: 35, output: 6000, cop: 2.9 },
  { outdoor: 2, flow: 35, output: 6800, cop: 3.6 },
  { outdoor: -7, flow: 55, output: 5400, cop: 1.9 },
  { outdoor: 7, flow: 55, output: 7400, cop: 2.8 },
];

describe('a heat pump by its data points', () => {
  it.each(POINTS)('gives each point back: $outdoor and $flow', ({ outdoor, flow, output, cop }) => {
    expect(heatPumpAt(POINTS, outdoor, flow)).toEqual({ output, cop, covered: true });
  });

  it('runs straight between them: the middle of two is their mean', () => {
    expect(heatPumpAt(POINTS, 4.5, 35)?.output).toBeCloseTo(7400, 9);
    expect(heatPumpAt(POINTS, 0, 55)?.cop).toBeCloseTo(2.35, 9);
    expect(heatPumpAt(POINTS, -7, 45)).toEqual({ output: 5700, cop: 2.4, covered: true });
  });

  it('takes the nearest beyond them and says that the data end', () => {
    expect(heatPumpAt(POINTS, -15, 35)).toEqual({ output: 6000, cop: 2.9, covered: false });
    expect(heatPumpAt(POINTS, -7, 65)).toMatchObject({ cop: 1.9, covered: false });
    expect(heatPumpAt(POINTS, 10, 45)?.covered).toBe(false);
  });

  it('gives less in colder air and for hotter water', () => {
    for (let outdoor = -7; outdoor < 7; outdoor += 1) {
      const at = (t: number, flow: number) => heatPumpAt(POINTS, t, flow)?.output ?? 0;
      expect(at(outdoor + 1, 45)).toBeGreaterThanOrEqual(at(outdoor, 45));
      expect(at(outdoor, 35)).toBeGreaterThanOrEqual(at(outdoor, 55));
    }
  });

  it('knows nothing without points', () => expect(heatPumpAt([], 0, 35)).toBeNull());
});
