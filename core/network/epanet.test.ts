import { describe, expect, it } from 'vitest';
import { EPANET, EpanetRun } from '../../reference/epanet.ts';
import { randomNetwork, SHAPES } from '../../reference/random-network.ts';
import { ringNetwork } from '../../reference/ring-network.ts';
import type { FrictionLaw } from './friction-table.ts';
import { HydraulicSolver } from './hydraulics.ts';
import { compileNetwork, type NetworkSpec } from './network.ts';

// Source: the EPANET 2.2 engine through epanet-js, a general library for water networks. It is compared under its own
// friction law, gravity and viscosity; what Colebrook-White changes is checked apart, below.

function ownFlows(spec: NetworkSpec, friction: FrictionLaw = 'swamee-jain'): Float64Array {
  const network = compileNetwork(spec);
  expect(network.problems).toEqual([]);
  const solver = new HydraulicSolver(network, { friction, gravity: EPANET.gravity });
  for (let l = 0; l < network.links.length; l++) solver.setFluid(l, EPANET.density, EPANET.kinematicViscosity);
  expect(solver.solve('cold')).toMatchObject({ converged: true });
  return solver.flow;
}

/** The greatest difference as a share of what is allowed: 0.1 % of the flow, 1e-5 of the largest, or 0.05 L/h. */
function worstDifference(own: ArrayLike<number>, theirs: readonly number[]): number {
  const largest = Math.max(...theirs.map(Math.abs));
  return Math.max(
    ...theirs.map(
      (flow, l) => Math.abs(flow - (own[l] as number)) / Math.max(1e-3 * Math.abs(flow), 1e-5 * largest, 0.05 / 3600),
    ),
  );
}

async function theirFlows(spec: NetworkSpec): Promise<number[]> {
  const run = await EpanetRun.open(spec);
  run.solve();
  const flows = run.flows();
  run.close();
  return flows;
}

/**
 * The engine leaves a check valve open against less than 0.0005 ft of head. Where it lets one run backwards, ours is
 * made a plain pipe, so that the rest of the network can still be compared.
 */
const asLeftOpen = (spec: NetworkSpec, theirs: readonly number[]): { spec: NetworkSpec; leftOpen: number } => {
  const wrong = new Set(
    spec.links.filter((link, l) => link.oneWay && !link.pump && (theirs[l] as number) < -1e-7).map((each) => each.id),
  );
  return {
    spec: { ...spec, links: spec.links.map((link) => (wrong.has(link.id) ? { ...link, oneWay: undefined } : link)) },
    leftOpen: wrong.size,
  };
};

const SIZES = [10, 25, 60, 150, 400, 1000];

describe('against the EPANET engine', () => {
  it.each(SHAPES)(
    'gives the same flows in %s networks of 10 to 1000 links with pumps and fittings',
    async (shape) => {
      for (let seed = 1; seed <= 67; seed++) {
        const spec = randomNetwork(seed, { shape, links: SIZES[seed % SIZES.length] as number, extraPumps: seed % 4 });
        expect(worstDifference(ownFlows(spec), await theirFlows(spec)), `seed ${seed}`).toBeLessThan(1);
      }
    },
    60_000,
  );

  it.each(['looped', 'closed'] as const)(
    'agrees on check valves and closed links in %s networks',
    async (shape) => {
      let leftOpen = 0;
      let checkValves = 0;
      for (let seed = 100; seed < 130; seed++) {
        const drawn = randomNetwork(seed, { shape, links: SIZES[seed % 5] as number, checkValves: 0.15, shut: 0.15 });
        const theirs = await theirFlows(drawn);
        const comparable = asLeftOpen(drawn, theirs);
        leftOpen += comparable.leftOpen;
        checkValves += drawn.links.filter((link) => link.oneWay && !link.pump).length;
        expect(worstDifference(ownFlows(comparable.spec), theirs), `seed ${seed}`).toBeLessThan(1);
      }
      expect(checkValves).toBeGreaterThan(100);
      expect(leftOpen).toBeLessThan(0.05 * checkValves);
    },
    60_000,
  );

  it('gives the same flows round ring mains with pairs of close tees, a pump in each circuit, some of them shut', async () => {
    let turned = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const pairs = 2 + (seed % 6);
      const spec = ringNetwork(seed, pairs);
      const own = ownFlows(spec);
      const theirs = await theirFlows(spec);
      expect(worstDifference(own, theirs), `seed ${seed}`).toBeLessThan(1);
      const at = (id: string) => own[spec.links.findIndex((link) => link.id === id)] as number;
      const ring = at('ring');
      for (let i = 1; i <= pairs; i++) {
        // What a circuit does not take passes between its tees; where it takes more than comes its own return turns round.
        expect(at(`across${i}`) + at(`pump${i}`)).toBeCloseTo(ring, 9);
        if (at(`across${i}`) < 0) turned++;
      }
    }
    expect(turned).toBeGreaterThan(5);
  });

  it('takes a pump curve of many points as the engine does', async () => {
    const spec = randomNetwork(5, { shape: 'closed', links: 60 });
    const flows = Array.from({ length: 200 }, (_, i) => (i / 199) * 2e-3);
    const heads = flows.map((flow) => 6 - 6 * (flow / 2e-3) ** 1.7);
    const withPoints = {
      ...spec,
      links: spec.links.map((link) =>
        link.pump ? { ...link, pump: { curve: { kind: 'points' as const, flows, heads }, mode: link.pump.mode } } : link,
      ),
    };
    expect(worstDifference(ownFlows(withPoints), await theirFlows(withPoints))).toBeLessThan(1);
  });

  it('differs under Colebrook-White by no more than the two friction laws differ', () => {
    const spec = randomNetwork(8, { shape: 'closed', links: 400 });
    const [theirLaw, ours] = [ownFlows(spec), ownFlows(spec, 'colebrook')];
    const most = Math.max(...ours);
    const shares = [...ours].flatMap((flow, l) => (flow > 0.01 * most ? [flow / (theirLaw[l] as number) - 1] : []));
    // Swamee & Jain state 1 % of the factor for turbulent flow; between laminar and turbulent the blends differ more.
    expect(Math.max(...shares.map(Math.abs))).toBeLessThan(0.06);
    expect(Math.max(...shares.map(Math.abs))).toBeGreaterThan(0.001);
  });
});
