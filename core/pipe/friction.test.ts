import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import reference from '../../reference/friction.json' with { type: 'json' };
import { water } from '../fluid/water.ts';
import { findSize, PIPE_MATERIALS } from './catalogue.ts';
import { boreArea, colebrook, frictionFactor, LAMINAR, pipeFlow, TURBULENT } from './friction.ts';
import { sizeByGradient, sizeByVelocity, velocityAtGradient } from './sizing.ts';

describe('friction factor', () => {
  // Source: Debian's python3-fluids (Colebrook, 64/Re), table in reference/friction.json with its generator.
  it.each(reference.rows)(
    'matches the reference library at Re $reynolds, k/d $relativeRoughness',
    ({ reynolds, relativeRoughness, darcy }) => {
      expect(frictionFactor(reynolds, relativeRoughness) / darcy).toBeCloseTo(1, 9);
    },
  );

  it('gives the pressure loss of a whole pipe as the reference library does', () => {
    const { volumeFlow, bore, roughness, density, viscosity, length, pressureLoss, reynolds } = reference.pipe;
    const state = pipeFlow(volumeFlow, bore, roughness, { density, kinematicViscosity: viscosity / density });
    expect(state.reynolds / reynolds).toBeCloseTo(1, 10);
    expect((state.gradient * length) / pressureLoss).toBeCloseTo(1, 9);
  });

  it('meets both ends of the blend in value and slope', () => {
    for (const roughness of [0, 1e-4, 5e-3, 0.05]) {
      for (const edge of [LAMINAR, TURBULENT]) {
        const step = 1e-3;
        const before = frictionFactor(edge - step, roughness);
        const after = frictionFactor(edge + step, roughness);
        const slopeBefore = (before - frictionFactor(edge - 2 * step, roughness)) / step;
        const slopeAfter = (frictionFactor(edge + 2 * step, roughness) - after) / step;
        expect(after).toBeCloseTo(before, 6);
        expect(slopeAfter).toBeCloseTo(slopeBefore, 6);
      }
    }
  });

  it('solves Colebrook to the last digits and knows its slope', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4000, max: 1e8, noNaN: true }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (reynolds, roughness) => {
          const { factor, slope } = colebrook(reynolds, roughness);
          const x = 1 / Math.sqrt(factor);
          expect(x + 2 * Math.log10(roughness / 3.7 + (2.51 * x) / reynolds)).toBeCloseTo(0, 9);
          const nearby = colebrook(reynolds * 1.0001, roughness).factor;
          expect((nearby - factor) / (reynolds * 1e-4) - slope).toBeCloseTo(0, 9);
        },
      ),
    );
  });

  it('never lets more flow lose less pressure', () => {
    const fluid = water(35);
    fc.assert(
      fc.property(
        fc.double({ min: 1e-7, max: 1e-3, noNaN: true }),
        fc.double({ min: 0, max: 4e-4, noNaN: true }),
        (flow, roughness) => {
          expect(pipeFlow(flow * 1.01, 0.012, roughness, fluid).gradient).toBeGreaterThan(
            pipeFlow(flow, 0.012, roughness, fluid).gradient,
          );
        },
      ),
    );
  });

  it('is quiet at rest', () => {
    expect(pipeFlow(0, 0.02, 1e-6, water(40)).gradient).toBe(0);
  });
});

const copper = PIPE_MATERIALS['copper-en1057'];
const bore = (id: string) => findSize('copper-en1057', id)?.bore as number;

describe('what a bore carries', () => {
  // Common practice: at 0.9 m/s a 15 mm copper pipe carries about 2.75 kW at 5 K and 8.25 kW at 15 K, a 22 mm about 6 kW
  // at 5 K. Water at 60 C as those rules of thumb take it; 22 mm comes out at 5.9 kW.
  it.each([
    { id: '15x0.7', deltaT: 5, kilowatts: 2.75, within: 0.08 },
    { id: '15x0.7', deltaT: 15, kilowatts: 8.25, within: 0.25 },
    { id: '22x0.9', deltaT: 5, kilowatts: 6, within: 0.15 },
  ])('$id carries about $kilowatts kW at $deltaT K', ({ id, deltaT, kilowatts, within }) => {
    const { density, specificHeat } = water(60);
    const carried = (0.9 * boreArea(bore(id)) * density * specificHeat * deltaT) / 1000;
    expect(Math.abs(carried - kilowatts)).toBeLessThan(within);
  });

  // Common practice: 0.9 m/s means about 785, 480 and 348 Pa/m in 15, 22 and 28 mm copper at 40 C.
  it.each([
    ['15x0.7', 785],
    ['22x0.9', 480],
    ['28x0.9', 348],
  ] as const)('%s at 0.9 m/s loses about %d Pa/m', (id, gradient) => {
    const at = pipeFlow(0.9 * boreArea(bore(id)), bore(id), copper.roughness, water(40)).gradient;
    expect(at / gradient).toBeGreaterThan(0.985);
    expect(at / gradient).toBeLessThan(1.015);
  });

  // Common practice: 300 Pa/m allows about 0.52, 0.69 and 0.83 m/s in the same pipes.
  it.each([
    ['15x0.7', 0.52],
    ['22x0.9', 0.69],
    ['28x0.9', 0.83],
  ] as const)('%s at 300 Pa/m runs about %d m/s', (id, velocity) => {
    expect(velocityAtGradient(300, bore(id), copper.roughness, water(40))).toBeCloseTo(velocity, 1.7);
  });

  it('lets the two habits disagree', () => {
    const flow = 0.75 * boreArea(bore('22x0.9'));
    expect(sizeByVelocity(copper, flow, 0.9)?.id).toBe('22x0.9');
    expect(sizeByGradient(copper, flow, 300, water(40))?.id).toBe('28x0.9');
  });

  it('never picks microbore by itself and says when nothing is large enough', () => {
    expect(sizeByVelocity(copper, 1e-6, 0.9)?.id).toBe('15x0.7');
    expect(sizeByVelocity(copper, 1, 0.9)).toBeUndefined();
  });

  it('keeps every catalogue in rising order of bore with ids of its own', () => {
    for (const { sizes } of Object.values(PIPE_MATERIALS)) {
      expect(new Set(sizes.map((size) => size.id)).size).toBe(sizes.length);
      sizes.slice(1).forEach((size, i) => {
        expect(size.bore).toBeGreaterThan(sizes[i]?.bore as number);
      });
    }
  });
});
