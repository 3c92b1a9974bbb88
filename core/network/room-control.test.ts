import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { logMean } from './heat.ts';
import { Twin, type TwinLink, type TwinSpec } from './twin.ts';

const OUTDOOR = -5;
const NEED = 1500;
const SET = 20;
/** W/K of a room that needs 1500 W at 20 C. */
const CONDUCTANCE = NEED / (SET - OUTDOOR);

/** Radiators side by side, each with a valve, on a source of a set temperature. */
function radiators(setPoint: number, sizes: readonly number[], withValves = true, outdoor = OUTDOOR): TwinSpec {
  const links: TwinLink[] = [
    { id: 'source', from: 'back', to: 'out', kv: 5, heat: { kind: 'source', setPoint, power: 1e5 } },
    {
      id: 'pump',
      from: 'out',
      to: 'flow',
      pump: {
        curve: { kind: 'points', flows: [0, 6e-4], heads: [6, 0] },
        mode: { kind: 'constant-pressure', pressure: 12_000 },
      },
    },
  ];
  const controls: TwinSpec['controls'][number][] = [];
  sizes.forEach((size, i) => {
    const coefficient = (size * NEED) / logMean(35, 25) ** 1.3;
    links.push(
      { id: `valve${i}`, from: 'flow', to: `in${i}`, kv: 0.5 },
      {
        id: `radiator${i}`,
        from: `in${i}`,
        to: 'back',
        pipe: { length: 12, bore: 0.012, roughness: 1.5e-6 },
        heat: { kind: 'emitter', coefficient, exponent: 1.3, room: SET },
      },
    );
    controls.push({
      kind: 'room',
      id: `room${i}`,
      emitters: [`radiator${i}`],
      conductance: CONDUCTANCE,
      outdoor,
      ...(withValves ? { thermostat: { setPoint: SET, band: 2, valves: [{ link: `valve${i}`, kvs: 0.5 }] } } : {}),
    });
  });
  const nodes = ['out', 'flow', ...sizes.map((_, i) => `in${i}`)].map((id) => ({ id }));
  return { nodes: [{ id: 'back', pressure: 1.5e5 }, ...nodes], links, controls };
}

function solve(spec: TwinSpec): Twin {
  const twin = new Twin(spec, { kind: 'water' }, 50, 20);
  expect(twin.solve('cold')).toMatchObject({ converged: true });
  return twin;
}
const air = (twin: Twin, i: number) => twin.position(`room${i}`) as number;

describe('a room and its thermostatic valve', () => {
  it('gives the room what it loses, wherever the valve stands', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 80, noNaN: true }),
        fc.array(fc.double({ min: 0.3, max: 4, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (setPoint, sizes) => {
          const twin = solve(radiators(setPoint, sizes));
          sizes.forEach((_, i) => {
            const heat = twin.heat(`radiator${i}`);
            expect(Math.abs(heat - CONDUCTANCE * (air(twin, i) - OUTDOOR))).toBeLessThan(0.06 * CONDUCTANCE);
            // Above the band the valve is shut and gives nothing, so no room is ever warmer than that.
            expect(air(twin, i)).toBeLessThan(SET + 1);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  it('throttles an emitter that is too large, and cannot help one that is too small', () => {
    const twin = solve(radiators(55, [2.5, 0.5]));
    expect(air(twin, 0)).toBeGreaterThan(SET - 1);
    expect(air(twin, 1)).toBeLessThan(SET - 3);
    expect(twin.flow('radiator0')).toBeLessThan(0.5 * twin.flow('radiator1'));
  });

  it('closes in line with the air: all open below the band, shut above it', () => {
    const mild = solve(radiators(55, [1, 1], true, 22));
    expect(air(mild, 0)).toBeCloseTo(22, 2);
    expect(mild.flow('radiator0')).toBe(0);
    const deep = solve(radiators(35, [0.4]));
    expect(deep.hydraulics.laws.setKv(deep.network.linkIndex.get('valve0') as number, 0.5)).toBe(0);
  });

  it('without a valve lets the room follow the water', () => {
    const cool = solve(radiators(40, [1], false));
    const warm = solve(radiators(60, [1], false));
    expect(air(warm, 0)).toBeGreaterThan(air(cool, 0) + 5);
    expect(warm.heat('radiator0')).toBeCloseTo(CONDUCTANCE * (air(warm, 0) - OUTDOOR), 0);
  });
});
