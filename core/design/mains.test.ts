import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { designJob } from '../job/design-job.ts';
import { electricalSupply } from './electrical.ts';
import { feedOf } from './mains.ts';

describe('what feeds a load', () => {
  // By hand: 9 kW of heater on three phases of 400 V: 9000 / (1.732 x 400) = 13.0 A; a pump of 50 W: 50 / (230 x 0.85) = 0.26 A.
  it.each([
    [9000, false, 'metric', 400, 3, 12.99],
    [3000, false, 'metric', 230, 1, 13.04],
    [50, true, 'metric', 230, 1, 0.256],
    [9000, false, 'us', 240, 1, 37.5],
    [600, true, 'us', 120, 1, 5.88],
  ] as const)('%i W, turning %s, %s: %i V on %i, %f A', (power, turns, system, volts, phases, amps) => {
    const feed = feedOf(power, turns, { system });
    expect(feed).toMatchObject({ volts, phases });
    expect(feed.amps).toBeCloseTo(amps, 2);
  });

  it('is told for each supply of the electrician', () => {
    const electric = { ...thistleMill, source: { ...thistleMill.source, kind: 'electric' as const, capacity: 12_000 } };
    const list = electricalSupply(electric, designJob(electric));
    const source = list.find(({ own, power }) => own && power >= 12_000);
    expect(source).toMatchObject({ volts: 400, phases: 3 });
    expect(source?.amps).toBeCloseTo(12_000 / (Math.sqrt(3) * 400), 2);
    // The wiring centre carries what hangs on it, motors for the most part.
    const centre = list.find(({ label }) => label === 'Wiring centre');
    expect(centre?.amps).toBeCloseTo((centre?.power ?? 0) / (230 * 0.85), 6);
  });
});
