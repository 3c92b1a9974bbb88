import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job, Section } from '../../model/job.ts';
import { newCircuit, newJob, newRoom, newSection } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designWithPlant } from '../job/design-job.ts';

/** 7 kW on one tree: 4 kW on a branch, 3 kW on another. */
function house(temperatureDifference: number, fields: Partial<Section> = {}): Job {
  const base = newJob('House');
  const circuit = newCircuit('c1', base, { flowTemperature: 50, temperatureDifference, height: 3 });
  const section = (id: string, from: string | null, rooms: string[], size: string) =>
    newSection(id, circuit, { name: id, from, rooms, size, existing: true, fittingsAllowance: 0, ...fields });
  return {
    ...base,
    source: { ...base.source, flowTemperature: 50, temperatureDifference },
    circuits: [
      {
        ...circuit,
        run: { ...circuit.run, size: '28x0.9' },
        sections: [
          section('trunk', null, [], '22x0.9'),
          section('left', 'trunk', ['r1'], '22x0.9'),
          section('right', 'trunk', ['r2'], '22x0.9'),
        ],
      },
    ],
    rooms: [
      newRoom('r1', { name: 'Left', heatLoad: 4000, circuit: 'c1', branchLength: 4 }),
      newRoom('r2', { name: 'Right', heatLoad: 3000, circuit: 'c1', branchLength: 4 }),
    ],
  };
}
const solve = (job: Job) => {
  const { design, plant } = designWithPlant(job);
  const sized = design.circuits[0]?.sized;
  if (!sized || !plant) throw new Error('no plant');
  expect(design.solved?.state.reason).toBeNull();
  return { design, plant, sized, state: design.solved?.state };
};

describe('a tree of pipes', () => {
  it('adds the loads up at the tee', () => {
    const { sized } = solve(house(20));
    expect(sized.tree.map((each) => Math.round(each.load.value))).toEqual([7000, 4000, 3000]);
    expect(sized.tree[0]?.pathLoss).toBeLessThan(sized.tree[1]?.pathLoss as number);
  });

  // Common practice: 7 kW needs four times the flow at 5 K that it needs at 20 K, and a 22 mm pipe, good for about 6 kW at 5 K
  // and 0.9 m/s, is then the one that is short: at 6 to 7 K, or about 1.05 m/s, it would do.
  it('shows which piece is short when a boiler at 20 K gives way to a heat pump at 5 K', () => {
    const short = (job: Job) =>
      solve(job)
        .design.findings.filter((finding) => finding.rule === 'pipe-too-small')
        .map((finding) => finding.place);
    expect(short(house(20))).toEqual([]);
    expect(short(house(5))).toEqual(['circuits/c1/sections/trunk/size']);
    const { sized, design } = solve(house(5));
    expect(sized.tree[0]?.pipe.velocity.value).toBeCloseTo(1.05, 1);
    expect((sized.tree[0]?.pipe.capacity.value as number) / 1000).toBeCloseTo(6, 0);
    const [finding] = design.findings.filter((each) => each.rule === 'pipe-too-small');
    expect(finding?.remedies.map((remedy) => remedy.label).join('; ')).toMatch(
      /Lay 28 × 0\.9 mm here \(8\sm of pipe, in the open\); Widen delta T from 5\sK to 5\.9\sK/,
    );
  });

  it('is part of the plant: what is balanced by hand comes out of the network, tees included', () => {
    const { sized, state, plant } = solve(house(10));
    const [trunk, left] = sized.tree;
    for (const loop of state?.circuits[0]?.loops ?? []) {
      const wanted = sized.loops.find((each) => each.place === loop.place)?.volumeFlow as number;
      expect(loop.flow / wanted).toBeGreaterThan(0.97);
      expect(loop.flow / wanted).toBeLessThan(1.03);
    }
    expect(plant.assembly.spec.tees?.map((tee) => tee.node)).toEqual([
      'circuits/c1/sections/trunk/supply',
      'circuits/c1/sections/trunk/collect',
    ]);
    // Pressure over the branch is what the run leaves, less trunk and branch.
    const at = (point: string) => plant.twin.pressure(point) as number;
    const difference = at('circuits/c1/supply') - at('circuits/c1/collect');
    const over = at('circuits/c1/sections/left/supply') - at('circuits/c1/sections/left/collect');
    expect(Math.abs(difference - over - ((trunk?.pipe.loss.value ?? 0) + (left?.pipe.loss.value ?? 0)))).toBeLessThan(
      0.1 * difference,
    );
  });

  it('takes the longest path for the index, and the head follows it', () => {
    const near = solve(house(10)).sized;
    const far = solve(applyEdits(house(10), [{ at: 'circuits/c1/sections/right/length', value: 60 }])).sized;
    expect(near.loops.find((loop) => loop.index)?.roomName).toBe('Left');
    expect(far.loops.find((loop) => loop.index)?.roomName).toBe('Right');
    expect(far.pump?.head.value).toBeGreaterThan(1.05 * (near.pump?.head.value ?? 0));
  });

  it('names a section that hangs on nothing, and reckons it on the run', () => {
    const job = applyEdits(thistleMill, [{ at: 'circuits/c2/sections/s4/from', value: 's4' }]);
    const { design } = designWithPlant(job);
    const [astray] = design.findings.filter((finding) => finding.rule === 'section-astray');
    expect(astray).toMatchObject({
      title: 'Upper radiators: To the bathroom hangs on nothing',
      remedies: [{ edits: [{ value: null }] }],
    });
    expect(design.circuits[1]?.sized?.tree.find((each) => each.id === 's4')?.parent).toBe(-1);
    expect(design.solved?.state.converged).toBe(true);
  });

  it('stands for pieces that carry nothing', () => {
    const { sized } = solve(applyEdits(house(10), [{ at: 'circuits/c1/sections/right/rooms', value: [] }]));
    expect(sized.tree.find((each) => each.id === 'right')?.load.value).toBe(0);
  });
});
