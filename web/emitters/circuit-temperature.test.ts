import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { flowTemperatureEdits } from './circuit-temperature.ts';

describe('moving the line of a circuit', () => {
  it('moves a mixed circuit alone', () => {
    expect(flowTemperatureEdits(thistleMill, 'c1', 41)).toEqual([{ at: 'circuits/c1/flowTemperature', value: 41 }]);
  });

  it('moves a direct circuit with the source and all that hang on it directly', () => {
    const job = applyEdits(thistleMill, flowTemperatureEdits(thistleMill, 'c2', 50));
    expect(job.source.flowTemperature).toBe(50);
    expect(job.circuits.map((circuit) => circuit.flowTemperature)).toEqual([38, 50, 48, 50]);
  });
});
