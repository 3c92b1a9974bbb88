import { describe, expect, it } from 'vitest';
import { thistleMillByLoads as thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newSeparation } from '../../model/new-job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { designWithPlant } from '../job/design-job.ts';
import type { Assembly } from './assembly.ts';

const edited = (...edits: [string, unknown][]): Job =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]): JobEdit => ({ at, value })),
  );
function assemblyOf(job: Job): Assembly {
  const { plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  expect(plant.twin.network.problems).toEqual([]);
  return plant.assembly;
}
const link = (assembly: Assembly, id: string) => assembly.spec.links.find((each) => each.id === id);

describe('the job as a network', () => {
  it('hangs together: every point is reached from the vessel', () => {
    for (const kind of ['none', 'low-loss-header', 'closely-spaced-tees']) {
      const { spec } = assemblyOf(edited(['separation/kind', kind]));
      const reached = new Set(spec.nodes.filter((node) => node.pressure !== undefined).map((node) => node.id));
      expect(reached.size).toBe(1);
      for (let more = true; more; ) {
        more = false;
        for (const { from, to } of spec.links) {
          if (reached.has(from) === reached.has(to)) continue;
          reached.add(from).add(to);
          more = true;
        }
      }
      expect(reached.size).toBe(spec.nodes.length);
    }
  });

  it('joins the bars by header or tees, or by nothing, and pumps the source only where they are joined', () => {
    const none = assemblyOf(edited(['separation/kind', 'none']));
    expect(link(none, 'header')).toBeUndefined();
    expect(link(none, 'source/pump')).toBeUndefined();
    const header = assemblyOf(thistleMill);
    expect(link(header, 'header')?.pipe?.bore).toBeGreaterThan(0.06);
    expect(link(header, 'source/pump')?.pump).toBeDefined();
    const tees = assemblyOf(edited(['separation', newSeparation('closely-spaced-tees', { spacing: 0.4 })]));
    expect(link(tees, 'header')).toMatchObject({ pipe: { length: 0.4, bore: 0.0262 }, fittings: { zeta: 1 } });
    const auto = assemblyOf(edited(['separation', newSeparation('closely-spaced-tees')]));
    expect(link(auto, 'header')?.pipe?.length).toBeCloseTo(4 * 0.0262, 9);
  });

  it('gives a mixed circuit two ports and a tail, a direct one neither', () => {
    const assembly = assemblyOf(thistleMill);
    expect(link(assembly, 'circuits/c1/hot')).toMatchObject({ to: 'circuits/c1/mixed', kv: 2.5 });
    expect(link(assembly, 'circuits/c1/bypass')).toMatchObject({ from: 'circuits/c1/tee', to: 'circuits/c1/mixed' });
    expect(link(assembly, 'circuits/c2/hot')).toBeUndefined();
    expect(assembly.spec.controls.map((control) => control.id)).toEqual(['circuits/c1/valve', 'circuits/c3/valve']);
  });

  it('splits a room that needs more than the worst run into equal loops', () => {
    const { circuits } = assemblyOf(thistleMill);
    const hall = circuits[0]?.loops.filter((loop) => loop.roomId === 'r1') ?? [];
    expect(hall.map((loop) => loop.load)).toEqual([2150 / 3, 2150 / 3, 2150 / 3]);
    expect(circuits[1]?.loops.length).toBe(5);
  });

  it('makes a zone of each room or of the circuit', () => {
    const zones = assemblyOf(thistleMill).zones.map((zone) => zone.id);
    expect(zones).toEqual([
      'rooms/r1',
      'rooms/r2',
      'rooms/r3',
      'rooms/r4',
      'rooms/r5',
      'circuits/c2',
      'circuits/c3',
      'circuits/c4',
    ]);
    const hall = assemblyOf(thistleMill).zones[0];
    expect(hall?.valves).toEqual(['rooms/r1/loop1/valve', 'rooms/r1/loop2/valve', 'rooms/r1/loop3/valve']);
  });

  it('puts parts, bypass, height and vessel where the job says', () => {
    const assembly = assemblyOf(
      edited(
        ['circuits/c2/components', ['spring-check-valve', 'y-strainer']],
        ['circuits/c2/bypass', 15_000],
        ['vessel/connection', 'source-flow'],
      ),
    );
    expect(link(assembly, 'circuits/c2/parts')).toMatchObject({ fittings: { zeta: 18 }, oneWay: { opening: 2000 } });
    expect(link(assembly, 'circuits/c2/overflow')).toMatchObject({ oneWay: { opening: 15_000 }, to: 'back' });
    expect(assembly.spec.nodes.find((node) => node.id === 'circuits/c2/supply')?.elevation).toBe(3);
    expect(assembly.spec.nodes.find((node) => node.pressure !== undefined)?.id).toBe('source/pumped');
  });

  it('has each emitter give its load at the design temperatures', () => {
    const assembly = assemblyOf(thistleMill);
    const heat = link(assembly, 'rooms/r6/loop1')?.heat;
    if (heat?.kind !== 'emitter') throw new Error('no emitter');
    // By hand: 55/48 in 18 C is a log-mean of 33.38 K; 980 W / 33.38^1.3.
    expect(heat.exponent).toBe(1.3);
    expect(heat.coefficient * 33.378 ** 1.3).toBeCloseTo(980, 0);
  });

  it('leaves a pump nobody found out as a shut one', () => {
    const assembly = assemblyOf(
      edited(['circuits/c2/worstRun/length', 2000], ['circuits/c2/worstRun/load', 1040], ['circuits/c2/terminalLoss', 200_000]),
    );
    expect(link(assembly, 'circuits/c2/pump')?.closed).toBe(true);
  });
});
