import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boreArea, pipeFlow } from '../pipe/friction.ts';
import { joiningTee, partingTee } from '../pipe/tee-loss.ts';
import { HydraulicSolver } from './hydraulics.ts';
import { compileNetwork, type LinkSpec, type NetworkSpec, type TeeSpec } from './network.ts';

const DENSITY = 999.7;
const COLD = { density: DENSITY, kinematicViscosity: 1.306e-6 };
const pipe = (id: string, from: string, to: string, bore: number): LinkSpec => ({
  id,
  from,
  to,
  pipe: { length: 2, bore, roughness: 1.5e-6 },
});
const TEE: TeeSpec = { id: 'tee', node: 'mid', straight: ['trunk', 'run'], branch: 'branch', bore: 0.02, branchBore: 0.016 };

/** A tee whose three ends take or give given flows, kg/s; what leaves by the trunk holds the pressure. */
function split(intoRun: number, intoBranch: number, tee: TeeSpec = TEE): HydraulicSolver {
  const spec: NetworkSpec = {
    nodes: [{ id: 'a', pressure: 1e5 }, { id: 'mid' }, { id: 'b', inflow: intoRun }, { id: 'c', inflow: intoBranch }],
    // The run is named against the tee on purpose: names must not matter.
    links: [pipe('trunk', 'a', 'mid', 0.02), pipe('run', 'b', 'mid', 0.02), pipe('branch', 'mid', 'c', 0.016)],
    tees: [tee],
  };
  const solver = new HydraulicSolver(compileNetwork(spec));
  expect(solver.solve('cold')).toMatchObject({ converged: true });
  return solver;
}
const pressure = (solver: HydraulicSolver, id: string) => solver.pressure[solver.network.nodeIndex.get(id)!]!;
const friction = (massFlow: number, bore: number) => pipeFlow(massFlow / DENSITY, bore, 1.5e-6, COLD).gradient * 2;
const dynamic = (massFlow: number) => (DENSITY * (massFlow / DENSITY / boreArea(0.02)) ** 2) / 2;

describe('a tee in a network', () => {
  it('takes what its split says where the water parts', () => {
    const solver = split(-0.1, -0.06);
    const loss = partingTee(0.06 / 0.16, 0.8);
    const mid = 1e5 - friction(0.16, 0.02);
    expect(pressure(solver, 'b')).toBeCloseTo(mid - friction(0.1, 0.02) - loss.run * dynamic(0.16), 1);
    expect(pressure(solver, 'c')).toBeCloseTo(mid - friction(0.06, 0.016) - loss.branch * dynamic(0.16), 1);
  });

  it('draws a small branch along where the waters join', () => {
    const solver = split(0.15, 0.01);
    const loss = joiningTee(0.01 / 0.16, 0.8);
    const mid = 1e5 + friction(0.16, 0.02);
    expect(loss.branch).toBeLessThan(-0.5);
    expect(pressure(solver, 'c')).toBeCloseTo(mid + friction(0.01, 0.016) + loss.branch * dynamic(0.16), 1);
    expect(pressure(solver, 'b')).toBeCloseTo(mid + friction(0.15, 0.02) + loss.run * dynamic(0.16), 1);
  });

  it('turns the same corner from both sides where all goes into the branch', () => {
    const solver = split(0.08, -0.16);
    const b = pressure(solver, 'b') - friction(0.08, 0.02);
    const a = 1e5 - friction(0.08, 0.02);
    expect(b).toBeCloseTo(a, 1);
    expect(a - pressure(solver, 'c')).toBeGreaterThan(friction(0.16, 0.016));
  });

  it('settles whichever way the water goes', () => {
    const flow = fc.double({ min: -0.3, max: 0.3, noNaN: true });
    fc.assert(
      fc.property(flow, flow, fc.constantFrom(0.012, 0.016, 0.02), (run, branch, branchBore) => {
        const solver = split(run, branch, { ...TEE, branchBore });
        const [trunk] = solver.flow;
        expect(trunk! + run + branch).toBeCloseTo(0, 9);
      }),
    );
  });

  // A shut leg leaves two that carry the same: rounding must not choose which of them is the combined one.
  it.each([0, 1e-9, -1e-9])('is steady where one leg stands still (%d kg/s in it)', (still) => {
    const losses = [-1e-12, 0, 1e-12].map((more) => pressure(split(still, 0.1 + more), 'c'));
    expect(Math.max(...losses) - Math.min(...losses)).toBeLessThan(1e-3);
    const [before, after] = [-1e-4, 1e-4].map((moved) => pressure(split(moved, 0.1), 'c'));
    expect(Math.abs((before ?? 0) - (after ?? 0))).toBeLessThan(0.2 * dynamic(0.1));
  });

  it('settles in a ring, where the flows are not given', () => {
    const joined = { ...TEE, id: 'join', node: 'join', straight: ['pump', 'run'] as [string, string] };
    const solver = new HydraulicSolver(
      compileNetwork({
        nodes: ['in', 'mid', 'join'].map((id) => ({ id, ...(id === 'in' ? { pressure: 1e5 } : {}) })),
        links: [
          {
            id: 'pump',
            from: 'join',
            to: 'in',
            pump: { curve: { kind: 'power', shutOff: 5, coefficient: 2e7, exponent: 2 }, mode: { kind: 'speed', speed: 1 } },
          },
          pipe('trunk', 'in', 'mid', 0.02),
          pipe('run', 'mid', 'join', 0.016),
          pipe('branch', 'mid', 'join', 0.012),
        ],
        tees: [TEE, joined],
      }),
    );
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    const [whole, , run, branch] = [...solver.flow] as [number, number, number, number];
    const share = branch / whole;
    const [apart, together] = [partingTee(share, 0.8), joiningTee(share, 0.8)];
    // Both ways round from tee to tee take the same.
    const alongRun = friction(run, 0.016) + (apart.run + together.run) * dynamic(whole);
    const alongBranch = friction(branch, 0.012) + (apart.branch + together.branch) * dynamic(whole);
    expect(alongRun / alongBranch).toBeCloseTo(1, 4);
  });

  it('names a leg that does not meet it, and solves the rest', () => {
    const network = compileNetwork({
      nodes: [{ id: 'a', pressure: 0 }, { id: 'mid' }, { id: 'b' }],
      links: [pipe('trunk', 'a', 'mid', 0.02), pipe('run', 'mid', 'b', 0.02)],
      tees: [TEE],
    });
    expect(network.problems[0]?.message).toBe('tee has a leg that does not meet it (branch); connect three different pipes.');
    expect(new HydraulicSolver(network).solve('cold').converged).toBe(true);
  });
});

describe('a valve that holds its flow', () => {
  const run = (head: number, mostFlow: number) => {
    const network = compileNetwork({
      nodes: [{ id: 'a', pressure: 1e5 + head }, { id: 'b' }, { id: 'c', pressure: 1e5 }],
      links: [
        { id: 'valve', from: 'a', to: 'b', kv: 1, mostFlow },
        { id: 'rest', from: 'b', to: 'c', kv: 2 },
      ],
    });
    const solver = new HydraulicSolver(network);
    expect(solver.solve('cold')).toMatchObject({ converged: true });
    return { flow: solver.flow[0]! / DENSITY, solver };
  };

  it('is an open valve while little flows', () => {
    // Kv 1 and 2 in series are 0.894: 100 Pa drive 28 L/h, far below the setting.
    const { flow } = run(100, 1e-4);
    expect(flow).toBeCloseTo((0.8944 * Math.sqrt(0.001 * (1000 / DENSITY))) / 3600, 9);
  });

  // Common practice: flow within about a tenth of the setting over the range of pressures.
  it.each([20_000, 60_000, 150_000, 250_000])('keeps its setting against %i Pa', (head) => {
    const { flow, solver } = run(head, 5e-5);
    expect(flow).toBeGreaterThan(5e-5);
    expect(flow).toBeLessThan(1.12 * 5e-5);
    // What the rest does not take, the valve takes.
    const taken = head - 1e5 * (1000 / DENSITY) ** -1 * ((flow * 3600) / 2) ** 2;
    expect(1e5 + head - solver.pressure[1]!).toBeCloseTo(taken, 0);
  });

  it('does not hold water that comes backwards', () => {
    expect(run(-50_000, 5e-5).flow).toBeLessThan(-1.5e-4);
  });

  it('asks for a setting and a Kv', () => {
    const network = compileNetwork({ nodes: [{ id: 'a' }, { id: 'b' }], links: [{ id: 'v', from: 'a', to: 'b', mostFlow: 0 }] });
    expect(network.problems[0]?.message).toMatch(/^v has no flow to hold; give the flow/);
  });
});
