import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Fluid, FluidTable, fluidName, fluidRange, fluidState } from './fluid.ts';
import { freezingPoint, massShare } from './glycol.ts';
import { water } from './water.ts';

const mix = (kind: 'propylene-glycol' | 'ethylene-glycol', concentration: number): Fluid => ({ kind, concentration });

describe('glycol', () => {
  // Source: handbook tables of aqueous glycol (ASHRAE Fundamentals), from memory, so the tolerances are wide:
  // 1.5 % on density, 3 % on specific heat, 25 % on viscosity.
  it.each([
    { kind: 'propylene-glycol', by: 0.3, celsius: 20, density: 1027, heat: 3820, viscosity: 2.5e-3 },
    { kind: 'propylene-glycol', by: 0.5, celsius: 20, density: 1045, heat: 3570, viscosity: 6.4e-3 },
    { kind: 'propylene-glycol', by: 0.3, celsius: 60, density: 1006, heat: 3950, viscosity: 0.9e-3 },
    { kind: 'ethylene-glycol', by: 0.3, celsius: 20, density: 1042, heat: 3650, viscosity: 2.2e-3 },
    { kind: 'ethylene-glycol', by: 0.5, celsius: 20, density: 1072, heat: 3300, viscosity: 3.94e-3 },
  ] as const)('$kind at $by and $celsius °C is near the handbook', ({ kind, by, celsius, density, heat, viscosity }) => {
    const state = fluidState(mix(kind, by), celsius);
    expect(Math.abs(state.density / density - 1)).toBeLessThan(0.015);
    expect(Math.abs(state.specificHeat / heat - 1)).toBeLessThan(0.03);
    expect(Math.abs(state.dynamicViscosity / viscosity - 1)).toBeLessThan(0.25);
  });

  // Source: the same tables, from memory, within 1.5 K.
  it.each([
    { kind: 'propylene-glycol', by: 0.3, freezes: -13 },
    { kind: 'propylene-glycol', by: 0.4, freezes: -21.5 },
    { kind: 'ethylene-glycol', by: 0.2, freezes: -8.5 },
    { kind: 'ethylene-glycol', by: 0.3, freezes: -15 },
  ] as const)('$kind at $by freezes at about $freezes °C', ({ kind, by, freezes }) => {
    expect(Math.abs(freezingPoint(kind, by) - freezes)).toBeLessThan(1.5);
  });

  it('without any glycol is water, and is called so', () => {
    for (const kind of ['propylene-glycol', 'ethylene-glycol'] as const) {
      for (const celsius of [0, 40, 90]) {
        const none = fluidState(mix(kind, 0), celsius);
        const pure = water(celsius);
        expect(none.density).toBeCloseTo(pure.density, 9);
        expect(none.kinematicViscosity / pure.kinematicViscosity).toBeCloseTo(1, 9);
      }
      expect(freezingPoint(kind, 0)).toBeCloseTo(0, 12);
      expect(massShare(kind, 1)).toBe(1);
      expect(fluidName(mix(kind, 0))).toBe('water');
    }
    expect(fluidName(mix('propylene-glycol', 0.3))).toBe('water with 30 % propylene glycol');
  });

  it('carries less heat, flows harder and freezes later the more there is of it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('propylene-glycol' as const, 'ethylene-glycol' as const),
        fc.double({ min: 0, max: 0.55, noNaN: true }),
        fc.double({ min: 5, max: 95, noNaN: true }),
        (kind, by, celsius) => {
          const less = fluidState(mix(kind, by), celsius);
          const more = fluidState(mix(kind, by + 0.05), celsius);
          expect(more.specificHeat).toBeLessThan(less.specificHeat);
          expect(more.kinematicViscosity).toBeGreaterThan(less.kinematicViscosity);
          expect(freezingPoint(kind, by + 0.05)).toBeLessThan(freezingPoint(kind, by));
        },
      ),
    );
  });

  it('answers from the nearest end outside its range', () => {
    const fluid = mix('ethylene-glycol', 0.3);
    const { from, to } = fluidRange(fluid);
    expect(fluidState(fluid, -60)).toEqual(fluidState(fluid, from));
    expect(fluidState(fluid, 130)).toEqual(fluidState(fluid, to));
  });

  it('is told by its table within 1e-4 of the formulas', () => {
    for (const fluid of [{ kind: 'water' } as const, mix('propylene-glycol', 0.4)]) {
      const table = new FluidTable(fluid);
      for (let celsius = 1.13; celsius < 99; celsius += 3.7) {
        const exact = fluidState(fluid, celsius);
        table.at(celsius);
        expect(Math.abs(table.density / exact.density - 1)).toBeLessThan(1e-6);
        expect(Math.abs(table.kinematicViscosity / exact.kinematicViscosity - 1)).toBeLessThan(1e-4);
      }
    }
  });
});
