import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hotShare } from '../circuit/mixing.ts';
import { Twin, type TwinLink, type TwinSpec } from './twin.ts';

const pump = (id: string, from: string, to: string, head = 4): TwinLink => ({
  id,
  from,
  to,
  pump: {
    curve: { kind: 'points', flows: [0, 3e-4, 6e-4, 8e-4], heads: [head, head * 0.9, head * 0.5, 0] },
    mode: { kind: 'speed', speed: 1 },
  },
  oneWay: { opening: 200 },
});

/** A source, a mixing valve and an emitter; the valve's cold port takes the return. */
function mixedPlant(setPoint: number, power = 20_000, kvs = 2.5): TwinSpec {
  return {
    nodes: [{ id: 'vessel', pressure: 1.5e5 }, { id: 'flow' }, { id: 'mixed' }, { id: 'out' }, { id: 'tee' }],
    links: [
      { id: 'source', from: 'vessel', to: 'flow', kv: 4, heat: { kind: 'source', setPoint: 60, power } },
      { id: 'hot', from: 'flow', to: 'mixed', kv: kvs / 2 },
      { id: 'cold', from: 'tee', to: 'mixed', kv: kvs / 2 },
      pump('pump', 'mixed', 'out'),
      { id: 'floor', from: 'out', to: 'tee', kv: 1.2, heat: { kind: 'emitter', coefficient: 300, exponent: 1.1, room: 20 } },
      { id: 'return', from: 'tee', to: 'vessel', pipe: { length: 4, bore: 0.02, roughness: 1.5e-6 } },
    ],
    controls: [{ kind: 'mixing', id: 'valve', hot: 'hot', cold: 'cold', mixed: 'mixed', setPoint, kvs }],
  };
}

describe('flow and temperature together', () => {
  it('turn a mixing valve until its set point is met', () => {
    const twin = new Twin(mixedPlant(38), { kind: 'water' }, 40, 20);
    expect(twin.solve('cold')).toMatchObject({ converged: true });
    expect(twin.temperature('mixed')).toBeCloseTo(38, 2);
    const share = twin.flow('hot') / (twin.flow('hot') + twin.flow('cold'));
    // Source: energy balance of a mixing valve.
    expect(share).toBeCloseTo(hotShare(twin.temperature('mixed'), 60, twin.temperature('tee')), 9);
    expect(twin.heat('floor') + twin.heat('source')).toBeCloseTo(0, 3);
    expect(twin.position('valve')).toBeGreaterThan(0.05);
    expect(twin.position('valve')).toBeLessThan(0.95);
  });

  it('leave the valve open when the source cannot reach the set point', () => {
    const weak = new Twin(mixedPlant(45, 3000), { kind: 'water' }, 40, 20);
    expect(weak.solve('cold')).toMatchObject({ converged: true });
    expect(weak.position('valve')).toBe(1);
    expect(weak.temperature('mixed')).toBeLessThan(45);
    expect(weak.heat('source')).toBeCloseTo(-3000, 4);
    const cold = new Twin(mixedPlant(5), { kind: 'water' }, 40, 20);
    expect(cold.solve('cold')).toMatchObject({ converged: true });
    expect(cold.position('valve')).toBeLessThan(1e-3);
  });

  it('find the set point over all sizes of valve, power and temperature', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 24, max: 57, noNaN: true }),
        fc.constantFrom(1, 1.6, 2.5, 4, 6.3, 10),
        fc.double({ min: 2000, max: 30_000, noNaN: true }),
        (setPoint, kvs, power) => {
          const twin = new Twin(mixedPlant(setPoint, power, kvs), { kind: 'water' }, 40, 20);
          expect(twin.solve('cold')).toMatchObject({ converged: true });
          const open = twin.position('valve') as number;
          // Within 1 mK as a rule; within 50 mK where the source at its limit moves with every turn of the valve.
          const off = twin.temperature('mixed') - setPoint;
          if (open < 0.999) expect(Math.abs(off)).toBeLessThan(0.06);
          else expect(off).toBeLessThan(0.06);
          const given = -twin.heat('source');
          expect(Math.abs(given - twin.heat('floor'))).toBeLessThan(1e-6 * given + 1e-3);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('keep a wanted difference by the speed of the pump, and stop at full speed', () => {
    const build = (difference: number) => {
      const plant = mixedPlant(38);
      const links = plant.links
        .filter((link) => link.id !== 'cold')
        .map((link) => (link.id === 'hot' ? { ...link, kv: 4 } : link));
      return new Twin(
        { ...plant, links, controls: [{ kind: 'difference', id: 'dt', pump: 'pump', supply: 'out', back: 'tee', difference }] },
        { kind: 'water' },
        50,
        20,
      );
    };
    const twin = build(25);
    expect(twin.solve('cold')).toMatchObject({ converged: true });
    expect(twin.temperature('out') - twin.temperature('tee')).toBeCloseTo(25, 2);
    expect(twin.speed('pump')).toBeLessThan(0.95);
    const narrow = build(1);
    expect(narrow.solve('cold')).toMatchObject({ converged: true });
    expect(narrow.speed('pump')).toBe(1);
    expect(narrow.temperature('out') - narrow.temperature('tee')).toBeGreaterThan(1);
  });

  it('carry less heat with glycol at the same pump', () => {
    const heatOf = (fluid: ConstructorParameters<typeof Twin>[1]) => {
      const plant = mixedPlant(60);
      const twin = new Twin(plant, fluid, 45, 20);
      expect(twin.solve('cold')).toMatchObject({ converged: true });
      return twin;
    };
    const water = heatOf({ kind: 'water' });
    const mix = heatOf({ kind: 'propylene-glycol', concentration: 0.4 });
    expect(mix.heat('floor')).toBeLessThan(water.heat('floor'));
    expect(mix.flow('pump') / mix.density('floor')).toBeLessThan(water.flow('pump') / water.density('floor'));
  });

  it('let warm water rise through an idle circuit without a check valve, and not with one', () => {
    const build = (opening: number | null) =>
      new Twin(
        {
          nodes: [{ id: 'vessel', pressure: 1e5 }, { id: 'hot' }, { id: 'up', elevation: 5 }, { id: 'down', elevation: 5 }],
          links: [
            { ...pump('main', 'vessel', 'hot'), oneWay: undefined },
            { id: 'source', from: 'hot', to: 'vessel', kv: 6, heat: { kind: 'source', setPoint: 70, power: 50_000 } },
            {
              id: 'riser',
              from: 'vessel',
              to: 'up',
              pipe: { length: 8, bore: 0.026, roughness: 1.5e-6 },
              ...(opening === null ? {} : { oneWay: { opening } }),
            },
            { id: 'idle', from: 'up', to: 'down', kv: 3, heat: { kind: 'emitter', coefficient: 20, exponent: 1.3, room: 18 } },
            { id: 'fall', from: 'down', to: 'vessel', pipe: { length: 8, bore: 0.026, roughness: 1.5e-6 } },
          ],
          controls: [],
        },
        { kind: 'water' },
        60,
        18,
      );
    const open = build(null);
    open.solve('cold');
    expect(open.solve()).toMatchObject({ converged: true });
    const held = build(600);
    expect(held.solve('cold')).toMatchObject({ converged: true });
    expect(held.flow('riser')).toBe(0);
  });

  it('name a valve with a port missing and still solve the rest', () => {
    const plant = mixedPlant(38);
    const twin = new Twin({ ...plant, links: plant.links.filter((link) => link.id !== 'cold') }, { kind: 'water' }, 40, 20);
    expect(twin.network.problems[0]?.message).toBe('valve has a port that leads nowhere (cold); connect it.');
    expect(twin.solve('cold')).toMatchObject({ converged: true });
    expect(twin.flow('pump')).toBeGreaterThan(0.05);
  });
});
