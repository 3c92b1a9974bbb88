import { HydraulicSolver } from '../core/network/hydraulics.ts';
import { compileNetwork } from '../core/network/network.ts';
import { EpanetRun } from '../reference/epanet.ts';
import { randomNetwork } from '../reference/random-network.ts';

/** First and median time in ms of a piece of work repeated in one run. */
function timed(work: () => void, times: number): { first: number; median: number } {
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    work();
    took.push(performance.now() - start);
  }
  const first = took[0] as number;
  took.sort((a, b) => a - b);
  return { first, median: took[times >> 1] as number };
}

const ms = (value: number) => value.toFixed(3).padStart(8);
const ratio = (theirs: number, ours: number) => `${(theirs / ours).toFixed(2)} times`;
/** Kv in m3/h that loses as much as a loss coefficient in a bore. */
const kvOf = (zeta: number, bore: number) => 3600 * Math.sqrt((100 * Math.PI ** 2 * bore ** 4) / (8 * zeta));

async function main(): Promise<void> {
  console.log('hydraulic solver (Colebrook-White, 1e-9) against the EPANET engine (its law, 1e-8), ms in one run');
  for (const shape of ['closed', 'looped'] as const) {
    const cold: [number, number][] = [];
    for (const links of [100, 300, 1000, 3000]) {
      const spec = randomNetwork(7, { shape, links });
      const network = compileNetwork(spec);
      const times = Math.max(60, Math.round(100_000 / links));
      const theirs = await EpanetRun.open(spec);
      const solver = new HydraulicSolver(network);
      const valve = network.linkIndex.get(shape === 'closed' ? 'y1' : 'c3') as number;
      const bore = network.links[valve]?.pipe?.bore as number;
      const zeta = network.links[valve]?.fittings?.zeta ?? 0;
      let turn = 0;
      let most = 0;
      const ours = {
        cold: timed(() => void new HydraulicSolver(network).solve('cold'), times),
        again: timed(() => void solver.solve('cold'), times),
        warm: timed(() => {
          turn ^= 1;
          solver.setKv(valve, kvOf(turn ? 50 : 5, bore));
          most = Math.max(most, solver.solve('warm').iterations);
        }, times),
      };
      const engine = { cold: timed(() => theirs.solve(), times), again: ours.again, warm: ours.warm };
      theirs.openHydraulics();
      engine.again = timed(() => theirs.again('cold'), times);
      engine.warm = timed(() => {
        turn ^= 1;
        theirs.setZeta(valve, zeta + (turn ? 50 : 5));
        theirs.again('warm');
      }, times);
      theirs.close();
      cold.push([network.links.length, ours.cold.median]);
      const of = (key: 'cold' | 'again' | 'warm') =>
        `${ms(ours[key].median)} against ${ms(engine[key].median)}: ${ratio(engine[key].median, ours[key].median)}`;
      console.log(`  ${shape}, ${network.links.length} links (first ${ms(ours.cold.first)} ms)`);
      console.log(`    cold with its pattern  ${of('cold')} as fast`);
      console.log(`    again, pattern known   ${of('again')} as fast`);
      console.log(
        `    one valve turned       ${of('warm')} as fast; ${ratio(ours.cold.median, ours.warm.median)} our cold solve, at most ${most} steps`,
      );
    }
    const [small, large] = [cold[0] as [number, number], cold[cold.length - 1] as [number, number]];
    const exponent = Math.log(large[1] / small[1]) / Math.log(large[0] / small[0]);
    console.log(`  ${shape}: time ~ links^${exponent.toFixed(2)} from ${small[0]} to ${large[0]} links`);
  }
}

await main();
