import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atSpeed, headCurve } from '../plant/circulator.ts';
import { CIRCULATORS } from '../plant/circulator-catalogue.ts';
import { type HeadCurve, PumpLaw, type PumpMode } from './pump-law.ts';

const G = 9.80665;
const RHO = 1000;
const curve: HeadCurve = { kind: 'points', flows: [0, 2e-4, 4e-4, 6e-4], heads: [5, 4.6, 3.2, 0] };
const law = (mode: PumpMode, of: HeadCurve = curve): PumpLaw => new PumpLaw({ curve: of, mode }, G);
const riseAt = (pump: PumpLaw, flow: number): number => {
  pump.at(flow * RHO);
  return pump.rise;
};

describe('pump laws', () => {
  it('follow the curve of the catalogue at every speed (affinity laws)', () => {
    for (const model of CIRCULATORS) {
      for (const speed of [1, 0.8, 0.55]) {
        const pump = law({ kind: 'speed', speed }, headCurve(model));
        const reference = atSpeed(model, speed);
        for (let share = 0; share < 1; share += 0.09) {
          const flow = share * reference.mostFlow;
          expect(riseAt(pump, flow) / (RHO * G)).toBeCloseTo(reference.headAt(flow), 9);
        }
      }
    }
  });

  it('know their own slope, inside the curve, beyond it and backwards', () => {
    const modes: PumpMode[] = [
      { kind: 'off' },
      { kind: 'speed', speed: 0.7 },
      { kind: 'constant-pressure', pressure: 20_000 },
      { kind: 'proportional-pressure', pressure: 30_000 },
    ];
    fc.assert(
      fc.property(fc.constantFrom(...modes), fc.double({ min: -3e-4, max: 9e-4, noNaN: true }), (mode, flow) => {
        const pump = law(mode);
        const step = 1e-8;
        const before = riseAt(pump, flow - step);
        const after = riseAt(pump, flow + step);
        pump.at(flow * RHO);
        const seen = (after - before) / (2 * step * RHO);
        // At a corner the slope jumps; elsewhere it is what the rise shows.
        const near = [0, 6e-4, 0.7 * 6e-4, 4e-4, 2e-4, 0.7 * 4e-4, 0.7 * 2e-4];
        const corner = near.some((at) => Math.abs(flow - at) < 1e-6) || mode.kind.endsWith('pressure');
        if (!corner) expect(Math.abs(seen - pump.slope)).toBeLessThan(1e-3 * Math.abs(pump.slope) + 1);
      }),
    );
  });

  it('never rise with the flow at a fixed speed, and are without a jump anywhere', () => {
    const pump = law({ kind: 'speed', speed: 1 });
    let last = riseAt(pump, -5e-4);
    for (let flow = -5e-4; flow < 12e-4; flow += 1e-6) {
      const rise = riseAt(pump, flow);
      expect(rise).toBeLessThanOrEqual(last + 1e-9);
      expect(last - rise).toBeLessThan(400);
      last = rise;
    }
  });

  it('hold a pressure as long as the curve of full speed carries it', () => {
    const pump = law({ kind: 'constant-pressure', pressure: 20_000 });
    expect(riseAt(pump, 0)).toBe(20_000);
    expect(riseAt(pump, 3e-4)).toBe(20_000);
    expect(riseAt(pump, 5.9e-4)).toBeLessThan(10_000);
    expect(pump.speedAt(3e-4 * RHO)).toBeLessThan(1);
    expect(pump.speedAt(5.9e-4 * RHO)).toBeCloseTo(1, 6);
    const tooMuch = law({ kind: 'constant-pressure', pressure: 90_000 });
    expect(riseAt(tooMuch, 0)).toBeCloseTo(5 * RHO * G, 6);
  });

  it('give half of a proportional setting at rest', () => {
    const pump = law({ kind: 'proportional-pressure', pressure: 30_000 });
    expect(riseAt(pump, 0)).toBe(15_000);
    const middle = riseAt(pump, 2e-4);
    expect(middle).toBeGreaterThan(15_000);
    expect(middle).toBeLessThan(30_000);
    expect(law({ kind: 'proportional-pressure', pressure: 30_000 }).typicalMassFlow).toBeGreaterThan(0);
  });

  it('resist when off as their curve falls at vanishing speed, both ways alike', () => {
    const pump = law({ kind: 'off' });
    const slow = law({ kind: 'speed', speed: 1e-3 });
    expect(riseAt(pump, 3e-4)).toBeCloseTo(-riseAt(pump, -3e-4), 9);
    expect(riseAt(pump, 3e-4)).toBeLessThan(0);
    expect(riseAt(slow, 3e-4)).toBeLessThan(0);
    expect(pump.runs).toBe(false);
    expect(pump.speedAt(0.1)).toBe(0);
  });

  it('take the density of what they move', () => {
    const pump = law({ kind: 'speed', speed: 1 });
    const cold = riseAt(pump, 0);
    pump.setDensity(950);
    pump.at(0);
    expect(pump.rise / cold).toBeCloseTo(0.95, 12);
  });

  it('follow a power curve', () => {
    const pump = law({ kind: 'speed', speed: 1 }, { kind: 'power', shutOff: 6, coefficient: 6e6, exponent: 2 });
    expect(pump.mostFlow).toBeCloseTo(1e-3, 12);
    expect(riseAt(pump, 5e-4) / (RHO * G)).toBeCloseTo(4.5, 12);
  });
});
