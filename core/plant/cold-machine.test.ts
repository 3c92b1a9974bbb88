import { describe, expect, it } from 'vitest';
import { coldMachineAt, defaultEer, ownMachine, turnedRound } from './cold-machine.ts';

describe('a machine that cools', () => {
  // Usual ratings of air-to-water machines, common practice from memory: about 3 with air at 35 and water at 7 °C, 4 to 4.8 with water at 18.
  it('has by default what data sheets usually say', () => {
    expect(defaultEer(35, 7, false)).toBeGreaterThan(2.7);
    expect(defaultEer(35, 7, false)).toBeLessThan(3.3);
    expect(defaultEer(35, 18, false)).toBeGreaterThan(3.9);
    expect(defaultEer(35, 18, false)).toBeLessThan(4.9);
    expect(defaultEer(16, 7, true)).toBeGreaterThan(4.5);
    expect(defaultEer(16, 18, true)).toBeLessThanOrEqual(9);
  });

  // Second law: no machine is better than the ideal between its water and what it gives its heat to.
  it('is never better than the ideal one', () => {
    for (let air = 20; air <= 45; air += 5)
      for (let flow = 4; flow <= 18; flow += 2)
        expect(defaultEer(air, flow, false)).toBeLessThan((flow + 273.15) / Math.max(air - flow, 1e-9));
  });

  const machine = ownMachine({ kind: 'chiller', name: '', capacity: 8000, flowTemperature: 7, eer: 'auto' }, 35);

  it('gives its capacity where it is rated, less in hotter air, more with warmer water', () => {
    expect(coldMachineAt(machine, 35, 7).output).toBeCloseTo(8000, 9);
    expect(coldMachineAt(machine, 40, 7).output).toBeLessThan(8000);
    expect(coldMachineAt(machine, 35, 12).output).toBeGreaterThan(8000);
    expect(coldMachineAt(machine, 40, 7).eer).toBeLessThan(coldMachineAt(machine, 35, 7).eer);
  });

  it('goes by its data points where it has some', () => {
    const points = [
      { id: 'p1', outdoor: 35, flow: 7, output: 6000, eer: 3.1 },
      { id: 'p2', outdoor: 35, flow: 18, output: 8200, eer: 4.4 },
    ];
    const source = {
      kind: 'heat-pump' as const,
      cooling: { capacity: 'auto' as const, flowTemperature: 7, leastOutput: 'auto' as const, points, free: null },
    };
    const turned = turnedRound(source, 1, 35);
    expect(coldMachineAt(turned, 35, 7)).toEqual({ output: 6000, eer: 3.1, covered: true });
    expect(coldMachineAt(turned, 35, 12.5).output).toBeCloseTo(7100, 9);
    expect(coldMachineAt(turned, 30, 7).covered).toBe(false);
  });

  it('draws on ground water with pumps alone', () => {
    const well = ownMachine({ kind: 'ground-water', name: '', capacity: 4000, flowTemperature: 14, eer: 'auto' }, 35);
    expect(coldMachineAt(well, 35, 14)).toEqual({ output: 4000, eer: 20, covered: true });
  });
});
