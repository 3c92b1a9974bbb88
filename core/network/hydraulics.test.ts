import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomNetwork, SHAPES } from '../../reference/random-network.ts';
import { valveLoss } from '../circuit/mixing.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { HydraulicSolver } from './hydraulics.ts';
import { compileNetwork, type LinkSpec, type NetworkSpec, type NodeSpec } from './network.ts';
import type { PumpMode, PumpSpec } from './pump-law.ts';

const WATER = { density: 990, kinematicViscosity: 6e-7 };
const FULL: PumpMode = { kind: 'speed', speed: 1 };
const pumpOf = (head: number, mostLitresPerHour: number, mode: PumpMode = FULL): PumpSpec => ({
  curve: {
    kind: 'points',
    flows: [0, 0.4, 0.8, 1].map((share) => (share * mostLitresPerHour) / 3.6e6),
    heads: [head, head * 0.93, head * 0.5, 0],
  },
  mode,
});
const valve = (id: string, from: string, to: string, kv: number, more: Partial<LinkSpec> = {}): LinkSpec => ({
  id,
  from,
  to,
  kv,
  ...more,
});
const copper = (id: string, from: string, to: string, length: number, bore: number): LinkSpec => ({
  id,
  from,
  to,
  pipe: { length, bore, roughness: 1.5e-6 },
});

function solverOf(nodes: (NodeSpec | string)[], links: LinkSpec[]): HydraulicSolver {
  const spec: NetworkSpec = { nodes: nodes.map((node) => (typeof node === 'string' ? { id: node } : node)), links };
  const solver = new HydraulicSolver(compileNetwork(spec));
  for (let l = 0; l < links.length; l++) solver.setFluid(l, WATER.density, WATER.kinematicViscosity);
  return solver;
}
const flowIn = (solver: HydraulicSolver, id: string): number => solver.flow[solver.network.linkIndex.get(id) as number] as number;
const pressureAt = (solver: HydraulicSolver, id: string): number =>
  solver.pressure[solver.network.nodeIndex.get(id) as number] as number;
const indexOf = (solver: HydraulicSolver, id: string): number => solver.network.linkIndex.get(id) as number;

/** Loss of a link after the formulas of the handbook, worked out apart from the solver's own laws. */
function lossByHand({ pipe, fittings, kv, pump }: LinkSpec, massFlow: number): number {
  const flow = Math.abs(massFlow) / WATER.density;
  let loss = 0;
  if (pipe) loss += pipeFlow(flow, pipe.bore, pipe.roughness, WATER).gradient * pipe.length;
  if (fittings) loss += (fittings.zeta * WATER.density * (flow / ((Math.PI / 4) * fittings.bore ** 2)) ** 2) / 2;
  if (kv) loss += valveLoss(flow, kv, WATER.density);
  const rise =
    pump?.curve.kind === 'power'
      ? (pump.curve.shutOff - pump.curve.coefficient * flow ** pump.curve.exponent) * WATER.density * 9.80665
      : 0;
  return Math.sign(massFlow) * loss - rise;
}

describe('balance of a solved network', () => {
  it('keeps mass at every point and pressure round every loop', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom(...SHAPES),
        fc.integer({ min: 6, max: 300 }),
        (seed, shape, links) => {
          const spec = randomNetwork(seed, { shape, links, checkValves: 0.1, shut: 0.1, extraPumps: seed % 3 });
          const network = compileNetwork(spec);
          const solver = new HydraulicSolver(network);
          for (let l = 0; l < network.links.length; l++) solver.setFluid(l, WATER.density, WATER.kinematicViscosity);
          expect(solver.solve('cold')).toMatchObject({ converged: true });
          const net = Float64Array.from(network.inflow);
          const most = Math.max(...solver.flow.map(Math.abs));
          const highest = Math.max(...solver.pressure) - Math.min(...solver.pressure.filter((_, n) => !solver.floating[n]));
          network.links.forEach((link, l) => {
            const flow = solver.flow[l] as number;
            net[network.from[l] as number]! -= flow;
            net[network.to[l] as number]! += flow;
            if (!solver.isOpen(l)) {
              expect(flow).toBe(0);
              return;
            }
            // A ring cut off from every vessel runs, but nobody can tell its pressures.
            if (solver.floating[network.from[l] as number]) return;
            const drop = pressureAt(solver, link.from) - pressureAt(solver, link.to);
            // A pump that others push past the end of its curve resists; how much no handbook says.
            if (link.pump && drop > 0) return;
            // Below 10 L/h a quadratic loss is rounded off near rest by design; pipes are exact to the piecewise friction.
            if (Math.abs(flow) > 3e-3)
              expect(Math.abs(drop - lossByHand(link, flow))).toBeLessThan(2e-9 * highest + 1e-5 * Math.abs(drop));
            if (link.oneWay) expect(flow).toBeGreaterThan(-1e-12 - 1e-9 * most);
          });
          net.forEach((sum, n) => {
            if (!network.fixed[n]) expect(Math.abs(sum)).toBeLessThan(1e-9 * most + 1e-10);
          });
        },
      ),
      {
        numRuns: 60,
        examples: [
          [724156, 'looped', 7],
          [499592, 'looped', 295],
          // A pump that others leave nothing to do at the end of a dead pipe.
          [784661, 'looped', 7],
        ],
      },
    );
  });

  it('closes each pressure balance to 1e-9 of the largest', () => {
    for (const shape of SHAPES) {
      const network = compileNetwork(randomNetwork(3, { shape, links: 300 }));
      const solver = new HydraulicSolver(network);
      solver.solve('cold');
      const again = new HydraulicSolver(network);
      again.solve('cold');
      const total = solver.flow.reduce((sum, flow) => sum + Math.abs(flow), 0);
      // A second solve from the answer has nothing left to correct.
      expect(again.solve('warm')).toEqual({ converged: true, iterations: 1 });
      solver.flow.forEach((flow, l) => {
        expect(Math.abs(flow - (again.flow[l] as number))).toBeLessThan(1e-9 * total);
      });
    }
  });

  it('comes to the same flows warm as cold after a valve is turned', () => {
    const spec = randomNetwork(11, { shape: 'closed', links: 200 });
    const solver = new HydraulicSolver(compileNetwork(spec));
    solver.solve('cold');
    const l = indexOf(solver, 'y3');
    solver.setKv(l, 0.1);
    const warm = solver.solve('warm');
    expect(warm.converged && warm.iterations).toBeLessThanOrEqual(5);
    const flows = solver.flow.slice();
    solver.solve('cold');
    flows.forEach((flow, i) => {
      expect(flow).toBeCloseTo(solver.flow[i] as number, 9);
    });
  });
});

describe('facts of the trade (common practice)', () => {
  const ring = (links: LinkSpec[], points: string[], kPa = 20): HydraulicSolver => {
    const solver = solverOf(
      [{ id: 'vessel', pressure: 1.5e5 }, 'out', ...points],
      [
        { id: 'pump', from: 'vessel', to: 'out', pump: pumpOf(8, 8000, { kind: 'constant-pressure', pressure: kPa * 1000 }) },
        ...links,
      ],
    );
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    return solver;
  };

  it('needs four times the pressure for twice the flow through a Kv, and about 3.4 times through smooth pipe', () => {
    const flowAt = (kPa: number, link: LinkSpec) => flowIn(ring([link], [], kPa), 'pump');
    const kv = valve('v', 'out', 'vessel', 1.6);
    expect(flowAt(20, kv) / flowAt(5, kv)).toBeCloseTo(2, 3);
    const pipe = copper('p', 'out', 'vessel', 20, 0.02);
    expect(flowAt(34, pipe) / flowAt(10, pipe)).toBeCloseTo(2, 1);
  });

  it('carries about as much through two 22 mm branches as through one 28 mm pipe', () => {
    const two = ring([copper('a', 'out', 'vessel', 20, 0.0202), copper('b', 'out', 'vessel', 20, 0.0202)], []);
    const one = ring([copper('a', 'out', 'vessel', 20, 0.0262)], []);
    expect(flowIn(two, 'pump') / flowIn(one, 'pump')).toBeGreaterThan(0.9);
    expect(flowIn(two, 'pump') / flowIn(one, 'pump')).toBeLessThan(1.1);
  });

  it('loses flow visibly to a second check valve in line', () => {
    const check = (id: string, from: string, to: string) => valve(id, from, to, 4, { oneWay: { opening: 2000 } });
    const pipe = copper('p', 'a', 'b', 10, 0.02);
    const once = ring([check('c1', 'out', 'a'), pipe, { id: 'back', from: 'b', to: 'vessel' }], ['a', 'b']);
    const twice = ring([check('c1', 'out', 'a'), pipe, check('c2', 'b', 'vessel')], ['a', 'b']);
    expect(flowIn(twice, 'p') / flowIn(once, 'p')).toBeLessThan(0.92);
  });

  it('shows 16 ft of head as about 7 psi across a pump', () => {
    const solver = solverOf(
      [{ id: 'vessel', pressure: 1e5 }, 'out'],
      [{ id: 'pump', from: 'vessel', to: 'out', pump: pumpOf(16 * 0.3048, 3000) }, valve('v', 'out', 'vessel', 0.01)],
    );
    solver.solve('cold');
    expect((pressureAt(solver, 'out') - 1e5) / 6894.76).toBeCloseTo(7, 0);
  });

  it('shows the gauge 1 bar lower for each 10.2 m of height, and falling towards the pump inlet', () => {
    const solver = solverOf(
      [{ id: 'vessel', pressure: 1.5e5 }, { id: 'out' }, { id: 'top', elevation: 10.3 }],
      [
        { id: 'pump', from: 'vessel', to: 'out', pump: pumpOf(4, 3000, { kind: 'off' }) },
        copper('up', 'out', 'top', 12, 0.02),
        copper('down', 'top', 'vessel', 12, 0.02),
      ],
    );
    solver.solve('cold');
    expect(pressureAt(solver, 'top')).toBeCloseTo(1.5e5 - 990 * 9.80665 * 10.3, 3);
    solver.setPump(0, FULL);
    solver.solve();
    expect(pressureAt(solver, 'out')).toBeGreaterThan(1.5e5);
  });

  it('pumps away from the vessel: on the other side of the pump its suction falls below the vessel', () => {
    const build = (at: string) =>
      solverOf(
        ['in', 'out', 'far'].map((id) => (id === at ? { id, pressure: 1e5 } : id)),
        [
          { id: 'pump', from: 'in', to: 'out', pump: pumpOf(6, 3000) },
          copper('p', 'out', 'far', 30, 0.013),
          copper('q', 'far', 'in', 1, 0.02),
        ],
      );
    const away = build('in');
    const towards = build('out');
    away.solve('cold');
    towards.solve('cold');
    expect(pressureAt(away, 'in')).toBe(1e5);
    expect(pressureAt(towards, 'in')).toBeLessThan(0.65e5);
    expect(flowIn(away, 'pump')).toBeCloseTo(flowIn(towards, 'pump'), 9);
  });

  it('drives ghost flow through an idle circuit by weight alone: 3 m of 70 against 20 C are about 600 Pa', () => {
    const solver = solverOf(
      [
        { id: 'low', pressure: 1e5 },
        { id: 'high', elevation: 3 },
      ],
      [copper('hot', 'low', 'high', 3, 0.02), copper('cold', 'high', 'low', 3, 0.02)],
    );
    solver.setFluid(0, 977.8, 4.1e-7);
    solver.setFluid(1, 998.2, 1.0e-6);
    solver.solve('cold');
    expect(flowIn(solver, 'hot')).toBeGreaterThan(0.02);
    const rise = solver.lossOf(0) + solver.lossOf(1);
    expect(rise).toBeCloseTo((998.2 - 977.8) * 9.80665 * 3, 4);
  });
});

describe('pumps', () => {
  it('never lose flow of their own with more speed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.double({ min: 0.3, max: 0.9, noNaN: true }), (seed, slow) => {
        const solver = new HydraulicSolver(compileNetwork(randomNetwork(seed, { shape: 'looped', links: 60, extraPumps: 2 })));
        const pump = solver.network.pumpLinks[1] as number;
        solver.setPump(pump, { kind: 'speed', speed: slow });
        expect(solver.solve('cold')).toMatchObject({ converged: true });
        const before = solver.flow[pump] as number;
        solver.setPump(pump, { kind: 'speed', speed: slow * 1.1 });
        expect(solver.solve()).toMatchObject({ converged: true });
        expect(solver.flow[pump] as number).toBeGreaterThanOrEqual(before - 1e-9);
      }),
      { numRuns: 40 },
    );
  });

  it('hold a constant pressure, so that shutting a branch of two rails starves no other', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.2, max: 2, noNaN: true }), { minLength: 3, maxLength: 8 }),
        fc.nat(),
        (kvs, which) => {
          const points = kvs.flatMap((_, i) => [`s${i}`, `r${i}`]);
          const links = kvs.flatMap((kv, i) => [
            copper(`ps${i}`, i ? `s${i - 1}` : 'out', `s${i}`, 4, 0.02),
            copper(`pr${i}`, `r${i}`, i ? `r${i - 1}` : 'vessel', 4, 0.02),
            valve(`b${i}`, `s${i}`, `r${i}`, kv),
          ]);
          const solver = solverOf(
            [{ id: 'vessel', pressure: 1e5 }, 'out', ...points],
            [
              { id: 'pump', from: 'vessel', to: 'out', pump: pumpOf(6, 5000, { kind: 'constant-pressure', pressure: 2e4 }) },
              ...links,
            ],
          );
          solver.solve('cold');
          const before = kvs.map((_, i) => flowIn(solver, `b${i}`));
          const shut = which % kvs.length;
          solver.setClosed(indexOf(solver, `b${shut}`), true);
          expect(solver.solve()).toMatchObject({ converged: true });
          kvs.forEach((_, i) => {
            expect(flowIn(solver, `b${i}`)).toBeGreaterThanOrEqual(i === shut ? 0 : (before[i] as number) - 1e-9);
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('add their heads in series and their flows in parallel', () => {
    const head = (solver: HydraulicSolver) => pressureAt(solver, 'out') - pressureAt(solver, 'vessel');
    const nodes = [{ id: 'vessel', pressure: 1e5 }, 'out', 'mid'];
    const shut = valve('v', 'out', 'vessel', 0.001);
    const single = solverOf(nodes.slice(0, 2), [{ id: 'p', from: 'vessel', to: 'out', pump: pumpOf(4, 2000) }, shut]);
    const series = solverOf(nodes, [
      { id: 'p', from: 'vessel', to: 'mid', pump: pumpOf(4, 2000) },
      { id: 'q', from: 'mid', to: 'out', pump: pumpOf(4, 2000) },
      shut,
    ]);
    const open = valve('v', 'out', 'vessel', 50);
    const wide = solverOf(nodes.slice(0, 2), [{ id: 'p', from: 'vessel', to: 'out', pump: pumpOf(4, 2000) }, open]);
    const parallel = solverOf(nodes.slice(0, 2), [
      { id: 'p', from: 'vessel', to: 'out', pump: pumpOf(4, 2000) },
      { id: 'q', from: 'vessel', to: 'out', pump: pumpOf(4, 2000) },
      open,
    ]);
    for (const solver of [single, series, wide, parallel]) expect(solver.solve('cold')).toMatchObject({ converged: true });
    expect(head(series) / head(single)).toBeCloseTo(2, 3);
    expect(flowIn(parallel, 'v') / flowIn(wide, 'v')).toBeCloseTo(2, 1);
  });

  it('with proportional pressure give half at rest and all at the flow the curve allows', () => {
    const law = { kind: 'proportional-pressure', pressure: 2e4 } as const;
    const build = (kv: number) =>
      solverOf(
        [{ id: 'vessel', pressure: 1e5 }, 'out'],
        [{ id: 'p', from: 'vessel', to: 'out', pump: pumpOf(4, 2000, law) }, valve('v', 'out', 'vessel', kv)],
      );
    const still = build(0.001);
    const wide = build(3);
    expect(still.solve('cold')).toMatchObject({ converged: true });
    expect(wide.solve('cold')).toMatchObject({ converged: true });
    expect(pressureAt(still, 'out') - 1e5).toBeCloseTo(1e4, -2);
    expect(pressureAt(wide, 'out') - 1e5).toBeGreaterThan(1.5e4);
    expect(pressureAt(wide, 'out') - 1e5).toBeLessThanOrEqual(2e4 + 1);
  });

  it('let water through when off, and hold it back with a check valve inside', () => {
    const build = (inside: boolean) =>
      solverOf(
        [{ id: 'vessel', pressure: 1e5 }, 'out'],
        [
          { id: 'p', from: 'vessel', to: 'out', pump: pumpOf(4, 2000) },
          {
            id: 'idle',
            from: 'vessel',
            to: 'out',
            pump: pumpOf(4, 2000, { kind: 'off' }),
            ...(inside ? { oneWay: { opening: 0 } } : {}),
          },
          valve('v', 'out', 'vessel', 1),
        ],
      );
    const without = build(false);
    const within = build(true);
    without.solve('cold');
    within.solve('cold');
    expect(flowIn(without, 'idle')).toBeLessThan(-0.02);
    expect(flowIn(within, 'idle')).toBe(0);
    expect(flowIn(within, 'v')).toBeGreaterThan(flowIn(without, 'v') * 1.2);
  });
});

describe('what cannot be solved as given', () => {
  const vessel = { id: 'a', pressure: 1e5 };
  it('names each bad part and solves the rest', () => {
    const network = compileNetwork({
      nodes: [vessel, { id: 'b' }, { id: 'b' }],
      links: [
        { id: 'pump', from: 'a', to: 'b', pump: pumpOf(4, 2000) },
        valve('good', 'b', 'a', 1),
        valve('zero', 'b', 'a', 0),
        valve('nowhere', 'b', '', 1),
        valve('itself', 'b', 'b', 1),
        { id: 'rough', from: 'a', to: 'b', pipe: { length: 1, bore: 0.01, roughness: 0.01 } },
        { id: 'rising', from: 'a', to: 'b', pump: { curve: { kind: 'points', flows: [0, 1], heads: [1, 2] }, mode: FULL } },
      ],
    });
    expect(network.problems.map(({ kind, at }) => `${kind} ${at}`)).toEqual([
      'twice b',
      'bad-number zero',
      'unknown-node nowhere',
      'same-node itself',
      'bad-number rough',
      'bad-number rising',
    ]);
    for (const { message } of network.problems) expect(message).toMatch(/^.{20,}[;,.].*\.$/);
    const solver = new HydraulicSolver(network);
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    expect(flowIn(solver, 'good')).toBeGreaterThan(0.1);
  });

  it('runs a part that no vessel holds, and says so', () => {
    const solver = solverOf(
      [vessel, 'x', 'y'],
      [{ id: 'p', from: 'x', to: 'y', pump: pumpOf(4, 2000) }, valve('v', 'y', 'x', 1)],
    );
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    expect(flowIn(solver, 'p')).toBeGreaterThan(0.1);
    expect([...solver.floating]).toEqual([0, 1, 1]);
    expect([...solver.pressure]).toEqual([1e5, 0, 0]);
    expect(compileNetwork({ nodes: [{ id: 'x' }], links: [] }).problems[0]).toMatchObject({ kind: 'no-pressure-point' });
  });

  it('stands still against closed valves: full head, no flow, no NaN', () => {
    const solver = solverOf(
      [vessel, 'b', 'c'],
      [
        { id: 'p', from: 'a', to: 'b', pump: pumpOf(4, 2000) },
        valve('v', 'b', 'c', 1, { closed: true }),
        valve('w', 'c', 'a', 1),
      ],
    );
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    expect([...solver.flow]).toEqual([0, 0, 0]);
    expect(pressureAt(solver, 'b') - 1e5).toBeCloseTo(4 * 990 * 9.80665, 0);
    expect(pressureAt(solver, 'c')).toBeCloseTo(1e5, 6);
  });

  it('takes a pipe of no length as one point, and a network of nothing', () => {
    const solver = solverOf(
      [vessel, 'b'],
      [
        { id: 'p', from: 'a', to: 'b', pump: pumpOf(4, 2000) },
        { id: 'none', from: 'b', to: 'a', pipe: { length: 0, bore: 0.02, roughness: 1e-6 } },
      ],
    );
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    expect(flowIn(solver, 'none')).toBeCloseTo((2000 * 990) / 3.6e6, 2);
    expect(new HydraulicSolver(compileNetwork({ nodes: [], links: [] })).solve('cold')).toMatchObject({ converged: true });
  });

  it('says that water put into a part that is shut off cannot leave', () => {
    const solver = solverOf([vessel, { id: 'b', inflow: 0.1 }], [valve('v', 'b', 'a', 1, { closed: true })]);
    expect(solver.solve('cold')).toMatchObject({ converged: false, reason: expect.stringContaining('b. Open a way to it.') });
  });

  it('holds back water between two check valves face to face', () => {
    const solver = solverOf(
      [vessel, 'b', 'c', 'd'],
      [
        { id: 'p', from: 'a', to: 'b', pump: pumpOf(4, 2000) },
        valve('one', 'b', 'c', 1, { oneWay: { opening: 0 } }),
        valve('other', 'd', 'c', 1, { oneWay: { opening: 0 } }),
        valve('w', 'd', 'a', 1),
      ],
    );
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    expect(Math.max(...solver.flow.map(Math.abs))).toBe(0);
  });
});
