import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { humidityRatio } from '../fluid/moist-air.ts';
import type { HeatSpec } from './heat.ts';
import { CP, settle } from './settle.fixture.ts';
import { Twin, type TwinLink, type TwinSpec } from './twin.ts';
import { coilState } from './wet-coil.ts';

const air = { temperature: 26, ratio: humidityRatio(26, 0.55) };
const coil: HeatSpec = { kind: 'coil', coil: { airFlow: 0.12, airSide: 260, waterSide: 400 }, air };

describe('cold water in a network', () => {
  // Heating turned upside down about 20 °C is cooling: every temperature and every heat changes its sign and no more.
  it('is the mirror of hot water', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 900, noNaN: true }),
        fc.double({ min: 1, max: 1.3, noNaN: true }),
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        fc.double({ min: 200, max: 9000, noNaN: true }),
        (coefficient, exponent, flow, power) => {
          const [warm, cold] = [1, -1].map((sign) =>
            settle([
              ['back', 'flow', flow, { kind: sign > 0 ? 'source' : 'chiller', setPoint: 20 + 13 * sign, power }],
              ['flow', 'house', flow, { kind: 'loss', conductance: 6, ambient: 20 - 4 * sign }],
              ['house', 'back', flow, { kind: sign > 0 ? 'emitter' : 'cooler', coefficient, exponent, room: 20 - 6 * sign }],
            ]),
          ) as [ReturnType<typeof settle>, ReturnType<typeof settle>];
          expect(warm.result.converged && cold.result.converged).toBe(true);
          for (const id of ['back', 'flow', 'house']) expect(cold.at(id) - 20).toBeCloseTo(20 - warm.at(id), 6);
          warm.solver.heat.forEach((heat, l) => {
            expect(Math.abs(heat + (cold.solver.heat[l] as number))).toBeLessThan(1e-6 * Math.abs(heat) + 1e-3);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  it('takes with a coil what that takes, and balances heat to 1e-9', () => {
    const { at, solver, result } = settle([
      ['back', 'flow', 0.2, { kind: 'chiller', setPoint: 7, power: 1e5 }],
      ['flow', 'coil', 0.2, { kind: 'loss', conductance: 4, ambient: 26 }],
      ['coil', 'home', 0.2, coil],
      ['home', 'back', 0.2, { kind: 'loss', conductance: 4, ambient: 26 }],
    ]);
    expect(result.converged).toBe(true);
    expect(at('flow')).toBeCloseTo(7, 9);
    const state = coilState(coil.coil, 0.2 * CP, at('coil'), air);
    expect(-(solver.heat[2] as number) / state.total).toBeCloseTo(1, 6);
    expect(state.latent).toBeGreaterThan(0);
    const all = solver.heat.reduce((sum, heat) => sum + heat, 0);
    expect(Math.abs(all)).toBeLessThan(1e-9 * state.total + 1e-6);
    // Pipes gain: water is warmer at the coil than it left, and warmer still as it comes home.
    expect(at('coil')).toBeGreaterThan(7);
    expect(at('back')).toBeGreaterThan(at('home'));
  });

  it('comes warmer where the machine is too small, and stops at its set point where it is too large', () => {
    const ends = (power: number) =>
      settle([
        ['back', 'flow', 0.2, { kind: 'chiller', setPoint: 7, power }],
        ['flow', 'back', 0.2, coil],
      ]);
    const small = ends(1000);
    expect(small.at('flow')).toBeGreaterThan(7);
    expect(small.solver.heat[0]).toBeCloseTo(1000, 6);
    expect(ends(1e5).at('flow')).toBeCloseTo(7, 9);
    expect(ends(0).at('flow')).toBeCloseTo(ends(0).at('back'), 6);
  });

  it('heats with nothing that cools, and cools with nothing that heats', () => {
    const heated = settle([
      ['back', 'flow', 0.1, { kind: 'source', setPoint: 45, power: 1e5 }],
      ['flow', 'back', 0.1, { kind: 'cooler', coefficient: 300, exponent: 1, room: 26 }],
    ]);
    expect(heated.solver.heat[1]).toBeCloseTo(0, 9);
    const warmedByRoom = settle([
      ['back', 'flow', 0.1, { kind: 'chiller', setPoint: 12, power: 1e5 }],
      ['flow', 'back', 0.1, { kind: 'emitter', coefficient: 300, exponent: 1, room: 26 }],
    ]);
    expect(warmedByRoom.solver.heat[1]).toBeCloseTo(0, 9);
  });
});

const pump: TwinLink = {
  id: 'pump',
  from: 'mixed',
  to: 'out',
  pump: {
    curve: { kind: 'points', flows: [0, 3e-4, 6e-4, 8e-4], heads: [4, 3.6, 2, 0] },
    mode: { kind: 'speed', speed: 1 },
  },
  oneWay: { opening: 200 },
};

/** A cold source, a valve that mixes warmer with the return, and a cooled floor. */
const coldPlant = (setPoint: number, power: number, kvs: number, load: HeatSpec): TwinSpec => ({
  nodes: [{ id: 'vessel', pressure: 1.5e5 }, { id: 'flow' }, { id: 'mixed' }, { id: 'out' }, { id: 'tee' }],
  links: [
    { id: 'source', from: 'vessel', to: 'flow', kv: 4, heat: { kind: 'chiller', setPoint: 8, power } },
    { id: 'hot', from: 'flow', to: 'mixed', kv: kvs / 2 },
    { id: 'cold', from: 'tee', to: 'mixed', kv: kvs / 2 },
    pump,
    { id: 'floor', from: 'out', to: 'tee', kv: 1.2, heat: load },
    { id: 'return', from: 'tee', to: 'vessel', pipe: { length: 4, bore: 0.02, roughness: 1.5e-6 } },
  ],
  controls: [{ kind: 'mixing', id: 'valve', hot: 'hot', cold: 'cold', mixed: 'mixed', setPoint, kvs, cools: true }],
});

describe('a valve that mixes cold water warmer', () => {
  it('finds its set point over all sizes of valve, power and temperature', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 20, noNaN: true }),
        fc.constantFrom(1, 1.6, 2.5, 4, 6.3),
        fc.double({ min: 1500, max: 20_000, noNaN: true }),
        fc.constantFrom<HeatSpec>({ kind: 'cooler', coefficient: 250, exponent: 1, room: 26 }, coil),
        (setPoint, kvs, power, load) => {
          const twin = new Twin(coldPlant(setPoint, power, kvs, load), { kind: 'water' }, 15, 24);
          expect(twin.solve('cold')).toMatchObject({ converged: true });
          const open = twin.position('valve') as number;
          const off = twin.temperature('mixed') - setPoint;
          if (open < 0.999) expect(Math.abs(off)).toBeLessThan(0.06);
          else expect(off).toBeGreaterThan(-0.06);
          const taken = twin.heat('source');
          expect(Math.abs(taken + twin.heat('floor'))).toBeLessThan(1e-6 * taken + 1e-3);
          if (open > 0.01 && open < 0.99) {
            // Source: energy balance of a mixing valve, the same for cold water.
            const share = twin.flow('hot') / (twin.flow('hot') + twin.flow('cold'));
            const [mixed, cold, back] = [twin.temperature('mixed'), twin.temperature('flow'), twin.temperature('tee')];
            expect(share).toBeCloseTo((back - mixed) / (back - cold), 4);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
