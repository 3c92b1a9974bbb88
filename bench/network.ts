import { HydraulicSolver } from '../core/network/hydraulics.ts';
import { compileNetwork } from '../core/network/network.ts';
import { EpanetRun } from '../reference/epanet.ts';
import { randomNetwork } from '../reference/random-network.ts';

const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1] as number;

function millisecondsOf(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/**
 * Median times in ms of two pieces of work done in turn, so that what else the machine does falls on both alike. Both
 * are run as often before, unmeasured: what counts is the solver, not the compiler below it.
 */
function sideBySide(ours: () => void, theirs: () => void, times: number): { ours: number; theirs: number } {
  for (let i = 0; i < times; i++) {
    ours();
    theirs();
  }
  const took = { ours: [] as number[], theirs: [] as number[] };
  for (let i = 0; i < times; i++) {
    took.ours.push(millisecondsOf(ours));
    took.theirs.push(millisecondsOf(theirs));
  }
  return { ours: median(took.ours), theirs: median(took.theirs) };
}

const ms = (value: number) => value.toFixed(3).padStart(8);
const line = (what: string, { ours, theirs }: { ours: number; theirs: number }) =>
  `    ${what.padEnd(23)}${ms(ours)} against ${ms(theirs)}: ${(theirs / ours).toFixed(2)} times as fast`;
/** Kv in m3/h that loses as much as a loss coefficient in a bore. */
const kvOf = (zeta: number, bore: number) => 3600 * Math.sqrt((100 * Math.PI ** 2 * bore ** 4) / (8 * zeta));
const TURNS = [5, 50];

/** The link of a kind with the largest flow at the last answer: a valve there matters to the rest. */
function mattering(solver: HydraulicSolver, kind: string): number {
  let best = -1;
  solver.network.linkIds.forEach((id, l) => {
    if (!id.startsWith(kind)) return;
    if (best < 0 || Math.abs(solver.flow[l] as number) > Math.abs(solver.flow[best] as number)) best = l;
  });
  return best;
}

async function main(): Promise<void> {
  console.log('hydraulic solver (Colebrook-White, 1e-9) against the EPANET engine (its law, 1e-8), ms, medians in one run');
  for (const shape of ['closed', 'looped'] as const) {
    const growth: [links: number, cold: number][] = [];
    for (const links of [100, 300, 1000, 3000]) {
      const spec = randomNetwork(7, { shape, links });
      const network = compileNetwork(spec);
      const times = Math.max(60, Math.round(60_000 / links));
      const engine = await EpanetRun.open(spec);
      const first = millisecondsOf(() => void new HydraulicSolver(network).solve('cold'));
      const cold = sideBySide(
        () => void new HydraulicSolver(network).solve('cold'),
        () => engine.solve(),
        times,
      );
      const solver = new HydraulicSolver(network);
      engine.openHydraulics();
      const again = sideBySide(
        () => void solver.solve('cold'),
        () => engine.again('cold'),
        times,
      );
      const valve = mattering(solver, shape === 'closed' ? 'y' : 'c');
      const { pipe, fittings } = network.links[valve] ?? {};
      let turn = 0;
      let most = 0;
      const warm = sideBySide(
        () => {
          turn ^= 1;
          solver.setKv(valve, kvOf(TURNS[turn] as number, pipe?.bore ?? 0.02));
          most = Math.max(most, solver.solve('warm').iterations);
        },
        () => {
          engine.setZeta(valve, (fittings?.zeta ?? 0) + (TURNS[turn] as number));
          engine.again('warm');
        },
        times,
      );
      engine.close();
      growth.push([network.links.length, cold.ours]);
      console.log(`  ${shape}, ${network.links.length} links (the very first solve took ${first.toFixed(1)} ms)`);
      console.log(line('cold with its pattern', cold));
      console.log(line('again, pattern known', again));
      console.log(
        `${line('one valve turned', warm)}; ${(cold.ours / warm.ours).toFixed(1)} times our cold solve, at most ${most} steps`,
      );
    }
    const [small, large] = [growth[0] as [number, number], growth[growth.length - 1] as [number, number]];
    const exponent = Math.log(large[1] / small[1]) / Math.log(large[0] / small[0]);
    console.log(`  ${shape}: time ~ links^${exponent.toFixed(2)} from ${small[0]} to ${large[0]} links`);
  }
  memory();
}

/** Heap that a solver of 1000 links takes, with its network. */
function memory(): void {
  const before = process.memoryUsage();
  const spec = randomNetwork(9, { shape: 'looped', links: 1000 });
  const solver = new HydraulicSolver(compileNetwork(spec));
  solver.solve('cold');
  const after = process.memoryUsage();
  const grown = after.heapUsed + after.arrayBuffers - before.heapUsed - before.arrayBuffers;
  console.log(`  1000 links: ${(Math.max(grown, 0) / 1e6).toFixed(1)} MB more heap and buffers (${solver.flow.length} links)`);
}

await main();
