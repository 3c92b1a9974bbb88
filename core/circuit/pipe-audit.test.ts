import { describe, expect, it } from 'vitest';
import { fluidOf, fluidState } from '../fluid/fluid.ts';
import { water } from '../fluid/water.ts';
import { auditPipes, leastDifference } from './pipe-audit.ts';

const copper = (label: string, load: number, bore: number) => ({ place: label, label, load, bore, roughness: 1.5e-6 });

describe('an audit of pipes that are there', () => {
  const pipes = [copper('22 mm', 7000, 0.0202), copper('15 mm', 2000, 0.0136)];

  // Common practice: at 0.9 m/s 22 mm copper carries about 6 kW at 5 K, 15 mm about 2.75 kW at 5 K and 8.25 kW at 15 K.
  it('finds the piece that is short at 5 K and none at 20 K', () => {
    const at5 = auditPipes(pipes, 5, 0.9, water(45));
    expect((at5[0]?.capacity ?? 0) / 1000).toBeCloseTo(6, 0);
    expect((at5[1]?.capacity ?? 0) / 1000).toBeCloseTo(2.75, 0);
    expect(at5.map((line) => line.left > 0)).toEqual([false, true]);
    expect(auditPipes(pipes, 20, 0.9, water(45)).every((line) => line.left > 0)).toBe(true);
    expect((auditPipes(pipes, 15, 0.9, water(45))[1]?.capacity ?? 0) / 1000).toBeCloseTo(8.25, 0);
  });

  it('has four times the flow at a quarter of the delta T', () => {
    const [wide] = auditPipes(pipes, 20, 0.9, water(45));
    const [narrow] = auditPipes(pipes, 5, 0.9, water(45));
    expect((narrow?.volumeFlow ?? 0) / (wide?.volumeFlow ?? 1)).toBeCloseTo(4, 9);
    expect((narrow?.velocity ?? 0) / (wide?.velocity ?? 1)).toBeCloseTo(4, 9);
    // Smooth pipe: about 3.4 times the loss for twice the flow, so some 11 for four times.
    expect((narrow?.gradient ?? 0) / (wide?.gradient ?? 1)).toBeGreaterThan(10);
  });

  it('carries less with glycol in the pipes', () => {
    const mix = fluidState(fluidOf({ kind: 'propylene-glycol', concentration: 0.4 }), 45);
    const [pure, mixed] = [auditPipes(pipes, 5, 0.9, water(45)), auditPipes(pipes, 5, 0.9, mix)];
    expect(mixed[0]?.capacity).toBeLessThan(0.97 * (pure[0]?.capacity ?? 0));
    expect(mixed[0]?.gradient).toBeGreaterThan(pure[0]?.gradient ?? 0);
    expect(fluidOf({ kind: 'water', concentration: 0.4 })).toEqual({ kind: 'water' });
  });

  it('knows the least delta T at which all would do', () => {
    const least = leastDifference(auditPipes(pipes, 5, 0.9, water(45)), 5);
    expect(auditPipes(pipes, least, 0.9, water(45))[0]?.left).toBeCloseTo(0, 6);
    expect(leastDifference([], 5)).toBe(0);
  });
});
